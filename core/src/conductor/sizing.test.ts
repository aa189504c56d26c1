import { AWG_SIZES, type AwgSize, MM2_SIZES } from '../reference/conductor-sizes.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  AWG_AMBIENT,
  AWG_AMPACITY,
  AWG_EARTH,
  AWG_RESISTANCE,
  BUILDING_CABLE_OUTSIDE,
  MM2_CAPACITY,
  MM2_RESISTANCE,
  THHN_DIMENSIONS,
  XHHW_DIMENSIONS,
  type AwgColumn,
} from '../reference/conductors.ts';
import { STANDARD_RATINGS } from '../reference/overcurrent.ts';
import { bundleMm } from './bundle.ts';
import { codeTablesOf, sectionMm2 } from './code-tables.ts';
import { metalOf } from './schedule.ts';
import { AT_30, demand } from '../test/demand.ts';
import { sizeConductors } from './sizing.ts';

const sizeOf = (more: Parameters<typeof demand>[0]) => sizeConductors(demand(more)).chosen?.size.size ?? null;

describe('the American tables', () => {
  test('correct for ambient as the formula beside them says, at the top of each band', () => {
    // NEC 310.15(B), Equation 310.15(B): √((Tc − Ta) ÷ (Tc − 30)), printed to two digits.
    for (const row of AWG_AMBIENT.rows) {
      for (const column of [60, 75, 90] as const) {
        const printed = row[column];
        if (printed !== null)
          expect(Math.abs(printed - Math.sqrt((column - row.toC) / (column - 30)))).toBeLessThan(0.0101);
      }
    }
  });

  test('rise with size and with temperature', () => {
    for (const material of ['copper', 'aluminium'] as const) {
      let before = 0;
      for (const size of AWG_SIZES) {
        const row = AWG_AMPACITY.rows[material][size];
        if (row === null) continue;
        expect(row[60]).toBeLessThan(row[75]);
        expect(row[75]).toBeLessThan(row[90]);
        expect(row[75]).toBeGreaterThan(before);
        before = row[75];
      }
    }
  });

  test('have the resistance of the metal over their section', () => {
    // Copper 0.01724 Ω·mm²/m and aluminium 0.0282 at 20 °C (handbook figures), at 75 °C by 0.00393 and 0.00403 /K; stranding adds up to 3 %.
    for (const size of AWG_SIZES) {
      const areaMm2 = sectionMm2({ by: 'awg', size });
      for (const [material, ohmMm2PerM, perKelvin] of [
        ['copper', 0.01724, 0.00393],
        ['aluminium', 0.0282, 0.00403],
      ] as const) {
        const perM = (ohmMm2PerM * (1 + perKelvin * 55)) / areaMm2;
        const tabled = codeTablesOf({ material, insulation: 'thhn' }).ohmPerM({ by: 'awg', size }, 75) ?? 0;
        expect(tabled / perM).toBeGreaterThan(0.98);
        expect(tabled / perM).toBeLessThan(1.04);
      }
    }
  });

  test('lose by resistance what the circular-mil method says with 12.9 Ω·cmil/ft', () => {
    // Trade formula: drop = 2 · 12.9 · I · feet ÷ circular mils, for copper at 75 °C.
    const tables = codeTablesOf({ material: 'copper', insulation: 'thhn' });
    for (const size of AWG_SIZES) {
      const byMils = (2 * 12.9 * 20 * 100) / AWG_RESISTANCE.rows[size].circularMils;
      const byOhms = 2 * 20 * (tables.ohmPerM({ by: 'awg', size }, 75) ?? 0) * 30.48;
      expect(Math.abs(byOhms / byMils - 1)).toBeLessThan(0.006);
    }
  });

  test('size the earth conductor by the device before it', () => {
    // NEC Table 250.122.
    const earth = (deviceA: number, size: AwgSize) =>
      codeTablesOf({ material: 'copper', insulation: 'thhn' }).earthFor({ by: 'awg', size }, deviceA, 1, 1)
        ?.size;
    expect([15, 20, 60, 61, 100, 101, 200, 400].map((deviceA) => earth(deviceA, '500'))).toEqual(['14', '12', '10', '8', '8', '6', '6', '3']); // prettier-ignore
    // 250.122(A): never larger than the conductors of its circuit.
    expect(earth(60, '12')).toBe('12');
    expect(AWG_EARTH.rows.map(({ toA }) => toA)).toEqual([...AWG_EARTH.rows.map(({ toA }) => toA)].sort((a, b) => a - b)); // prettier-ignore
  });

  test('know the outside of each size of both insulations, area and diameter alike', () => {
    for (const { rows } of [THHN_DIMENSIONS, XHHW_DIMENSIONS])
      for (const { diameterIn, areaIn2 } of Object.values(rows))
        expect(Math.abs((Math.PI / 4) * diameterIn ** 2 - areaIn2)).toBeLessThan(0.0006);
  });
});

