import { describe, expect, test } from '@jest/globals';
import { prepare, hungAt } from '../check/prepared.ts';
import { isClear } from '../clearance/clear-moves.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import { startPlan } from '../demo/starts.ts';
import { getSample } from '../gear/samples.ts';
import type { GearType } from '../plan/gear-type.ts';
import { inchFromMm } from '../quantity/convert.ts';
import { findWirewayAt } from '../wireway/unit-at-wireway.ts';
import { hangSpot } from './hang-spot.ts';

const demo = prepare(honeyHouse());

function type(id: string): GearType {
  const found = demo.plan.gearTypes.find((each) => each.id === id);
  if (found === undefined) throw new Error(id);
  return found;
}

describe('hangSpot', () => {
  test('hangs a unit with bottom knockouts 3 in over the wireway, clear of its neighbours', () => {
    const spot = hangSpot(demo, type('dc-disconnect-60a'), 'plant-wall');
    // By hand, inches: wireway’s top 36 + gap 3 + drop 12.
    expect(inchFromMm(spot.yMm)).toBeCloseTo(51, 6);
    const disconnect = demo.hung.get('disconnect');
    if (disconnect === undefined) throw new Error('demo');
    expect(isClear(demo, { ...hungAt(disconnect, spot.xMm, spot.yMm), id: 'new' })).toBe(true);
  });

  test('leaves an inch to a neighbour that no rule keeps it from', () => {
    const blank = startPlan('Blank', 'us', 22, 'wall');
    const [panel, off] = ['load-centre-125a', 'dc-disconnect-60a'].map((id) => getSample(id));
    if (panel === undefined || off === undefined) throw new Error('no gear');
    const first = hangSpot(prepare(blank), panel, 'wall');
    const placement = { id: 'panel', name: 'Panel', type: panel.id, face: 'wall', ...first };
    const spot = hangSpot(prepare({ ...blank, placements: [placement] }), off, 'wall');
    expect(inchFromMm(Math.abs(spot.xMm - first.xMm) - (panel.widthMm + off.widthMm) / 2)).toBeCloseTo(1, 6);
  });

  test('leaves what is usual beside gear that nobody gave any room', () => {
    const blank = startPlan('Blank', 'us', 22, 'wall');
    const inverter = { ...getSample('inverter-8kw'), rules: [] };
    const panel = getSample('load-centre-125a');
    const gearTypes = blank.gearTypes.map((each) => (each.id === inverter.id ? inverter : each));
    const first = hangSpot(prepare({ ...blank, gearTypes }), panel, 'wall');
    const placements = [{ id: 'panel', name: 'Panel', type: panel.id, face: 'wall', ...first }];
    const spot = hangSpot(prepare({ ...blank, gearTypes, placements }), inverter, 'wall');
    // Common practice: six inches beside what sheds heat.
    expect(inchFromMm(Math.abs(spot.xMm - first.xMm) - (panel.widthMm + inverter.widthMm) / 2)).toBeCloseTo(
      6,
      6,
    );
  });

  test('hangs gear in the middle of a face without a wireway', () => {
    const spot = hangSpot(demo, type('array-junction-box'), 'roof-top');
    // The middle of 168 in lies in the plumbing vent’s way, so it stands beside that.
    const box = demo.hung.get('array-box');
    if (box === undefined) throw new Error('demo');
    expect(isClear(demo, { ...hungAt(box, spot.xMm, spot.yMm), id: 'new' })).toBe(true);
    expect(Math.abs(inchFromMm(spot.xMm) - 84)).toBeLessThan(12);
  });
});

describe('findWirewayAt', () => {
  test('finds the wireway a unit is joined to, or stands over', () => {
    const unit = demo.hung.get('inverter-a');
    const box = demo.hung.get('array-box');
    const wireway = demo.hung.get('wireway');
    if (unit === undefined || box === undefined || wireway === undefined) throw new Error('demo');
    expect(findWirewayAt(demo, unit)).toMatchObject({ wireway: { id: 'wireway' }, side: 'top' });
    const unjoined = prepare({ ...honeyHouse(), nipples: [] });
    expect(findWirewayAt(unjoined, unit)).toMatchObject({ wireway: { id: 'wireway' }, side: 'top' });
    expect(findWirewayAt(unjoined, wireway)).toBeNull();
    expect(findWirewayAt(demo, box)).toBeNull();
  });
});
