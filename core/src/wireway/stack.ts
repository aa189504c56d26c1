import type { Hung } from '../check/prepared.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { practice } from '../reference/source.ts';
import { lengthInput, type Working } from '../working/working.ts';

/** Visible gap a unit is hung with over a wireway at first: room for two fittings and some adjustment (practice). */
export const USUAL_GAP_MM = mmFromInch(3);

/** How a unit stands over a wireway: all heights in mm. */
export type HookLineStack = {
  /** Visible gap from the wireway’s top to the unit’s bottom; negative if the unit is in the wireway. */
  readonly gapMm: number;
  readonly hookAboveTopMm: number;
  readonly working: Working;
};

/** Hook line above the wireway’s top = drop from the hook line to the body’s bottom + visible gap (practice). */
export function hookLineStack(unit: Hung, wireway: Hung): HookLineStack {
  const topMm = wireway.body.maxY;
  const gapMm = unit.body.minY - topMm;
  const hookAboveTopMm = unit.type.dropMm + gapMm;
  return {
    gapMm,
    hookAboveTopMm,
    working: {
      title: `Hook line of ${unit.placement.name} above ${wireway.placement.name}`,
      formula: 'hook line above wireway = drop + gap',
      inputs: [
        lengthInput('drop', 'Hook line down to the bottom of the body', unit.type.dropMm),
        lengthInput('gap', 'Top of the wireway up to the bottom of the body', gapMm),
      ],
      result: { name: 'Hook line above the wireway’s top', value: { value: hookAboveTopMm, unit: 'mm' } },
      source: practice('Sum of the hardware between the hook line and the wireway'),
      notes: ['Check the drop against the unit in hand before the bracket is fixed.'],
    },
  };
}

/** The hook line’s height on the wall that leaves a visible gap over the wireway. */
export function hookLineForGap(unit: Hung, wireway: Hung, gapMm: number): number {
  return wireway.body.maxY + gapMm + unit.type.dropMm;
}

/** The hook line’s height on the wall, `hookAboveTopMm` above the wireway’s top. */
export function hookLineAbove(wireway: Hung, hookAboveTopMm: number): number {
  return wireway.body.maxY + hookAboveTopMm;
}
