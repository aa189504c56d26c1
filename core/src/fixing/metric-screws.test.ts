import { describe, expect, test } from '@jest/globals';
import { N_PER_LBF } from '../quantity/convert.ts';
import { LOAD_FACTORS, METRIC_SCREWS, SCREWS_OF, WOOD_FACTORS } from '../reference/fasteners.ts';
import { screwStrength, withdrawalLbPerIn } from './wood-screw-strength.ts';

/**
 * EN 1995-1-1, 8.7.2 (from memory): screws of 6 to 12 mm, pulled straight out of softwood of characteristic density ρ:
 * f = 0.52 · d^−0.5 · l^−0.1 · ρ^0.8, carried f · d · l · min(d ÷ 8, 1), times k_mod 0.6 for permanent load, over γ_M 1.3;
 * against a load with γ_G 1.35. C24 has ρ_k 350 and C16 310 kg/m³ (EN 338, from memory).
 */
function euroPullN(dMm: number, threadMm: number, densityKgPerM3: number): number {
  const f = 0.52 * dMm ** -0.5 * threadMm ** -0.1 * densityKgPerM3 ** 0.8;
  return (f * dMm * threadMm * Math.min(dMm / 8, 1) * 0.6) / 1.3 / 1.35;
}

/** 8.2.3, thin plate: 1.15 √(2 M f d), without the rope’s share; f_h 0.082 (1 − 0.01 d) ρ along the grain, M 0.3 f_u d^2.6 with 1.1 core. */
function euroShearN(coreMm: number, densityKgPerM3: number): number {
  const d = 1.1 * coreMm;
  const bearing = 0.082 * (1 - 0.01 * d) * densityKgPerM3;
  const moment = 0.3 * 400 * d ** 2.6;
  return (1.15 * Math.sqrt(2 * moment * bearing * d) * 0.6) / 1.3 / 1.35;
}

describe('metric screws', () => {
  // Oven-dry 0.36 is the least of the softwoods here: with 12 % of water and a lower fifth percentile about 310 kg/m³, C16.
  const coach = METRIC_SCREWS.rows.filter(({ kind }) => kind === 'lag');

  test.each(coach.map((row) => [row.name, row] as const))(
    '%s carries no more than Eurocode 5 lets it',
    (name, row) => {
      const size = SCREWS_OF.iec.find((each) => each.name === name);
      if (size === undefined) throw new Error(name);
      for (const [gravity, density] of [
        [0.36, 310],
        [0.42, 350],
      ] as const) {
        const threadMm = 8 * row.shankMm;
        const seat = { threadMm, bearingMm: threadMm, penetrationMm: threadMm };
        const strength = screwStrength(size, gravity, seat, WOOD_FACTORS.permanent, 0);
        // What may hang there: loads are taken half as much again.
        const [pullN, shearN] = [strength.pullN, strength.shearN].map((n) => n / LOAD_FACTORS.wall.down);
        if (pullN === undefined || shearN === undefined) throw new Error('none');
        expect(pullN).toBeGreaterThan(0.25 * euroPullN(row.shankMm, threadMm, density));
        expect(pullN).toBeLessThanOrEqual(euroPullN(row.shankMm, threadMm, density));
        expect(shearN).toBeGreaterThan(0.25 * euroShearN(row.rootMm, density));
        expect(shearN).toBeLessThanOrEqual(euroShearN(row.rootMm, density));
      }
    },
  );

  // NDS 12.2-1 by hand: 1800 · 0.42^1.5 · (8 ÷ 25.4)^0.75 = 206.2 lb/in.
  test('go by the equation for their diameter', () => {
    const size = SCREWS_OF.iec.find(({ name }) => name === '8 mm coach screw');
    if (size === undefined) throw new Error('none');
    expect(withdrawalLbPerIn(size, 0.42)).toBeCloseTo(206.0, 0);
    expect((withdrawalLbPerIn(size, 0.42) * N_PER_LBF) / 25.4).toBeCloseTo(36.1, 1);
  });

  test('have a core within their thread, and are listed thin to thick', () => {
    for (const { shankMm, rootMm, tipMm } of METRIC_SCREWS.rows) {
      expect(rootMm / shankMm).toBeGreaterThan(0.6);
      expect(rootMm / shankMm).toBeLessThan(0.8);
      expect(tipMm).toBeLessThan(shankMm);
    }
  });
});
