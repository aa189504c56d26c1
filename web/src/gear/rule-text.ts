import type { ClearanceRule } from '@zarnel/core';

const SIDES = {
  beside: 'Beside',
  above: 'Above',
  below: 'Below',
  front: 'In front',
} as const satisfies Record<ClearanceRule['side'], string>;

/** A rule in a few words, in the unit it was given in. */
export function ruleText({ side, counterpart, when, distance }: ClearanceRule): string {
  const threshold = when.meanMaxAtLeast;
  return [
    `${SIDES[side]}${side === 'front' ? '' : counterpart === 'same-kind' ? ' its kind' : ' any gear'}`,
    ...(when.side === undefined ? [] : [when.side]),
    ...(threshold === undefined
      ? []
      : [`from ${threshold.value} ${threshold.unit === 'degC' ? '°C' : '°F'}`]),
  ]
    .join(', ')
    .concat(`: ${distance.value} ${distance.unit}`);
}
