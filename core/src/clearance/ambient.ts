import { findingOf, type Check, type CheckMeta, type Finding } from '../check/finding.ts';
import { middleOf, type Hung, type Prepared } from '../check/prepared.ts';
import { isAbove } from '../quantity/compare.ts';
import { practice } from '../reference/source.ts';
import { compartmentRise, type ClosedAir, type CompartmentRise } from './compartment-rise.ts';
import { airSpacesOf } from './rooms.ts';

const meta: CheckMeta = {
  id: 'clearance.ambient',
  looksAt: 'The hottest air around gear, warmed by its own heat in closed spaces, against what it may run in',
  severity: 'fix',
  source: practice('Highest expected temperature plus an estimated rise, against the nameplate'),
  parameters: [],
  messages: {
    'too-hot': 'It gets to about {measured} around {gear}; it may run in {required} at most.',
    'closed-unknown':
      'The closed space on {face} gets to about {measured}: ask for the highest temperature its gear may run in.',
    unvented:
      'The closed space on {face} has no vents at two heights, and its gear loses {loss}: let air in low and out high.',
  },
  fixMessages: {},
};

/** One closed space with the gear in it, and the hottest that it gets around it. */
type Compartment = { readonly air: ClosedAir; readonly gear: readonly Hung[]; readonly outsideC: number };

/** Closed spaces of a job, each once. */
export function compartmentsOf(prepared: Prepared): Compartment[] {
  return airSpacesOf(prepared).flatMap(({ air, gear }): Compartment[] => {
    const outsideC = Math.max(...gear.map(({ face }) => face.conditions.designHighTempC.value));
    return air === null ? [] : [{ air, gear, outsideC }];
  });
}

export function riseOf({ air, gear, outsideC }: Compartment): CompartmentRise {
  const lossW = gear.reduce((sum, { type }) => sum + type.heat.lossW, 0);
  return compartmentRise(air, lossW, outsideC);
}

function check(prepared: Prepared): Finding[] {
  const findings: Finding[] = [];
  const inClosed = new Set<string>();
  for (const space of compartmentsOf(prepared)) {
    const rise = riseOf(space);
    const hottestC = space.outsideC + rise.riseK;
    for (const item of space.gear) {
      inClosed.add(item.id);
      findings.push(...tooHot(item, hottestC, rise));
    }
    const lossW = space.gear.reduce((sum, { type }) => sum + type.heat.lossW, 0);
    const [first] = space.gear;
    if (lossW === 0 || first === undefined) continue;
    const common = {
      subjects: [{ kind: 'face', id: first.face.id }],
      at: middleOf(first),
      working: rise.working,
    } as const;
    if (rise.flowM3PerH === 0) {
      const data = { face: first.face.name, loss: { value: lossW, unit: 'W' } } as const;
      findings.push(findingOf(meta, { ...common, message: 'unvented', severity: 'ask', data }));
    }
    const warm = space.gear.find(({ type }) => type.heat.lossW > 0 && type.maxAmbientC === null);
    if (warm !== undefined) {
      const measured = { value: hottestC, unit: 'degC' } as const;
      findings.push(
        findingOf(meta, {
          ...common,
          message: 'closed-unknown',
          severity: 'ask',
          data: { face: first.face.name },
          measured,
        }),
      );
    }
  }
  for (const item of prepared.hung.values()) {
    if (!inClosed.has(item.id))
      findings.push(...tooHot(item, item.face.conditions.designHighTempC.value, null));
  }
  return findings;
}

function tooHot(item: Hung, hottestC: number, rise: CompartmentRise | null): Finding[] {
  const { maxAmbientC } = item.type;
  if (maxAmbientC === null || !isAbove(hottestC, maxAmbientC, 'degC')) return [];
  return [
    findingOf(meta, {
      message: 'too-hot',
      data: { gear: item.placement.name },
      subjects: [{ kind: 'placement', id: item.id }],
      at: middleOf(item),
      measured: { value: hottestC, unit: 'degC' },
      required: { value: maxAmbientC, unit: 'degC' },
      working: rise?.working ?? {
        title: `Air around ${item.placement.name}`,
        formula: 'in the open: the design high of its face',
        inputs: [
          {
            symbol: 'T max',
            name: 'Highest its maker allows around it',
            value: { value: maxAmbientC, unit: 'degC' },
          },
        ],
        result: { name: 'Design high there', value: { value: hottestC, unit: 'degC' } },
        source: meta.source,
        notes: [`From the ${item.face.conditions.designHighTempC.from}.`],
      },
    }),
  ];
}

export const ambientCheck: Check = { meta, check };
