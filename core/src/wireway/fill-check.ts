import { circuitName, gearName } from '../plan/names.ts';
import { told } from '../quantity/told.ts';
import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import type { Hung, Prepared } from '../check/prepared.ts';
import { WIREWAYS } from '../check/subjects.ts';
import { isBelow } from '../quantity/compare.ts';
import { WIREWAY_RULES } from '../reference/wireways.ts';
import { lengthInput } from '../working/working.ts';
import { deflections, fillSections } from './fill.ts';

const meta: CheckMeta = {
  id: 'wireway.fill',
  looksAt:
    'What lies in a wireway: the part of its section, the count of current-carrying conductors, room to bend',
  severity: 'fix',
  source: WIREWAY_RULES.fill,
  parameters: [],
  messages: {
    full: 'Conductors cover {measured} of {wireway} between {from} and {to} from its left end; at most {required}.',
    count:
      '{measured} current-carrying {measured:conductor lies|conductors lie} in {wireway} at one place; above {required} their ampacity is adjusted.',
    unknown:
      '{circuit} lies in {wireway}, and how thick its conductors are is not known: they are not counted in its fill.',
    bend: '{circuit} deflects into {wireway} where it is {measured} wide; {required} is needed to bend it.',
  },
  fixMessages: {},
};

function checkWireway(prepared: Prepared, wireway: Hung): Found[] {
  const subjects = [{ kind: 'placement', id: wireway.id }] as const;
  const place = (alongMm: number) => ({
    face: wireway.face.id,
    xMm: wireway.body.minX + alongMm,
    yMm: (wireway.body.minY + wireway.body.maxY) / 2,
  });
  const sections = fillSections(prepared, wireway.id);
  const full = sections
    .filter(({ isWithin }) => !isWithin)
    .map(({ fromMm, toMm, areaMm2, mostMm2, working }) =>
      findingOf(meta, {
        message: 'full',
        id: `${meta.id}/full/${wireway.id}/${Math.round(fromMm)}`,
        data: {
          wireway: gearName(wireway.id),
          from: { value: fromMm, unit: 'mm' },
          to: { value: toMm, unit: 'mm' },
        },
        subjects,
        at: place((fromMm + toMm) / 2),
        measured: { value: areaMm2, unit: 'mm2' },
        required: { value: mostMm2, unit: 'mm2' },
        working: () => working,
      }),
    );
  const most = [...sections].sort((a, b) => b.currentCarryingCount - a.currentCarryingCount)[0];
  const crowded =
    most === undefined || most.currentCarryingCount <= WIREWAY_RULES.mostCurrentCarrying
      ? []
      : [
          findingOf(meta, {
            message: 'count',
            severity: 'ask',
            data: { wireway: gearName(wireway.id) },
            subjects,
            at: place((most.fromMm + most.toMm) / 2),
            measured: { value: most.currentCarryingCount, unit: 'count' },
            required: { value: WIREWAY_RULES.mostCurrentCarrying, unit: 'count' },
            source: WIREWAY_RULES.count,
            working: () => ({ ...most.working, source: WIREWAY_RULES.count }),
          }),
        ];
  const bends = deflections(prepared, wireway.id)
    .filter(({ neededMm, hasMm }) => isBelow(hasMm, neededMm, 'mm'))
    .map(({ hole, circuit, neededMm, hasMm }) =>
      findingOf(meta, {
        message: 'bend',
        id: `${meta.id}/bend/${circuit.id}/${hole.nipple.id}`,
        data: { circuit: circuitName(circuit.id), wireway: gearName(wireway.id) },
        subjects: [{ kind: 'nipple', id: hole.nipple.id }, ...subjects],
        at: place(hole.fromLeftMm),
        measured: { value: hasMm, unit: 'mm' },
        required: { value: neededMm, unit: 'mm' },
        source: WIREWAY_RULES.bending,
        working: () => ({
          title: told('{circuit} at {unit}', {
            circuit: circuitName(circuit.id),
            unit: gearName(hole.unit.id),
          }),
          formula: 'the wireway where conductors deflect ≥ the table’s bending space for one wire',
          inputs: [lengthInput('width', 'The wireway there', hasMm)],
          result: { name: 'By the table', value: { value: neededMm, unit: 'mm' } },
          source: WIREWAY_RULES.bending,
          notes: [],
        }),
      }),
    );
  const unknown = [...new Set(sections.flatMap((section) => section.unknown))].map((circuit) =>
    findingOf(meta, {
      message: 'unknown',
      severity: 'ask',
      data: { circuit: circuitName(circuit), wireway: gearName(wireway.id) },
      subjects: [{ kind: 'circuit', id: circuit }, ...subjects],
    }),
  );
  return [...full, ...crowded, ...unknown, ...bends];
}

export const wirewayFillCheck: Check = checkOf(meta, lookAt(WIREWAYS, checkWireway));
