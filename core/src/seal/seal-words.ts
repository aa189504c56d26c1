import type { SealStepId } from '../plan/penetration.ts';
import { penetrationName } from '../plan/names.ts';
import { formatLength, formatQuantity } from '../quantity/format.ts';
import { countText, toldText, valueText, type Telling } from '../quantity/told.ts';
import { CAUTIONS } from '../working/cautions.ts';
import { SCHOOLS } from './schools.ts';
import type { SealStack } from './seal-stack.ts';

/** A seal as one reader is told it: for the screen, for paper and for the command line alike. */
export type SealInWords = {
  readonly penetration: string;
  readonly name: string;
  readonly entry: string;
  readonly school: string;
  readonly steps: readonly {
    readonly id: SealStepId;
    readonly text: string;
    readonly cautions: readonly string[];
    readonly isCheck: boolean;
    readonly isDone: boolean;
  }[];
  /** What it takes, and when: each a name and a figure. */
  readonly takes: readonly { readonly name: string; readonly figure: string }[];
  readonly opensAgain: string;
};

export function sealInWords(stack: SealStack, telling: Telling): SealInWords {
  const { reader } = telling;
  const degrees = (value: number) => formatQuantity({ value, unit: 'degC' }, reader);
  const hours = (value: number) => formatQuantity({ value: Math.ceil(value), unit: 'hours' }, reader);
  const [least, most] = stack.cureHours;
  return {
    penetration: stack.penetration,
    name: valueText(penetrationName(stack.penetration), telling),
    entry: toldText(stack.entry, telling),
    school: SCHOOLS[stack.school].name,
    steps: stack.steps.map(({ id, text, cautions, isCheck, isDone }) => ({
      id,
      text: toldText(text, telling),
      cautions: cautions.map((caution) => CAUTIONS[caution]),
      isCheck,
      isDone,
    })),
    takes: [
      ...stack.products.map(({ name, volumeMl, cartridgeCount, tapeMm }) => ({
        name,
        figure:
          [
            ...(tapeMm === null ? [] : [formatLength(tapeMm, reader)]),
            ...(volumeMl === null ? [] : [formatQuantity({ value: volumeMl, unit: 'ml' }, reader)]),
            ...(cartridgeCount === null ? [] : [countText(cartridgeCount, 'cartridge', 'cartridges')]),
          ].join(', ') || 'a dab',
      })),
      ...(stack.window === null
        ? []
        : [
            {
              name: 'Air and skin while it is applied',
              figure: `${degrees(stack.window.minC)} to ${degrees(stack.window.maxC)}`,
            },
          ]),
      ...(most > 0
        ? [{ name: 'Cure before water or load', figure: `${hours(least)} to ${hours(most)}` }]
        : []),
    ],
    opensAgain: stack.opensAgain,
  };
}
