import { describe, expect, test } from '@jest/globals';
import { honeyHouse } from '../demo/honey-house.ts';
import { METRIC_READER } from '../quantity/format.ts';
import { refusalText } from '../test/plans.ts';
import { applyEdits } from './edits/apply-edit.ts';
import { faceName, framingName, gearName, obstacleName, subjectName, tellingOf } from './names.ts';

describe('what things are called', () => {
  const plan = honeyHouse();
  const [nipple] = plan.nipples;
  const unit = plan.placements.find(({ id }) => id === nipple?.from.placement);

  test('is what the plan calls them: a nipple by its unit, framing from either side of its face', () => {
    const { nameOf } = tellingOf(METRIC_READER, plan);
    expect(nameOf(gearName('inverter-a'))).toBe('Inverter A');
    expect(nameOf(subjectName({ kind: 'nipple', id: nipple?.id ?? '' }))).toBe(unit?.name);
    expect(nameOf(subjectName({ kind: 'run', id: plan.runs[0]?.id ?? '' }))).toBe(plan.runs[0]?.name);
    const reverse = plan.faces.find(({ shape }) => shape.kind === 'reverse');
    const front = plan.faces.find(({ id }) => reverse?.shape.kind === 'reverse' && id === reverse.shape.of);
    const framing = front?.shape.kind === 'outline' ? front.shape.framing[0] : undefined;
    for (const face of [front, reverse])
      expect(nameOf(framingName(face?.id ?? '', framing?.id ?? ''))).toBe(framing?.name);
    for (const face of plan.faces)
      for (const { id, name } of face.obstacles) expect(nameOf(obstacleName(face.id, id))).toBe(name);
  });

  test('of what was just taken out is as it was called before, and its id where nobody knows it', () => {
    const bare = { ...plan, placements: [], nipples: [] };
    const { nameOf } = tellingOf(METRIC_READER, bare, plan);
    expect(nameOf(gearName('inverter-a'))).toBe('Inverter A');
    expect(nameOf(subjectName({ kind: 'nipple', id: nipple?.id ?? '' }))).toBe(unit?.name);
    expect(nameOf(faceName('nowhere'))).toBe('nowhere');
    expect(nameOf(obstacleName('nowhere', 'nothing'))).toBe('nothing');
  });

  test('in a refusal is right for what the same edits had just added', () => {
    const [wall] = plan.faces;
    if (wall === undefined) throw new Error('no face');
    // A face with a place of its own is told from the root, and keeps it from changing.
    const folded = {
      ...plan,
      faces: plan.faces.filter(({ id }) => id !== 'hall-roof'),
      moduleFields: [],
      moduleStrings: [],
      circuits: [],
      runs: [],
    };
    const refused = applyEdits(folded, [
      { kind: 'add-face', face: { ...wall, id: 'fresh', name: 'Lean-to wall' } },
      { kind: 'set-root', face: 'fresh' },
      { kind: 'remove-face', face: 'fresh' },
    ]);
    if (refused.ok) throw new Error('it was not refused');
    expect(refusalText(refused.fault.message, refused.fault.plan)).toContain('“Lean-to wall”');
    expect(refusalText(refused.fault.message, plan)).toContain('“fresh”');
  });
});
