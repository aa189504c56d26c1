import { findingsOf } from '../check/run-checks.ts';
import { describe, expect, test } from '@jest/globals';
import { prepare } from '../check/prepared.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import type { Plan } from '../plan/plan.ts';
import { inchFromMm, mmFromInch } from '../quantity/convert.ts';
import { formatLength, INCH_READER } from '../quantity/format.ts';
import { TRADE_SIZES, type TradeSize } from '../reference/conductor-sizes.ts';
import { KNOCKOUT_HOLES } from '../reference/knockouts.ts';
import { gear, hang, plan, rectangle, wall } from '../test/plans.ts';
import { requiredSpacingMm, wirewayHoles } from './hole-pattern.ts';
import { sawnGlandHole, sawnKnockout } from '../drill/hole-saw.ts';
import { wirewayHolesCheck } from './holes-check.ts';
import { nippleCheck } from './nipple-check.ts';
import { nippleCut } from './nipple.ts';
import { hookLineAway, hookLineForGap, hookLineStack } from './hook-line.ts';

function demoUnits(of: Plan) {
  const { hung } = prepare(of);
  const unit = hung.get('inverter-a');
  const wireway = hung.get('wireway');
  if (unit === undefined || wireway === undefined) throw new Error('demo');
  return { unit, wireway };
}

/** One unit with bottom knockouts `alongMm` over a wireway 1 m long whose top is at 900 mm. */
function overWireway(
  alongMm: readonly number[],
  gapMm: number,
  size: TradeSize = '3/4',
  fromBackMm = 60,
): Plan {
  const knockouts = alongMm.map((along, index) => ({
    id: `k${index}`,
    edge: 'bottom' as const,
    alongMm: along,
    fromBackMm,
    tradeSize: size,
  }));
  return plan({
    faces: [wall('w', rectangle(5000, 2500))],
    gearTypes: [
      gear('unit', { knockouts }),
      gear('way', { kind: 'wireway', widthMm: 1000, heightMm: 150, depthMm: 150, dropMm: 150 }),
    ],
    placements: [hang('u', 'unit', 'w', 1000, 900 + gapMm + 500), hang('ww', 'way', 'w', 1000, 900)],
    nipples: knockouts.map(({ id }) => ({
      id: `j-${id}`,
      from: { placement: 'u', knockout: id },
      wireway: 'ww',
      playMm: 6.35,
    })),
  });
}

describe('hook line', () => {
  test('stands 27 7/8 in above the wireway for a drop of 24 7/8 in and a 3 in gap', () => {
    // Common practice, no source: drop + gap.
    const { unit, wireway } = demoUnits(honeyHouse());
    const stack = hookLineStack(unit, wireway, 'top');
    expect(formatLength(stack.hookAwayMm, INCH_READER)).toBe('27 7⁄8″');
    expect(formatLength(stack.gapMm, INCH_READER)).toBe('3″');
  });

  test('is found again from the gap and from its height above the wireway', () => {
    const { unit, wireway } = demoUnits(honeyHouse());
    expect(hookLineForGap(unit, wireway, 'top', mmFromInch(3))).toBeCloseTo(unit.placement.yMm, 9);
    expect(hookLineAway(wireway, 'top', mmFromInch(27.875))).toBeCloseTo(unit.placement.yMm, 9);
  });
});

describe('nippleCut', () => {
  test.each<['1/2' | '3/4' | '1']>([['1/2'], ['3/4'], ['1']])(
    'accepts a %s nipple cut 2 3/4 in for a 3 in gap',
    (size) => {
      // Common practice, no source: about 1/4 in shorter than the gap.
      const cut = nippleCut(mmFromInch(3), mmFromInch(0.25), size, 'inside');
      expect(inchFromMm(cut.cutMm)).toBeCloseTo(2.75, 9);
      expect(cut.problem).toBeNull();
    },
  );

  test('refuses a gap in which two fittings touch, a cut past both stops and one that is not seated', () => {
    expect(nippleCut(mmFromInch(1.5), mmFromInch(0.25), '3/4', 'inside').problem).toBe('fittings-touch');
    expect(nippleCut(mmFromInch(3), 0, '3/4', 'inside').problem).toBe('too-long');
    expect(nippleCut(mmFromInch(3), mmFromInch(1.5), '3/4', 'inside').problem).toBe('too-short');
  });

  test('takes rain-tight fittings outside', () => {
    expect(nippleCut(mmFromInch(3), 6, '1', 'outside').fittingKind).toBe('rain-tight');
    expect(nippleCut(mmFromInch(3), 6, '1', 'inside').fittingKind).toBe('set-screw');
  });
});

