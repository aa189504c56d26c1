import type { Told } from '../quantity/told.ts';

/** What is wrong with a plan file, and where: `placements[2].type`; an empty path is the file as a whole. */
export type PlanFault = { readonly code: PlanFaultCode; readonly path: string; readonly message: string };

/** What is wrong with a gear type, and at which of its fields: `knockouts[1].alongMm`. Told in the reader’s units. */
export type GearFault = { readonly path: string; readonly message: Told | string };

export type PlanFaultCode =
  'too-large' | 'not-json' | 'not-a-plan' | 'too-new' | 'invalid' | 'duplicate-id' | 'dangling';

/** Zod’s path as people write it. */
export function pathText(path: readonly PropertyKey[]): string {
  return path.reduce<string>((text, part) => {
    if (typeof part === 'number') return `${text}[${part}]`;
    return text === '' ? String(part) : `${text}.${String(part)}`;
  }, '');
}
