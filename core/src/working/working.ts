import type { Quantity } from '../quantity/format.ts';
import { toldText, type Telling, type Told } from '../quantity/told.ts';
import type { SourceRef } from '../reference/source.ts';

/** One figure that went into a formula, by the symbol the formula uses. */
export type WorkingInput = {
  readonly symbol: string;
  readonly name: string | Told;
  readonly value: Quantity;
};

/** A computed figure that can be checked by hand: formula, inputs, result, source. */
export type Working = {
  readonly title: string | Told;
  readonly formula: string;
  readonly inputs: readonly WorkingInput[];
  readonly result: { readonly name: string | Told; readonly value: Quantity };
  readonly source: SourceRef;
  readonly notes: readonly (string | Told)[];
};

export function lengthInput(symbol: string, name: string | Told, lengthMm: number): WorkingInput {
  return { symbol, name, value: { value: lengthMm, unit: 'mm' } };
}

/** A working as one reader is told it. */
export type WorkingInWords = ReturnType<typeof workingInWords>;

export function workingInWords(working: Working, telling: Telling) {
  const { title, inputs, result, notes } = working;
  return {
    ...working,
    title: toldText(title, telling),
    formula: toldText(working.formula, telling),
    inputs: inputs.map((input) => ({ ...input, name: toldText(input.name, telling) })),
    result: { ...result, name: toldText(result.name, telling) },
    notes: notes.map((note) => toldText(note, telling)),
  };
}
