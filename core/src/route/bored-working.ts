import type { Quantity } from '../quantity/format.ts';
import { told } from '../quantity/told.ts';
import type { SourceRef } from '../reference/source.ts';
import { lengthInput, type Working } from '../working/working.ts';

/** What is bored: across what it is measured, and what the hole is. */
const BORED = {
  member: {
    title: 'A bored hole and what is left of its member',
    across: ['depth', 'Depth of the member'],
    hole: 'Cables side by side, and room to draw them',
  },
  plate: {
    title: 'A bored hole and what is left of its plate',
    across: ['width', 'Width of the plate, across the wall'],
    hole: 'As it is bored',
  },
} as const;

/** What boring through the middle of a member or plate leaves of it, or the share that it takes, and how that was worked out. */
export function boredWorking(
  what: keyof typeof BORED,
  acrossMm: number,
  holeMm: number,
  result: { readonly of: 'left' | 'share'; readonly value: Quantity },
  source: SourceRef,
): Working {
  const { title, across, hole } = BORED[what];
  const [symbol, name] = across;
  return {
    title: told(title),
    formula: result.of === 'left' ? `(${symbol} − hole) ÷ 2` : `hole ÷ ${symbol}`,
    inputs: [lengthInput(symbol, name, acrossMm), lengthInput('hole', hole, holeMm)],
    result: {
      name: result.of === 'left' ? 'Left to each edge' : `Share of the ${symbol}`,
      value: result.value,
    },
    source,
    notes: [`Bored in the middle of its ${symbol}.`],
  };
}
