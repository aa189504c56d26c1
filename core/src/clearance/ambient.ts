import { faceName, gearName } from '../plan/names.ts';
import { told } from '../quantity/told.ts';
import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import { middleOf, type Hung } from '../check/prepared.ts';
import type { Model } from '../model/model.ts';
import { isAbove } from '../quantity/compare.ts';
import { practice } from '../reference/source.ts';
import { compartmentRise, type CompartmentRise } from './compartment-rise.ts';
import { AIR_SPACES, type AirSpace } from './rooms.ts';

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
  fields: { 'too-hot': 'face', 'closed-unknown': 'gear-type', unvented: 'face' },
};

/** What the air of a closed space comes to, warmed by the gear in it; null for what is open or empty. */
export function riseOf({ air, gear }: AirSpace): (CompartmentRise & { readonly outsideC: number }) | null {
  if (air === null || gear.length === 0) return null;
  const outsideC = Math.max(...gear.map(({ face }) => face.conditions.designHighTempC.value));
  return { ...compartmentRise(air, lossOf(gear), outsideC), outsideC };
}

function lossOf(gear: readonly Hung[]): number {
  return gear.reduce((sum, { type }) => sum + type.heat.lossW, 0);
}

function checkSpace(_: Model, space: AirSpace): Found[] {
  const { gear } = space;
  const rise = riseOf(space);
  if (rise === null)
    return gear.flatMap((item) => tooHot(item, item.face.conditions.designHighTempC.value, null));
  const hottestC = rise.outsideC + rise.riseK;
  const findings = gear.flatMap((item) => tooHot(item, hottestC, rise));
  const lossW = lossOf(gear);
  const [first] = gear;
  if (lossW === 0 || first === undefined) return findings;
  const common = {
    subjects: [{ kind: 'face', id: first.face.id }],
    at: middleOf(first),
    working: () => rise.working,
  } as const;
  if (rise.flowM3PerH === 0) {
    const data = { face: faceName(first.face.id), loss: { value: lossW, unit: 'W' } } as const;
    findings.push(findingOf(meta, { ...common, message: 'unvented', severity: 'ask', data }));
  }
  if (gear.some(({ type }) => type.heat.lossW > 0 && type.maxAmbientC === null)) {
    const measured = { value: hottestC, unit: 'degC' } as const;
    const data = { face: faceName(first.face.id) };
    findings.push(findingOf(meta, { ...common, message: 'closed-unknown', severity: 'ask', data, measured }));
  }
  return findings;
}

function tooHot(item: Hung, hottestC: number, rise: CompartmentRise | null): Found[] {
  const { maxAmbientC } = item.type;
  if (maxAmbientC === null || !isAbove(hottestC, maxAmbientC, 'degC')) return [];
  return [
    findingOf(meta, {
      message: 'too-hot',
      data: { gear: gearName(item.id) },
      subjects: [{ kind: 'placement', id: item.id }],
      at: middleOf(item),
      measured: { value: hottestC, unit: 'degC' },
      required: { value: maxAmbientC, unit: 'degC' },
      working: () =>
        rise?.working ?? {
          title: told('Air around {gear}', { gear: gearName(item.id) }),
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
          notes: [told('From the {from}.', { from: item.face.conditions.designHighTempC.from })],
        },
    }),
  ];
}

export const ambientCheck: Check = checkOf(meta, lookAt(AIR_SPACES, checkSpace));