describe('the international tables', () => {
  test('have the resistance of the metal over their section', () => {
    // IEC 60228: copper at 20 °C not above 1/56 Ω·mm²/m by more than what stranding and tolerance add.
    for (const size of MM2_SIZES) {
      const perKm = 1000 / 58 / Number(size);
      expect(MM2_RESISTANCE.rows[size].class2 / perKm).toBeGreaterThan(0.99);
      expect(MM2_RESISTANCE.rows[size].class2 / perKm).toBeLessThan(1.13);
      expect(MM2_RESISTANCE.rows[size].class5).toBeGreaterThanOrEqual(
        MM2_RESISTANCE.rows[size].class2 * 0.99,
      );
    }
    // kt = 254.5 ÷ (234.5 + t) is the standard’s own factor to 20 °C.
    const tables = codeTablesOf({ material: 'copper', insulation: 'pvc' });
    const at70 = (tables.ohmPerM({ by: 'mm2', size: '4' }, 70) ?? 0) * 1000;
    expect(at70 * (254.5 / (234.5 + 70))).toBeCloseTo(4.95, 2);
  });

  test('carry more clipped than in conduit, two loaded than three, 90 °C than 70 °C', () => {
    for (const material of ['copper', 'aluminium'] as const) {
      const { 70: cool, 90: hot } = MM2_CAPACITY.rows[material];
      for (const size of MM2_SIZES) {
        const figures = [cool[3].conduit, cool[2].conduit, cool[2].clipped].map((each) => each[size]);
        if (figures[0] === undefined) continue;
        expect(figures).toEqual([...figures].sort((a = 0, b = 0) => a - b));
        for (const loaded of [2, 3] as const)
          expect(hot[loaded].conduit[size] ?? 0).toBeGreaterThan(cool[loaded].conduit[size] ?? 0);
      }
    }
  });

  test('size the protective conductor by the line conductor', () => {
    // IEC 60364-5-54, Table 54.2: S up to 16, 16 up to 35, then S ÷ 2.
    const tables = codeTablesOf({ material: 'copper', insulation: 'pvc' });
    const earth = (['2.5', '16', '25', '35', '50', '70', '120'] as const).map(
      (size) => tables.earthFor({ by: 'mm2', size }, 0, 1, 1)?.size,
    );
    expect(earth).toEqual(['2.5', '16', '16', '16', '25', '35', '70']);
    // Of two sets of 70 mm² by what they are together: 140 ÷ 2.
    expect(tables.earthFor({ by: 'mm2', size: '70' }, 0, 2, 1)?.size).toBe('70');
  });

  test('know the outside of all sizes, in order', () => {
    const outsides = MM2_SIZES.map((size) => BUILDING_CABLE_OUTSIDE.rows[size]);
    expect(outsides).toEqual([...outsides].sort((a, b) => a - b));
  });
});

