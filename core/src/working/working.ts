import type { Quantity } from '../quantity/format.ts';
import type { Told } from '../quantity/told.ts';
import type { SourceRef } from '../reference/source.ts';

/** One figure that went into a formula, by the symbol the formula uses. */
export type WorkingInput = { readonly symbol: string; readonly name: string; readonly value: Quantity };

/** A computed figure that can be checked by hand: formula, inputs, result, source. */
export type Working = {
  readonly title: string;
  readonly formula: string;
  readonly inputs: readonly WorkingInput[];
  readonly result: { readonly name: string; readonly value: Quantity };
  readonly source: SourceRef;
  readonly notes: readonly (string | Told)[];
};

export function lengthInput(symbol: string, name: string, lengthMm: number): WorkingInput {
  return { symbol, name, value: { value: lengthMm, unit: 'mm' } };
}
