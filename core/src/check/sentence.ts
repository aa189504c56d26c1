import { formatBeside, formatQuantity, formatRequiredQuantity, type Reader } from '../quantity/format.ts';
import { toldText, told, type Telling } from '../quantity/told.ts';
import type { SourceRef } from '../reference/source.ts';
import { assertNever } from '../result.ts';
import type { CheckMeta, Finding, Fix } from './finding.ts';

/** The finding as a sentence, in the reader’s units. Measured and required never print alike unless equal. */
export function sentenceOf(finding: Finding, meta: CheckMeta, telling: Telling): string {
  const template = meta.messages[finding.message];
  if (template === undefined) throw new Error(`${meta.id} has no message “${finding.message}”.`);
  return toldText(told(template, finding.data), telling, measuredAndRequired(finding, telling.reader));
}

export function fixLabelOf(fix: Fix, meta: CheckMeta, telling: Telling): string {
  const template = meta.fixMessages[fix.message];
  if (template === undefined) throw new Error(`${meta.id} has no fix message “${fix.message}”.`);
  return toldText(told(template, fix.data), telling);
}

/** The two figures of a finding as they are shown beside each other. */
export function measuredAndRequired(finding: Finding, reader: Reader): Record<string, string> {
  const { measured, required } = finding;
  if (measured !== null && required !== null) return formatBeside(measured, required, reader);
  // A requirement that stands by itself is a least: so much must be free, so much must be given.
  return {
    ...(measured === null ? {} : { measured: formatQuantity(measured, reader) }),
    ...(required === null ? {} : { required: formatRequiredQuantity(required, reader, 'least') }),
  };
}

/** Where a figure or rule comes from, in words. */
export function sourceText(source: SourceRef): string {
  switch (source.kind) {
    case 'published':
      return [
        `${source.title}, ${source.clause} (${source.edition})`,
        ...(source.fromMemory ? ['written from memory: check against your edition'] : []),
      ].join('; ');
    case 'maker':
      return `Maker: ${source.title}`;
    case 'practice':
      return `Common practice, no published source: ${source.title}`;
    case 'yours':
      return `Yours: ${source.title}`;
    default:
      return assertNever(source);
  }
}
