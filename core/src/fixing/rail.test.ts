import { findingsOf } from '../check/run-checks.ts';
import { describe, expect, test } from '@jest/globals';
import { prepare } from '../check/prepared.ts';
import { bracketHole, fourHoles } from '../gear/new-gear.ts';
import type { BracketHole } from '../plan/gear-type.ts';
import { RAIL_LIMITS, RAILS } from '../reference/rails.ts';
import { gear, getHung, hang, plan } from '../test/plans.ts';
import { boardCheck } from './board-check.ts';
import { bendingOf, railsOf } from './rail.ts';

const deep = RAILS.rows['slotted-41'];

function nut(alongMm: number, pullN: number, shearN = 0) {
  return { gear: 'Unit', hole: 'h', alongMm, pullN, shearN };
}

/** Bare rails 1200 long at 100 and 500 up, with a unit bolted to both. */
function onRails(supports: readonly BracketHole[], massKg = 40, rail?: 'slotted-21') {
  return plan({
    gearTypes: [
      gear('rails', {
        kind: 'board',
        widthMm: 1200,
        heightMm: 600,
        depthMm: deep.heightMm,
        dropMm: 600,
        massKg: 6,
        bracketHoles: [...supports],
        board: {
          material: 'Slotted rail',
          fireClass: 'non-combustible',
          holding: 'slide-in-nut',
          cornerRadiusMm: 0,
          hasTrim: false,
          cables: 'on-face',
          railsUpMm: [100, 500],
          ...(rail === undefined ? {} : { rail }),
        },
      }),
      gear('unit', { massKg, bracketHoles: fourHoles(300, 400, 5) }),
    ],
    placements: [hang('r', 'rails', 'w', 2000, 1500), { ...hang('u', 'unit', 'w', 2000, 1400), on: 'r' }],
  });
}

const atEnds = [-550, 550].flatMap((x) => [
  bracketHole(`u${x}`, x, -100, 5),
  bracketHole(`l${x}`, x, -500, 5),
]);

describe('rail sections', () => {
  test.each(['slotted-41', 'slotted-21'] as const)(
    '%s has about what its lipped channel works out to, less for its slots',
    (kind) => {
      // Web, two flanges, two lips and two returns of 2.5 mm sheet, worked out as rectangles.
      const { heightMm: h, ...section } = RAILS.rows[kind];
      const [b, t, lip, back] = [41.3, 2.5, 9.5, 7];
      const parts: readonly (readonly [number, number, number, number])[] = [
        [0, b, 0, t],
        [0, t, t, h],
        [b - t, b, t, h],
        [t, lip, h - t, h],
        [b - lip, b - t, h - t, h],
        [lip - t, lip, h - t - back, h - t],
        [b - lip, b - lip + t, h - t - back, h - t],
      ];
      const sum = (of: (w: number, d: number, y: number, x: number) => number) =>
        parts.reduce((all, [x0, x1, y0, y1]) => all + of(x1 - x0, y1 - y0, (y0 + y1) / 2, (x0 + x1) / 2), 0);
      const area = sum((w, d) => w * d);
      const centre = sum((w, d, y) => w * d * y) / area;
      const out = sum((w, d, y) => (w * d ** 3) / 12 + w * d * (y - centre) ** 2);
      const along = sum((w, d, _, x) => (d * w ** 3) / 12 + w * d * (x - b / 2) ** 2);
      for (const [listed, solid] of [
        [section.outInertiaMm4, out],
        [section.outModulusMm3, out / Math.max(centre, h - centre)],
        [section.alongInertiaMm4, along],
        [section.alongModulusMm3, along / (b / 2)],
        [section.massKgPerM, area * 7.85e-3],
      ] as const) {
        expect(listed / solid).toBeLessThanOrEqual(1);
        expect(listed / solid).toBeGreaterThan(0.7);
      }
    },
  );
});

describe('rails behind gear', () => {
  test('have a nut for each hole on them, from their left end', () => {
    const prepared = prepare(onRails(atEnds));
    const [low, high] = railsOf(prepared, getHung(prepared, 'r'));
    // The unit’s holes are 1850 and 2150; the rails begin at 1400.
    expect(high?.nuts.map(({ alongMm }) => alongMm)).toEqual([450, 750]);
    expect(high?.supportsMm).toEqual([50, 1150]);
    // The upper row has the overturning couple.
    expect(high?.nuts[0]?.pullN ?? 0).toBeGreaterThan(low?.nuts[0]?.pullN ?? 0);
  });

  test('bend as a beam between the fixings next to each other', () => {
    // One nut amid a span of 1000: M = P·L/4, both ways.
    const bent = bendingOf(deep, 1000, [0, 1000], [nut(500, 800, 300)]);
    const stress = (800 * 1000) / 4 / deep.outModulusMm3 + (300 * 1000) / 4 / deep.alongModulusMm3;
    expect(bent?.stressMpa).toBeCloseTo(stress, 9);
    const out = (800 * 1000 ** 3) / (48 * RAIL_LIMITS.elasticityMpa * deep.outInertiaMm4);
    const along = (300 * 1000 ** 3) / (48 * RAIL_LIMITS.elasticityMpa * deep.alongInertiaMm4);
    expect(bent?.sagMm).toBeCloseTo(Math.hypot(out, along), 9);
    expect(bent?.mostSagMm).toBeCloseTo(1000 / 180, 9);
    // A fixing more, and the span is half.
    expect(bendingOf(deep, 1000, [0, 500, 1000], [nut(250, 800)])?.spanMm).toBe(500);
  });

  test('count an overhang as twice its length', () => {
    const bent = bendingOf(deep, 1000, [0, 600], [nut(1000, 100)]);
    expect(bent?.spanMm).toBe(800);
    expect(bent?.stressMpa).toBeCloseTo((100 * 400) / deep.outModulusMm3, 9);
  });

  test('are found where they bend or sag too much, or are held at one place only', () => {
    const found = (...args: Parameters<typeof onRails>) =>
      findingsOf(boardCheck, prepare(onRails(...args))).map(({ message, severity }) => [message, severity]);
    expect(found(atEnds)).toEqual([]);
    expect(found(atEnds, 300, 'slotted-21')).toEqual([['rail-bends', 'fix']]);
    expect(found(atEnds.slice(0, 2))).toEqual([['rail-loose', 'fix']]);
    const [finding] = findingsOf(boardCheck, prepare(onRails(atEnds, 300, 'slotted-21')));
    expect(finding?.measured?.value).toBeGreaterThan(RAIL_LIMITS.bendingMpa);
    expect(finding?.working?.result.value).toEqual(finding?.measured);
  });
});
