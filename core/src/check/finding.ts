import { untracked } from '@preact/signals-core';
import type { Model } from '../model/model.ts';
import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import type { Ref } from '../plan/lists.ts';
import type { Quantity, QuantityUnit } from '../quantity/format.ts';
import type { ToldData } from '../quantity/told.ts';
import type { SourceRef } from '../reference/source.ts';
import type { Working } from '../working/working.ts';
import type { Subjects } from './subjects.ts';

/**
 * stop: someone can be hurt or it cannot be built. fix: a requirement is not met. ask: a person must look.
 * note: worth knowing. Listed gravest first.
 */
export const SEVERITIES = ['stop', 'fix', 'ask', 'note'] as const;
export type Severity = (typeof SEVERITIES)[number];

/** What a message is filled with. */
export type MessageData = ToldData;

export type Fix = {
  readonly message: string;
  readonly data: MessageData;
  readonly edits: readonly PlanEdit[];
};

/** Numbers and ids; its sentence is made last, by `sentenceOf`. What clears it and how it was worked out are asked for. */
export type Finding = {
  /** Stable across runs: the check, the message and the subjects. */
  readonly id: string;
  readonly check: string;
  readonly severity: Severity;
  readonly message: string;
  readonly data: MessageData;
  readonly subjects: readonly Ref[];
  readonly at: { readonly face: string; readonly xMm: number; readonly yMm: number } | null;
  readonly measured: Quantity | null;
  readonly required: Quantity | null;
  readonly source: SourceRef;
  /** Whether it can be asked how it was worked out, and whether what clears it is looked for when it is asked. */
  readonly hasWorking: boolean;
  readonly seeksFixes: boolean;
};

/** A finding where it was found: its working and its fixes are made when somebody asks, of the plan as it then is. */
export class Found implements Finding {
  readonly id;
  readonly check;
  readonly severity;
  readonly message;
  readonly data;
  readonly subjects;
  readonly at;
  readonly measured;
  readonly required;
  readonly source;
  readonly hasWorking;
  readonly seeksFixes;
  readonly #working;
  readonly #fixes;

  constructor(meta: CheckMeta, parts: FindingParts) {
    this.id = parts.id ?? idOf(meta, parts);
    this.check = meta.id;
    this.severity = parts.severity ?? meta.severity;
    this.message = parts.message;
    this.data = parts.data;
    this.subjects = parts.subjects;
    this.at = parts.at ?? null;
    this.measured = parts.measured ?? null;
    this.required = parts.required ?? null;
    this.source = parts.source ?? meta.source;
    this.hasWorking = parts.working !== undefined;
    this.seeksFixes = parts.fixes !== undefined;
    this.#working = parts.working;
    this.#fixes = parts.fixes;
  }

  get working(): Working | null {
    return this.#working === undefined ? null : untracked(this.#working);
  }

  get fixes(): readonly Fix[] {
    return this.#fixes === undefined ? [] : untracked(this.#fixes);
  }
}

/** What a check says; what most findings leave empty may be left out. */
export type FindingParts = Pick<Finding, 'message' | 'data' | 'subjects'> &
  Partial<Pick<Finding, 'id' | 'severity' | 'at' | 'measured' | 'required' | 'source'>> & {
    readonly working?: (() => Working | null) | undefined;
    readonly fixes?: (() => readonly Fix[]) | undefined;
  };

function idOf(meta: CheckMeta, { message, subjects }: FindingParts): string {
  return `${meta.id}/${message}/${subjects.map(({ kind, id }) => `${kind}:${id}`).join('+')}`;
}

/** What of a finding is told, without what it can be asked. */
export function toldOf(found: Finding): Finding {
  return Object.assign({}, found);
}

/** A finding of a check. */
export function findingOf(meta: CheckMeta, parts: FindingParts): Found {
  return new Found(meta, parts);
}

export type CheckParameter = {
  readonly name: string;
  readonly value: number;
  readonly unit: QuantityUnit;
  readonly why: string;
};

export type CheckMeta = {
  readonly id: string;
  readonly looksAt: string;
  readonly severity: Severity;
  readonly source: SourceRef;
  readonly parameters: readonly CheckParameter[];
  /** Sentences by message id, with {names} to fill in; {measured} and {required} are printed in order. */
  readonly messages: Readonly<Record<string, string>>;
  readonly fixMessages: Readonly<Record<string, string>>;
  /** Messages that are cleared by work behind the drill: they hold nobody from drilling. */
  readonly afterDrilling?: readonly string[];
  /** Where the field is that clears a message, by its id, where that is not with what the finding is about. */
  readonly fields?: Readonly<Record<string, FieldPlace>>;
};

/** Where a person says what is missing: on the type of the gear, on the material it holds in, on its face. */
export type FieldPlace = 'gear-type' | 'material' | 'face';

/** What a check finds about one thing at a time, whatever the kind of thing. */
export type Look = {
  readonly of: Subjects<unknown>;
  readonly look: (model: Model, id: string) => readonly Found[];
};

/**
 * A check: each of its looks is at one subject, and reads from the model what it needs; so that after an edit only the
 * subjects are looked at again that read something the edit changed.
 */
export type Check = {
  readonly meta: CheckMeta;
  readonly looks: readonly Look[];
  /** Of findings with one id, found at several subjects, that which lacks most speaks. */
  readonly lacks: (finding: Finding) => number;
};

export function lookAt<Subject>(
  of: Subjects<Subject>,
  look: (model: Model, subject: Subject) => readonly Found[],
): Look {
  return {
    of,
    look: (model, id) => {
      const subject = of.find(model, id);
      return subject === undefined ? [] : look(model, subject);
    },
  };
}

export function checkOf(
  meta: CheckMeta,
  looks: Look | readonly Look[],
  lacks: Check['lacks'] = lacksOf,
): Check {
  return { meta, looks: [looks].flat(), lacks };
}

function lacksOf({ measured, required }: Finding): number {
  return (required?.value ?? Infinity) - (measured?.value ?? 0);
}

/** A finding with the subject it was found at. */
export type FoundAt = { readonly at: string; readonly found: Found };

/** Which of two findings with one id speaks for both. */
export function speaks(check: Check, a: FoundAt, b: FoundAt): boolean {
  const [mine, theirs] = [check.lacks(a.found), check.lacks(b.found)];
  return mine > theirs || (mine === theirs && a.at < b.at);
}
