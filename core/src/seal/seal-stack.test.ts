import { describe, expect, test } from '@jest/globals';
import { findingsOf } from '../check/run-checks.ts';
import { prepare } from '../check/prepared.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import { tellingOf } from '../plan/names.ts';
import { INCH_READER } from '../quantity/format.ts';
import { openHoneyHouse } from '../test/open-honey-house.ts';
import { sealInWords } from './seal-words.ts';
import { SKINS, type Skin } from '../plan/material.ts';
import {
  ENTRY_KINDS,
  SEAL_SCHOOLS,
  SEAL_STEPS,
  type Entry,
  type EntryKind,
  type Penetration,
} from '../plan/penetration.ts';
import type { Plan } from '../plan/plan.ts';
import { SEALANTS } from '../reference/sealants.ts';
import { unfitOn } from './schools.ts';
import { sealStackCheck } from './seal-check.ts';
import { sawRpm, sealStack } from './seal-stack.ts';

const [hole] = openHoneyHouse().penetrations;
if (hole === undefined) throw new Error('The demo has a penetration.');

function withHole(
  more: Partial<Penetration>,
  skin: Skin = 'shingles',
  site: Partial<Plan['site']> = {},
): Plan {
  const demo = openHoneyHouse();
  return {
    ...demo,
    site: { ...demo.site, ...site },
    materials: demo.materials.map((material) => ({ ...material, skin })),
    penetrations: [{ ...hole, ...more } as Penetration],
  };
}

function stackOf(plan: Plan) {
  const [penetration] = plan.penetrations;
  const stack = penetration === undefined ? null : sealStack(prepare(plan), penetration);
  if (stack === null) throw new Error('It has another side.');
  return stack;
}

function entryOf(kind: EntryKind): Entry {
  if (kind === 'gland') return { kind, gland: 'M20' };
  if (kind === 'stub' || kind === 'sleeve') return { kind, conduit: '1' };
  return { kind, gland: 'M20', glandCount: 4 };
}

describe('the seal stack', () => {
  const all = SKINS.flatMap((skin) =>
    SEAL_SCHOOLS.flatMap((school) =>
      ENTRY_KINDS.map((kind) => {
        const base = { widthMm: 1900, heightMm: 1700 };
        return stackOf(withHole({ school, entry: entryOf(kind), base }, skin));
      }),
    ),
  );

  test('has its steps in the order of work, each once, whatever skin, school and entry', () => {
    for (const { steps } of all) {
      const ids = steps.map(({ id }) => id);
      expect(ids).toEqual([...new Set(ids)].sort((a, b) => SEAL_STEPS.indexOf(a) - SEAL_STEPS.indexOf(b)));
      // Nobody goes on without these: look first, cut, deburr, one nut a cable, look at the end, water.
      expect(ids).toEqual(
        expect.arrayContaining([
          'services',
          'mark',
          'saw',
          'deburr',
          'glands',
          'drip-loop',
          'check-nuts',
          'water-test',
        ]),
      );
    }
  });

  // Common practice, no source: bare cut metal is painted in every school.
  test('paints bare cut metal in every school', () => {
    const metal = all.filter(({ skin }) => skin.endsWith('-metal'));
    const bare = metal.filter(
      ({ steps }) => steps.find(({ id }) => id === 'edge-paint')?.product?.sealant !== 'edge-paint',
    );
    expect([metal.length > 0, bare]).toEqual([true, []]);
  });

  // Common practice, no source: every unused entry is plugged.
  test('plugs every unused entry, and no used one', () => {
    const ids = (glandCount: number) =>
      stackOf(withHole({ xMm: 92 * 25.4, entry: { kind: 'box', gland: 'M20', glandCount } })).steps.map(
        ({ id }) => id,
      );
    // The demo’s run takes five wires through it.
    expect([ids(5).includes('plugs'), ids(8).includes('plugs')]).toEqual([false, true]);
  });

  test('suggests for every skin a school that suits it', () => {
    for (const skin of SKINS)
      for (const setting of ['building', 'mobile'] as const)
        for (const kind of ENTRY_KINDS) {
          const { suggested } = stackOf(withHole({ entry: entryOf(kind) }, skin, { setting }));
          expect([skin, unfitOn(suggested.school, skin)]).toEqual([skin, null]);
        }
  });

  test('measures a bead by hand', () => {
    const { steps, products, cureHours, window } = stackOf(
      withHole(
        {
          school: 'silicone',
          entry: { kind: 'box', gland: 'M20', glandCount: 6 },
          base: { widthMm: 150, heightMm: 110 },
        },
        'painted-metal',
      ),
    );
    const of = (id: string) => steps.find((step) => step.id === id)?.product;
    // Once round 520 mm, 50 past its start, and a ring 12 mm across round each of 7 screws, one each 75 mm: 833.9 mm.
    // Bed: 833.9 × π/4·6² = 23,577 mm³, a quarter more: 29.5 ml. Edge: 520 × 18 = 9.36 ml, a quarter more,
    // and a head each 75 mm: 7 × 1.25 ml.
    expect(of('bed')?.volumeMl).toBeCloseTo(29.472, 2);
    expect(of('edge-seal')?.volumeMl).toBeCloseTo(11.7 + 8.75, 6);
    expect(products.find(({ sealant }) => sealant === 'neutral-silicone')?.cartridgeCount).toBe(1);
    // A fillet of 6 mm at 2 to 3 mm a day: two to three days.
    expect(cureHours[0]).toBeCloseTo(48, 9);
    expect(cureHours[1]).toBeCloseTo(72, 9);
    expect(window).toEqual({ minC: 5, maxC: 35 });
  });

  test('sells enough: cartridges hold at least what all its beads take', () => {
    for (const { products } of all)
      for (const { volumeMl, cartridgeCount } of products)
        if (volumeMl !== null && cartridgeCount !== null) {
          expect(cartridgeCount * 310).toBeGreaterThanOrEqual(volumeMl);
          expect((cartridgeCount - 1) * 310).toBeLessThan(volumeMl);
        }
  });

  test('turns a saw at its surface speed and never faster', () => {
    // v = π·d·n: 25 m/min at a 50 mm saw is 159 turns a minute.
    expect(sawRpm('painted-metal', 50)).toBe(150);
    for (const skin of SKINS)
      for (const mm of [12, 21, 43, 76, 152])
        expect((Math.PI * mm * sawRpm(skin, mm)) / 1000).toBeLessThanOrEqual(80);
  });

  test('asks for a temperature that suits all its products at once', () => {
    for (const { window, steps } of all) {
      for (const { product } of steps) {
        if (product === null || window === null) continue;
        const { applyMinC, applyMaxC } = SEALANTS.rows[product.sealant];
        expect(window.minC).toBeGreaterThanOrEqual(applyMinC);
        expect(window.maxC).toBeLessThanOrEqual(applyMaxC);
      }
    }
  });

  test('keeps what is ticked', () => {
    const { steps } = stackOf(withHole({ done: ['mark', 'saw'] }));
    expect(steps.filter(({ isDone }) => isDone).map(({ id }) => id)).toEqual(['mark', 'saw']);
  });
});