describe('knockout holes', () => {
  // Pipe thread outside diameters, ASME B1.20.1 (from memory): a fitting of each size must pass its hole.
  const THREAD_OD_IN = [0.84, 1.05, 1.315, 1.66, 1.9, 2.375, 2.875, 3.5, 4.0, 4.5];
  // Electricians' pocket handbooks (from memory): centre to centre for two conduits of one size, inches.
  const HANDBOOK_SPACING_IN = [1.375, 1.625, 2, 2.5, 2.75, 3.375, 4, 4.75, 5.375, 6];
  // Common practice, no source: the saw an electrician takes for each trade size.
  const SAWS: Partial<Record<TradeSize, string>> = {
    '1/2': '7⁄8″ hole saw',
    '3/4': '1 1⁄8″ hole saw',
    '1': '1 3⁄8″ hole saw',
    '1-1/4': '1 3⁄4″ hole saw',
    '1-1/2': '2″ hole saw',
    '2': '2 1⁄2″ hole saw',
    '2-1/2': '3″ hole saw',
    '3': '3 5⁄8″ hole saw',
    '4': '4 5⁄8″ hole saw',
  };

  test.each(TRADE_SIZES.map((size, index) => [size, THREAD_OD_IN[index] ?? 0] as const))(
    'lets the %s thread through, with less than 0.11 in to spare',
    (size, threadIn) => {
      const { minIn, nominalIn, maxIn } = KNOCKOUT_HOLES.rows[size];
      expect(minIn).toBeGreaterThan(threadIn);
      expect(nominalIn - threadIn).toBeLessThan(0.15);
      expect(minIn < nominalIn && nominalIn < maxIn).toBe(true);
    },
  );

  test.each(Object.entries(SAWS))('cuts %s with the %s', (size, label) => {
    expect(sawnKnockout(size as TradeSize, 'us').saw?.label).toBe(label);
  });

  test('asks for about the handbook’s centre-to-centre spacing', () => {
    TRADE_SIZES.forEach((size, index) => {
      const [a, b] = wirewayHoles(prepare(overWireway([100, 300], 76.2, size)), 'ww');
      if (a === undefined || b === undefined) throw new Error(size);
      const requiredIn = inchFromMm(requiredSpacingMm(a, b));
      const handbookIn = HANDBOOK_SPACING_IN[index] ?? 0;
      // Ours is the geometric minimum; the handbook's is rounded up and leaves a wrench some room.
      expect(requiredIn).toBeLessThanOrEqual(handbookIn);
      expect(requiredIn).toBeGreaterThan(handbookIn * 0.9);
    });
  });

  test('cuts a gland hole large enough for the thread and small enough for its seal', () => {
    for (const clearanceMm of [16.3, 20.3, 25.3, 32.3, 40.3]) {
      for (const trade of ['us', 'iec'] as const) {
        const { saw } = sawnGlandHole(clearanceMm, trade);
        expect(saw?.diameterMm).toBeGreaterThanOrEqual(clearanceMm);
        expect(saw?.diameterMm).toBeLessThanOrEqual(clearanceMm + 1.2);
        expect(saw?.label).toMatch(trade === 'us' ? /″/ : /mm/);
      }
    }
  });
});

describe('wirewayHoles', () => {
  test('places holes where the knockouts are, mirrored when seen from below', () => {
    const [first, second] = wirewayHoles(prepare(overWireway([100, 300], 76.2)), 'ww');
    // Unit’s left side at 800, wireway’s left end at 500: 300 + along.
    expect(first).toMatchObject({ fromLeftMm: 400, fromLeftSeenFromBelowMm: 600, fromBackMm: 60 });
    expect(second).toMatchObject({ fromLeftMm: 600, fromLeftSeenFromBelowMm: 400 });
  });
});

describe('wireway checks', () => {
  const ids = (of: Plan) =>
    [...findingsOf(wirewayHolesCheck, prepare(of)), ...findingsOf(nippleCheck, prepare(of))].map(
      ({ message }) => message,
    );

  test('pass a unit with room for its holes and fittings', () => {
    expect(ids(overWireway([100, 300], 76.2))).toEqual([]);
  });

  test('find locknuts that collide', () => {
    expect(ids(overWireway([100, 130], 76.2))).toEqual(['conflict']);
  });

  test('find a hole too near the folded edge, and one off the end', () => {
    expect(ids(overWireway([100], 76.2, '3/4', 15))).toEqual(['depth']);
    const shifted = overWireway([100], 76.2);
    const away = {
      ...shifted,
      placements: shifted.placements.map((p) => (p.id === 'u' ? { ...p, xMm: 500 } : p)),
    };
    const [finding] = findingsOf(wirewayHolesCheck, prepare(away));
    expect(finding).toMatchObject({ message: 'end', severity: 'stop' });
  });

  test('find a gap too short for two fittings and offer one that clears it', () => {
    const [finding] = findingsOf(nippleCheck, prepare(overWireway([100], 40)));
    expect(finding).toMatchObject({ message: 'fittings-touch', severity: 'stop' });
    expect(finding?.fixes[0]?.edits[0]).toMatchObject({ kind: 'move-placement', yMm: 900 + 75 + 500 });
  });

  test('ask for measured fittings where none are tabled', () => {
    const [finding] = findingsOf(nippleCheck, prepare(overWireway([200], 200, '3', 75)));
    expect(finding).toMatchObject({ message: 'no-fitting', severity: 'ask' });
  });
});
