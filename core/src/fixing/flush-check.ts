import { faceName, gearName } from '../plan/names.ts';
import { told } from '../quantity/told.ts';
import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import { middleOf, type Hung, type Prepared } from '../check/prepared.ts';
import { GEAR } from '../check/subjects.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import { practice } from '../reference/source.ts';
import { lengthInput, type Working } from '../working/working.ts';
import { behindCutOut } from './cut-out.ts';

const meta: CheckMeta = {
  id: 'fixing.flush',
  looksAt: 'Gear let into a panel: the hollow behind it, framing in the way, the panel its clips hold',
  severity: 'fix',
  source: practice('The maker’s sheet states cut-out, depth and panel; look behind before sawing'),
  parameters: [],
  messages: {
    deep: '{gear} and its wires need {required} behind the panel of {face}; the hollow there is {measured}.',
    framing: 'The cut-out of {gear} meets {member}: move it, or do not let it in there.',
    thin: 'The panel of {face} is {measured} thick; {gear} holds in panels from {required}.',
    thick: 'The panel of {face} is {measured} thick; {gear} holds in panels up to {required}.',
  },
  fixMessages: {},
  fields: { deep: 'face', thin: 'face', thick: 'face' },
};

function checkItem(prepared: Prepared, item: Hung): Found[] {
  const behind = behindCutOut(prepared, item);
  const { flush } = item.type;
  if (behind === null || flush === null) return [];
  const { panelMm, hollowMm, neededMm, members } = behind;
  const data = { gear: gearName(item.id), face: faceName(item.face.id) };
  const common = { subjects: [{ kind: 'placement', id: item.id }], at: middleOf(item) } as const;
  const mm = (value: number) => ({ value, unit: 'mm' }) as const;
  const findings: Found[] = [];
  const [member] = members;
  if (member !== undefined) {
    findings.push(
      findingOf(meta, {
        ...common,
        message: 'framing',
        severity: 'stop',
        data: { ...data, member: told('one of the {members}', { members: member.framing }) },
      }),
    );
  }
  if (isAbove(neededMm, hollowMm, 'mm')) {
    findings.push(
      findingOf(meta, {
        ...common,
        message: 'deep',
        data,
        measured: mm(hollowMm),
        required: mm(neededMm),
        working: () => ({
          title: told('Room behind the panel for {gear}', { gear: gearName(item.id) }),
          formula: 'needed = reach behind the face − panel + wires',
          inputs: [
            lengthInput('reach', 'How far it reaches in behind the face', flush.behindMm),
            lengthInput('panel', 'Thickness of the panel', panelMm),
            lengthInput('wires', 'For its wires to bend', flush.wiresMm),
            lengthInput('hollow', 'Whole wall less the panel', hollowMm),
          ],
          result: { name: 'Needed behind the panel', value: mm(neededMm) },
          source: meta.source,
          notes: [
            'The hollow counts as free: look in with a mirror or a camera for cables, pipes and insulation.',
          ],
        }),
      }),
    );
  }
  const { leastMm, mostMm } = flush.panelMm;
  const working: Working = {
    title: told('Panel that holds {gear}', { gear: gearName(item.id) }),
    formula: 'thinnest ≤ panel ≤ thickest',
    inputs: [
      lengthInput('thinnest', 'Thinnest its clips or screws hold', leastMm),
      lengthInput('thickest', 'Thickest they hold', mostMm),
    ],
    result: { name: told('Panel of {face}', { face: faceName(item.face.id) }), value: mm(panelMm) },
    source: meta.source,
    notes: [],
  };
  if (isBelow(panelMm, leastMm, 'mm'))
    findings.push(
      findingOf(meta, {
        ...common,
        message: 'thin',
        data,
        measured: mm(panelMm),
        required: mm(leastMm),
        working: () => working,
      }),
    );
  if (isAbove(panelMm, mostMm, 'mm'))
    findings.push(
      findingOf(meta, {
        ...common,
        message: 'thick',
        data,
        measured: mm(panelMm),
        required: mm(mostMm),
        working: () => working,
      }),
    );
  return findings;
}

export const flushCheck: Check = checkOf(meta, lookAt(GEAR, checkItem));