describe('a hole into a cavity', () => {
  test('asks nobody to look at or work on its other side', () => {
    const prepared = prepare(honeyHouse());
    const hole = prepared.penetrations.get('wall-hole');
    const stack = hole === undefined ? null : sealStack(prepared, hole);
    const said =
      stack === null
        ? ''
        : sealInWords(stack, tellingOf(INCH_READER, honeyHouse()))
            .steps.map(({ text }) => text)
            .join(' ');
    expect(said).toContain('no deeper than its skin of 3⁄4″');
    expect(said).not.toMatch(/both sides|other side|comes out on/u);
  });
});

describe('the check of seals', () => {
  const found = (plan: Plan) => findingsOf(sealStackCheck, prepare(plan)).map(({ message }) => message);
  const box: Entry = { kind: 'box', gland: 'M20', glandCount: 6 };

  test('finds wrong pairs', () => {
    // Silicone where it is bonded or welded later, solvent on a membrane, beads over courses.
    expect(found(withHole({ school: 'silicone' }, 'membrane'))).toContain('unfit');
    expect(found(withHole({ school: 'bonded' }, 'membrane'))).toContain('unfit');
    expect(found(withHole({ school: 'silicone' }, 'shingles'))).toContain('unfit');
    expect(found(withHole({ school: 'bushing' }, 'painted-metal'))).toContain('unfit');
    expect(found(withHole({ school: 'silicone' }, 'painted-metal'))).toEqual([]);
  });

  test('finds butyl in summer heat on a slope, and not in a cool place or on the flat', () => {
    const hot = (meanMaxTempC: number, sun: 'none' | 'full') => {
      const plan = withHole({ school: 'butyl-lap' }, 'painted-metal');
      const faces = plan.faces.map((face) => ({ ...face, conditions: { meanMaxTempC, sun } }));
      return found({ ...plan, faces });
    };
    expect([hot(30, 'full'), hot(29, 'full'), hot(40, 'none')]).toEqual([['creep'], [], []]);
  });

  test('turns entries out of water and travel', () => {
    expect(found(withHole({ entry: box, opensTo: 'up' }))).toEqual(['up-slope']);
    expect(found(withHole({ entry: box, opensTo: null }))).toEqual(['which-way']);
    expect(found(withHole({ entry: box, opensTo: 'down' }))).toEqual([]);
    expect(found(withHole({ entry: { kind: 'gland', gland: 'M20' }, opensTo: null }))).toEqual([]);
  });

  test('asks for a fire-stop in a rated face until it is made, from either side', () => {
    for (const side of ['roof-top', 'roof-underside']) {
      const rated = (done: Penetration['done']) => {
        const plan = withHole({ done });
        const faces = plan.faces.map((face) => (face.id === side ? { ...face, fireRatedMinutes: 60 } : face));
        return found({ ...plan, faces });
      };
      expect([rated([]), rated(['fire-stop'])]).toEqual([['fire-stop'], []]);
    }
  });
});
