import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import type { Quantity, QuantityUnit } from '../quantity/format.ts';
import type { ToldData } from '../quantity/told.ts';
import type { SourceRef } from '../reference/source.ts';
import type { Working } from '../working/working.ts';
import type { Hung, Prepared } from './prepared.ts';

/**
 * stop: someone can be hurt or it cannot be built. fix: a requirement is not met. ask: a person must look.
 * note: worth knowing. Listed gravest first.
 */
export const SEVERITIES = ['stop', 'fix', 'ask', 'note'] as const;
export type Severity = (typeof SEVERITIES)[number];

export type Ref = {
  readonly kind: 'face' | 'placement' | 'joint' | 'pass' | 'run';
  readonly id: string;
};

/** What a message is filled with. */
export type MessageData = ToldData;

export type Fix = {
  readonly message: string;
  readonly data: MessageData;
  readonly edits: readonly PlanEdit[];
};

/** Numbers and ids; its sentence is made last, by `sentenceOf`. */
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
  readonly working: Working | null;
  readonly fixes: readonly Fix[];
};

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
};

export type Check = {
  readonly meta: CheckMeta;
  readonly check: (prepared: Prepared) => Finding[];
};

/** A check that looks at one piece of gear at a time, so that after an edit only what is near it is looked at again. */
export type ItemCheck = Check & {
  /** Depends on nothing further from the piece than `affected` of the clearances looks. */
  readonly checkItem: (prepared: Prepared, item: Hung) => Finding[];
  /** Makes one of what several pieces found about the same; most have nothing to make one of. */
  readonly merge: (findings: readonly Finding[]) => Finding[];
};

export function itemCheck(
  meta: CheckMeta,
  checkItem: ItemCheck['checkItem'],
  merge: ItemCheck['merge'] = (findings) => [...findings],
): ItemCheck {
  const check = (prepared: Prepared) =>
    merge([...prepared.hung.values()].flatMap((item) => checkItem(prepared, item)));
  return { meta, check, checkItem, merge };
}

export function isItemCheck(check: Check): check is ItemCheck {
  return 'checkItem' in check;
}

/** Of findings with one id, the one that lacks most. */
export function worstOfEach(findings: readonly Finding[]): Finding[] {
  const lacks = ({ measured, required }: Finding) => (required?.value ?? Infinity) - (measured?.value ?? 0);
  const worst = new Map<string, Finding>();
  for (const finding of findings) {
    const before = worst.get(finding.id);
    if (before === undefined || lacks(finding) > lacks(before)) worst.set(finding.id, finding);
  }
  return [...worst.values()];
}

type FindingParts = Pick<Finding, 'message' | 'data' | 'subjects'> & Partial<Finding>;

/** A finding of a check, with what most findings leave empty filled in. */
export function findingOf(meta: CheckMeta, parts: FindingParts): Finding {
  const subjects = parts.subjects.map(({ kind, id }) => `${kind}:${id}`).join('+');
  return {
    id: `${meta.id}/${parts.message}/${subjects}`,
    check: meta.id,
    severity: meta.severity,
    at: null,
    measured: null,
    required: null,
    source: meta.source,
    working: null,
    fixes: [],
    ...parts,
  };
}
