import { OUTSIDES, type CircuitEnd, type Plan } from '@zarnel/core/plan';
import { inDialect } from '@zarnel/core/words';

const OUTSIDE_LABELS = {
  supply: 'The supply',
  loads: 'Loads',
  earth: 'Earth electrode',
  data: 'Data outside',
} as const;

/** Every place a circuit may end at, as a list offers it. */
export function endOptions(
  plan: Plan,
): { readonly value: string; readonly label: string; readonly end: CircuitEnd }[] {
  const types = new Map(plan.gearTypes.map((type) => [type.id, type]));
  const option = (end: CircuitEnd, label: string) => ({ value: keyOfEnd(end), label, end });
  return [
    ...(plan.moduleStrings.length === 0
      ? []
      : [option({ at: 'strings', strings: [] }, 'Strings of the array')]),
    ...plan.gearTypes
      .filter(({ solarModule }) => solarModule !== null)
      .map(({ id, name }) => option({ at: 'modules', type: id, series: 1, parallel: 1 }, `Modules: ${name}`)),
    ...plan.placements.flatMap(({ id, name, type }) => [
      option({ at: 'gear', placement: id, terminal: null }, name),
      ...(types.get(type)?.terminals ?? []).map((terminal) =>
        option({ at: 'gear', placement: id, terminal: terminal.id }, `${name}: ${terminal.name}`),
      ),
    ]),
    ...OUTSIDES.map((what) =>
      option({ at: 'outside', what }, inDialect(OUTSIDE_LABELS[what], plan.codeBasis)),
    ),
  ];
}

/** Which of the places an end is; how many modules it has is told beside. */
export function keyOfEnd(end: CircuitEnd): string {
  switch (end.at) {
    case 'gear':
      return `gear/${end.placement}/${end.terminal ?? ''}`;
    case 'modules':
      return `modules/${end.type}`;
    case 'strings':
      return 'strings';
    case 'outside':
      return `outside/${end.what}`;
  }
}