describe('sizing', () => {
  test('of facts of the trade', () => {
    // Common practice: 40 A between a controller of 30 A and its battery; 33.3 A out of 8 kW at 240 V: 45 A on #8.
    const controller = sizeConductors(demand({ currentA: 30, voltageV: null }));
    expect([controller.designA, controller.deviceA, controller.chosen?.size.size]).toEqual([37.5, 40, '8']);
    const feed = sizeConductors(demand({ currentA: 33.3 }));
    expect([feed.deviceA, feed.chosen?.size.size, feed.earth?.size]).toEqual([45, '8', '10']);
    // The same with terminals that are not marked: 60 °C, #6.
    expect(sizeOf({ currentA: 33.3, terminalC: null })).toBe('6');
    // Two strings of 9.8 A short-circuit: 1.25 · 1.25 · 9.8 = 15.3 A, a fuse of 20 A at least.
    const array = sizeConductors(demand({ currentA: 1.25 * 9.8, isArray: true }));
    expect(array.designA).toBeCloseTo(1.5625 * 9.8, 9);
    expect(array.deviceA).toBe(20);
    // One string of that wants 12 AWG at least for its fuse (240.4(D)).
    expect(array.chosen?.size.size).toBe('12');
  });

  test('takes ambient and company off the 90 °C column, and terminals as they are', () => {
    // 40 A for long: 40 · 1.25 = 50 A at terminals of 75 °C is #8 (50 A). At 40 °C with 6 together: 55 · 0.91 · 0.8 = 40.04 ≥ 40.
    const warm = { ...AT_30, ambientC: 40, carrying: 6 };
    const eight = sizeConductors(demand({ currentA: 40, lies: [warm], lengthM: null })).candidates.find(
      ({ size }) => size.size === '8',
    );
    expect(eight?.capacityA).toBeCloseTo(40.04, 9);
    expect(eight?.terminalA).toBe(50);
    // 40.04 A is protected by the next standard device, 45 A; 50 A is beyond it (240.4(B)).
    expect(eight?.fails).toEqual(['protection']);
    expect(sizeOf({ currentA: 40, lies: [warm], lengthM: null })).toBe('6');
  });

  test('protects up to the next standard rating, small sizes to their own', () => {
    const tables = codeTablesOf({ material: 'copper', insulation: 'thhn' });
    const of = (size: AwgSize, capacityA: number, deviceA: number) =>
      deviceA <= tables.mostDeviceA({ by: 'awg', size }, capacityA) + 1e-6;
    expect([of('10', 40, 30), of('10', 40, 35), of('12', 30, 25), of('14', 25, 15)]).toEqual([true, false, false, true]); // prettier-ignore
    expect([of('6', 65, 70), of('6', 65, 80), of('6', 70, 70), of('6', 69.9999999, 70)]).toEqual([true, false, true, true]); // prettier-ignore
  });

  test('passes at the exact limit and fails just beyond', () => {
    const at = (currentA: number) => sizeOf({ currentA, isContinuous: false, lengthM: null });
    expect([at(20), at(20.01), at(30), at(30.01), at(50), at(50.01)]).toEqual([
      '12',
      '10',
      '10',
      '8',
      '8',
      '6',
    ]);
    const drop = (mostDropPct: number) =>
      sizeConductors(demand({ wire: { size: { by: 'awg', size: '10' } }, lengthM: 30, mostDropPct })).chosen;
    const lost = drop(50)?.dropPct ?? 0;
    expect(drop(lost)?.fails).toEqual([]);
    expect(drop(lost * 0.999)?.fails).toEqual(['drop']);
  });

  test('is of a hand calculation, whatever the case', () => {
    // Recalculated from the clauses, sharing no code with what is tested but its tables.
    const columns = [60, 75, 90] as const;
    fc.assert(
      fc.property(
        fc.record({
          currentA: fc.double({ min: 0.5, max: 900, noNaN: true }),
          sets: fc.integer({ min: 1, max: 4 }),
          isContinuous: fc.boolean(),
          material: fc.constantFrom('copper' as const, 'aluminium' as const),
          ambientC: fc.integer({ min: -20, max: 84 }),
          carrying: fc.integer({ min: 1, max: 50 }),
          terminalC: fc.constantFrom(null, ...columns),
          lengthM: fc.double({ min: 0.1, max: 200, noNaN: true }),
          voltageV: fc.constantFrom(12, 48, 240, 600),
          mostDropPct: fc.constantFrom(1, 2, 3, 10),
        }),
        (each) => {
          const { currentA, isContinuous, material, ambientC, carrying, terminalC, lengthM, voltageV, sets } =
            each;
          const lies = [{ ...AT_30, ambientC, carrying }];
          const sizing = sizeConductors(demand({ ...each, wire: { material, sets }, lies }));
          const designA = currentA * (isContinuous ? 1.25 : 1);
          const device = STANDARD_RATINGS.rows.find((rating) => rating >= designA - 1e-6);
          const limits: Partial<Record<AwgSize, number>> =
            material === 'copper' ? { '14': 15, '12': 20, '10': 30 } : { '12': 15, '10': 25 };
          const band = Math.max(10, Math.ceil((ambientC - 0) / 5) * 5);
          const ambient = AWG_AMBIENT.rows.find(({ toC }) => toC === band)?.[90] ?? 0;
          const together = carrying <= 3 ? 1 : carrying <= 6 ? 0.8 : carrying <= 9 ? 0.7 : carrying <= 20 ? 0.5 : carrying <= 30 ? 0.45 : carrying <= 40 ? 0.4 : 0.35; // prettier-ignore
          const usualC = (device ?? designA) > 100 ? 75 : 60;
          // As they are marked, whatever that is; by the current where they are not.
          const column: AwgColumn = terminalC ?? usualC;
          const serves = AWG_SIZES.filter((size) => {
            const row = AWG_AMPACITY.rows[material][size];
            if (row === null || device === undefined) return false;
            const capacityA = sets * row[90] * ambient * together;
            if (capacityA < currentA - 1e-6 || sets * row[column] < designA - 1e-6) return false;
            // 310.10(G): 1/0 and thicker may share a current.
            if (sets > 1 && AWG_SIZES.indexOf(size) < AWG_SIZES.indexOf('1/0')) return false;
            const carriesA = Math.min(capacityA, sets * row[column]);
            const next = STANDARD_RATINGS.rows.find((rating) => rating >= carriesA - 1e-6) ?? 0;
            // 240.4(C): above 800 A no next size up.
            if (device > carriesA + 1e-6 && (device > 800 || device > next + 1e-6)) return false;
            if (device > (limits[size] ?? Infinity)) return false;
            const hotC = ambientC + (90 - ambientC) * (currentA / capacityA) ** 2;
            const perKelvin = material === 'copper' ? 0.00323 : 0.0033;
            const ohmPerM =
              (AWG_RESISTANCE.rows[size][material] / 304.8 / sets) * (1 + perKelvin * (hotC - 75));
            return (2 * currentA * ohmPerM * lengthM * 100) / voltageV <= each.mostDropPct + 1e-4;
          });
          expect(sizing.chosen?.size.size ?? null).toBe(serves[0] ?? null);
          // Of all sizes, each looked at in full: the first that serves, and what the one below it is too small for.
          const first = sizing.candidates.findIndex(({ fails }) => fails.length === 0);
          expect(sizing.smallest).toEqual(sizing.candidates[first] ?? null);
          expect(sizing.because).toEqual(first < 1 ? [] : sizing.candidates[first - 1]?.fails);
        },
      ),
      { numRuns: 600 },
    );
  });

  test('is never helped by more heat, more company, more current or a longer way', () => {
    const places = fc.record({
      ambientC: fc.integer({ min: 0, max: 70 }),
      carrying: fc.integer({ min: 1, max: 40 }),
    });
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 200, noNaN: true }),
        fc.double({ min: 1, max: 60, noNaN: true }),
        places,
        fc.constantFrom('thhn' as const, 'pvc' as const, 'xlpe' as const, 'xhhw' as const),
        fc.constantFrom('current', 'length', 'heat', 'company'),
        (currentA, lengthM, place, insulation, more) => {
          const at = (amps: number, metres: number, { ambientC, carrying }: typeof place) => {
            const { chosen, candidates } = sizeConductors(
              demand({
                currentA: amps,
                lengthM: metres,
                wire: { insulation },
                lies: [{ ambientC, carrying, circuits: Math.ceil(carrying / 2), installed: 'clipped' }],
              }),
            );
            return chosen === null
              ? Infinity
              : candidates.findIndex(({ size: { size } }) => size === chosen.size.size);
          };
          const before = at(currentA, lengthM, place);
          const after = at(
            more === 'current' ? currentA * 1.3 : currentA,
            more === 'length' ? lengthM * 1.7 : lengthM,
            {
              ambientC: place.ambientC + (more === 'heat' ? 9 : 0),
              carrying: place.carrying + (more === 'company' ? 7 : 0),
            },
          );
          expect(before).toBeGreaterThanOrEqual(0);
          expect(after).toBeGreaterThanOrEqual(before);
        },
      ),
      { numRuns: 300 },
    );
  });

  test('finds nothing that serves where it is too hot, and says so', () => {
    const { chosen, smallest } = sizeConductors(demand({ lies: [{ ...AT_30, ambientC: 86 }] }));
    expect([chosen, smallest]).toEqual([null, null]);
    // 70 °C of PVC in air of 61 °C: the table ends at 60.
    expect(sizeOf({ wire: { insulation: 'pvc' }, lies: [{ ...AT_30, ambientC: 61 }] })).toBeNull();
  });

  test('keeps to what its terminals take', () => {
    // 6 mm² to 35 mm², as a controller’s: 1.5 mm² would carry it.
    const wire = { insulation: 'pvc' } as const;
    expect(sizeOf({ wire, takesMm2: { least: 0, most: Infinity } })).toBe('1.5');
    expect(sizeOf({ wire, takesMm2: { least: 6, most: 35 } })).toBe('6');
    expect(sizeOf({ wire, currentA: 150, takesMm2: { least: 6, most: 35 } })).toBeNull();
    // Printed as 8.4 and 21.1 mm²: #8 is 8.37, #4 is 21.15.
    expect(sizeOf({ takesMm2: { least: 8.4, most: 21.1 } })).toBe('8');
    expect(sizeOf({ currentA: 64, takesMm2: { least: 8.4, most: 21.1 } })).toBe('4');
    expect(sizeOf({ currentA: 64, takesMm2: { least: 8.4, most: 20 } })).toBeNull();
  });

  test('takes the worst of all places it lies at', () => {
    const hot = { ...AT_30, ambientC: 60 };
    const { chosen } = sizeConductors(demand({ currentA: 40, lies: [AT_30, hot, AT_30] }));
    expect(chosen?.where).toBe(1);
    expect(sizeOf({ currentA: 40, lies: [hot] })).toBe(chosen?.size.size);
  });

  test('loses in each part what its conductor does there at its own temperature', () => {
    // By hand: R(T) of each third of the way; the middle is hot and so are its ohms.
    const hot = { ...AT_30, ambientC: 55 };
    const wire = { size: { by: 'awg', size: '6' } } as const;
    const { chosen } = sizeConductors(demand({ currentA: 30, wire, lengthM: 30, lies: [AT_30, hot, AT_30] }));
    const at = (ambientC: number, factor: number) => {
      const conductorC = ambientC + (90 - ambientC) * (30 / (75 * factor)) ** 2;
      return { conductorC, dropV: 2 * 30 * 10 * (0.491 / 304.8) * (1 + 0.00323 * (conductorC - 75)) };
    };
    // NEC Tables 310.16 and 310.15(B)(1)(1): 75 A at 90 °C; 0.76 at 51 to 55 °C.
    const [cool, warm] = [at(30, 1), at(55, 0.76)];
    [cool, warm, cool].forEach(({ conductorC, dropV }, index) => {
      expect(chosen?.stretches[index]?.conductorC).toBeCloseTo(conductorC, 9);
      expect(chosen?.stretches[index]?.dropV).toBeCloseTo(dropV, 9);
    });
    expect(chosen?.dropV).toBeCloseTo(2 * cool.dropV + warm.dropV, 9);
    expect(chosen?.conductorC).toBeCloseTo(warm.conductorC, 9);
  });

  test('shares a current between sets that are thick enough', () => {
    // 600 A for long: 750 A and a device of 800 A. Two sets of 500 kcmil at 75 °C carry 2 · 380 = 760 A, and 800 A is the next device.
    const two = sizeConductors(demand({ currentA: 600, wire: { sets: 2 }, lengthM: null }));
    expect([two.designA, two.deviceA, two.chosen?.size.size, two.earth?.size]).toEqual([
      750,
      800,
      '500',
      '1/0',
    ]);
    expect(sizeOf({ currentA: 600, lengthM: null })).toBeNull();
    // Small ones may not share, whatever they carry (310.10(G)).
    const small = sizeConductors(demand({ wire: { sets: 2, size: { by: 'awg', size: '2' } } }));
    expect(small.chosen?.fails).toEqual(['sharing']);
    expect(sizeOf({ wire: { sets: 2 } })).toBe('1/0');
    // 1,000 A device: 240.4(C) wants 1,000 A of conductors: three sets of 400 kcmil (335 A) carry 1,005 A.
    expect(sizeOf({ currentA: 800, wire: { sets: 3 }, lengthM: null })).toBe('400');
  });

  test('knows what its metal weighs', () => {
    // Handbook: 1,000 ft of bare copper 10 AWG (10,380 circular mils) weigh 31.43 lb, of 4/0 (211,600) 640.5 lb.
    for (const [size, pounds] of [
      ['10', 31.43],
      ['4/0', 640.5],
    ] as const) {
      const kg = metalOf('copper', sectionMm2({ by: 'awg', size }), 304_800);
      expect(Math.abs(kg / 0.45359237 / pounds - 1)).toBeLessThan(0.001);
    }
    // 1 km of aluminium of 100 mm²: 270.3 kg.
    expect(metalOf('aluminium', 100, 1e6)).toBeCloseTo(270.3, 9);
  });

  test('counts √3 for three phases', () => {
    const wire = { insulation: 'xlpe', size: { by: 'mm2', size: '16' } } as const;
    const [two, three] = ([2, 3] as const).map(
      (loaded) => sizeConductors(demand({ currentA: 50, wire, loaded, voltageV: 400, lengthM: 40 })).chosen,
    );
    // Nearly: with three loaded it is warmer.
    expect((three?.dropV ?? 0) / (three?.ohmPerM ?? 1)).toBeCloseTo(Math.sqrt(3) * 50 * 40, 6);
    expect((two?.dropV ?? 0) / (two?.ohmPerM ?? 1)).toBeCloseTo(2 * 50 * 40, 6);
  });
});

describe('a hole for several cables', () => {
  test('is one cable, two side by side, and three in a triangle', () => {
    expect([bundleMm([]), bundleMm([7]), bundleMm([7, 5])]).toEqual([0, 7, 12]);
    // Three equal circles fit a circle of 1 + 2 ÷ √3 of their diameter; seven of 3.
    expect(bundleMm([10, 10, 10])).toBeCloseTo(10 * (1 + 2 / Math.sqrt(3)), 3);
    expect(bundleMm([10, 10, 10, 10])).toBeCloseTo(10 * (1 + Math.SQRT2), 3);
    expect(bundleMm(Array<number>(7).fill(10))).toBeCloseTo(30, 9);
    expect(bundleMm(Array<number>(8).fill(10))).toBe(50);
  });
});
