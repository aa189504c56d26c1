import { METRIC_READER } from '../quantity/format.ts';
import { toldText, type Told } from '../quantity/told.ts';
import { tellingOf } from './names.ts';

/** What is wrong with a plan file, and where: `placements[2].type`; an empty path is the file as a whole. */
export type PlanFault = { readonly code: PlanFaultCode; readonly path: string; readonly message: Told };

/** What is wrong with a gear type, and at which of its fields: `knockouts[1].alongMm`. */
export type GearFault = { readonly path: string; readonly message: Told };

/** What is wrong, for a file or another program: in millimetres and kilograms. */
export function faultText({ message }: { readonly message: Told | string }): string {
  return toldText(message, tellingOf(METRIC_READER));
}

/** Several, each with where it is. */
export function faultsInText(
  faults: readonly { readonly path: string; readonly message: Told | string }[],
): { readonly path: string; readonly message: string }[] {
  return faults.map((fault) => ({ path: fault.path, message: faultText(fault) }));
}

export type PlanFaultCode =
  'too-large' | 'not-json' | 'not-a-plan' | 'too-new' | 'invalid' | 'duplicate-id' | 'dangling';

/** Zod’s path as people write it. */
export function pathText(path: readonly PropertyKey[]): string {
  return path.reduce<string>((text, part) => {
    if (typeof part === 'number') return `${text}[${part}]`;
    return text === '' ? String(part) : `${text}.${String(part)}`;
  }, '');
}
