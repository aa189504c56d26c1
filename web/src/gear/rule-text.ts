import type { ClearanceRule } from '@zarnel/core/plan';

const SIDES = {
  beside: 'Beside',
  above: 'Above',
  below: 'Below',
  front: 'In front',
  any: 'Every way',
} as const satisfies Record<ClearanceRule['side'], string>;

const COUNTERPARTS = {
  'same-kind': 'its kind',
  'any-gear': 'any gear',
  surface: 'to another face',
  edge: 'to the edge of its face',
  floor: 'to the floor',
  ceiling: 'to the ceiling',
  obstacle: 'to an obstacle',
  opening: 'to a door or window',
} as const satisfies Record<ClearanceRule['counterpart'], string>;

/** A rule in a few words, in the unit it was given in. */
export function ruleText({ side, counterpart, when, distance }: ClearanceRule): string {
  const threshold = when.meanMaxAtLeast;
  return [
    side === 'front' ? SIDES.front : `${SIDES[side]} ${COUNTERPARTS[counterpart]}`,
    ...(when.side === undefined ? [] : [when.side]),
    ...(threshold === undefined
      ? []
      : [`from ${threshold.value} ${threshold.unit === 'degC' ? '°C' : '°F'}`]),
  ]
    .join(', ')
    .concat(`: ${distance.value} ${distance.unit}`);
}
