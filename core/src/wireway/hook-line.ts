import { ofTrade } from '../quantity/trade-size.ts';
import type { Plan } from '../plan/plan.ts';
import { gearName } from '../plan/names.ts';
import { told } from '../quantity/told.ts';
import type { Hung } from '../check/prepared.ts';
import { practice } from '../reference/source.ts';
import { lengthInput, type Working } from '../working/working.ts';
import type { WirewaySide } from './unit-at-wireway.ts';

/** Visible gap a unit is hung with at a wireway at first: room for two fittings and some adjustment (practice). */
export function usualGapMm(codeBasis: Plan['codeBasis']): number {
  return ofTrade(codeBasis, 75);
}

/** How a unit stands over a wireway, or hangs under it: all heights in mm. */
export type HookLineStack = {
  /** Visible gap between the wireway and the unit; negative if the unit is in the wireway. */
  readonly gapMm: number;
  /** From the wireway’s side at the unit to the hook line: up over a wireway, down under it. */
  readonly hookAwayMm: number;
  readonly working: Working;
};

/** From the hook line to the edge of the body that the nipples leave: its bottom over a wireway, its top under one. */
function ownMm({ type }: Hung, side: WirewaySide): number {
  return side === 'top' ? type.dropMm : type.heightMm - type.dropMm;
}

/**
 * Over a wireway, hook line above its top = drop from the hook line to the body’s bottom + visible gap. Under one, hook
 * line below its bottom = visible gap + hook line below the body’s top (practice).
 */
export function hookLineStack(unit: Hung, wireway: Hung, side: WirewaySide): HookLineStack {
  const gapMm = side === 'top' ? unit.body.minY - wireway.body.maxY : wireway.body.minY - unit.body.maxY;
  const partMm = ownMm(unit, side);
  const hookAwayMm = partMm + gapMm;
  const [over, above, top, bottom] =
    side === 'top'
      ? (['above', 'above', 'top', 'bottom'] as const)
      : (['below', 'below', 'bottom', 'top'] as const);
  return {
    gapMm,
    hookAwayMm,
    get working(): Working {
      return {
        title: told('Hook line of {unit} {over} {wireway}', {
          unit: gearName(unit.id),
          over,
          wireway: gearName(wireway.id),
        }),
        formula:
          side === 'top' ? 'hook line above wireway = drop + gap' : 'hook line below wireway = gap + rise',
        inputs: [
          side === 'top'
            ? lengthInput('drop', 'Hook line down to the bottom of the body', partMm)
            : lengthInput('rise', 'Hook line up to the top of the body: its height less its drop', partMm),
          lengthInput(
            'gap',
            told('Between the {top} of the wireway and the {bottom} of the body', { top, bottom }),
            gapMm,
          ),
        ],
        result: {
          name: told('Hook line {above} the wireway’s {top}', { above, top }),
          value: { value: hookAwayMm, unit: 'mm' },
        },
        source: practice('Sum of the hardware between the hook line and the wireway'),
        notes: ['Check the drop against the unit in hand before the bracket is fixed.'],
      };
    },
  };
}

/** The hook line’s height on the wall that leaves a visible gap between the unit and the wireway. */
export function hookLineForGap(unit: Hung, wireway: Hung, side: WirewaySide, gapMm: number): number {
  return hookLineAway(wireway, side, gapMm + ownMm(unit, side));
}

/** The hook line’s height on the wall, `awayMm` above the wireway’s top or below its bottom. */
export function hookLineAway(wireway: Hung, side: WirewaySide, awayMm: number): number {
  return side === 'top' ? wireway.body.maxY + awayMm : wireway.body.minY - awayMm;
}
