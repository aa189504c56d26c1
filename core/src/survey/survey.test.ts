import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  mean,
  median as libraryMedian,
  medianAbsoluteDeviation,
  sampleStandardDeviation,
} from 'simple-statistics';
import { DEMOS } from '../demo/demos.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import { prepare } from '../check/prepared.ts';
import { applyEdits } from '../plan/edits/apply-edit.ts';
import type { Plan } from '../plan/plan.ts';
import { buildSite } from '../site/site.ts';
import { readInstrumentLine, writeInstrumentLine } from './instrument-line.ts';
import { median, summariseReadings, surveyLines } from './readings.ts';
import { surveyEdit } from './survey-edit.ts';
import { surveyItems } from './survey-items.ts';

const reading = fc.double({ min: -5000, max: 5000, noNaN: true });

describe('summariseReadings', () => {
  test('agrees with a statistics library', () => {
    fc.assert(
      fc.property(fc.array(reading, { minLength: 2, maxLength: 40 }), (values) => {
        // So wide a floor that none is odd.
        const summary = summariseReadings(values, 1e6);
        expect(summary?.mean).toBeCloseTo(mean(values), 6);
        expect(summary?.standardDeviation).toBeCloseTo(sampleStandardDeviation(values), 6);
        expect(summary?.standardError).toBeCloseTo(
          sampleStandardDeviation(values) / Math.sqrt(values.length),
          6,
        );
        expect(median(values)).toBeCloseTo(libraryMedian(values), 9);
      }),
      { seed: 91 },
    );
  });

  test('names the odd one out by the library’s median absolute deviation', () => {
    const values = [2591, 2590.4, 2591.6, 2590.9, 2605.2, 2591.3];
    const far = values.flatMap((value, index) =>
      Math.abs(value - libraryMedian(values)) > 3.5 * 1.4826 * medianAbsoluteDeviation(values) ? [index] : [],
    );
    expect(far).toEqual([4]);
    expect(summariseReadings(values, 1)?.oddOnes).toEqual(far);
  });

  test('leaves odd ones out of mean and spread, as the library has them without', () => {
    fc.assert(
      fc.property(
        fc.array(reading, { minLength: 1, maxLength: 30 }),
        fc.double({ min: 0, max: 50, noNaN: true }),
        (values, floor) => {
          const summary = summariseReadings(values, floor);
          const kept = values.filter((_, index) => summary?.oddOnes.includes(index) !== true);
          expect(kept.length).toBeGreaterThan(0);
          expect(summary?.count).toBe(kept.length);
          expect(summary?.mean).toBeCloseTo(mean(kept), 6);
          if (kept.length > 1)
            expect(summary?.standardDeviation).toBeCloseTo(sampleStandardDeviation(kept), 6);
        },
      ),
      { seed: 92 },
    );
    // Three wild ones among five that agree: 2591 ± 0.5, not 2700.
    expect(summariseReadings([2590.5, 2591, 2591.5, 2591, 2591, 2900, 2905, 2910], 3)?.mean).toBeCloseTo(
      2591,
      6,
    );
  });

  test('finds nothing odd in readings closer together than matters, in too few, or in all alike', () => {
    expect(summariseReadings([100, 100.1, 100, 100, 102], 3)?.oddOnes).toEqual([]);
    expect(summariseReadings([100, 100, 160], 3)?.oddOnes).toEqual([]);
    expect(summariseReadings([100, 100, 100, 100], 0)?.oddOnes).toEqual([]);
    expect(summariseReadings([], 3)).toBeNull();
    expect(summariseReadings([7], 3)).toMatchObject({ count: 1, mean: 7, standardDeviation: null });
  });
});

describe('instrument lines', () => {
  test('are read back as they were sent, to their places', () => {
    fc.assert(
      fc.property(
        fc.nat(100_000),
        fc.double({ min: 0, max: 60_000, noNaN: true }),
        fc.boolean(),
        (sequence, value, isWeak) => {
          const line = {
            sequence,
            kind: 'distance',
            value,
            unit: 'mm',
            quality: isWeak ? 'weak' : 'ok',
          } as const;
          const read = readInstrumentLine(writeInstrumentLine(line));
          expect(read.ok && { ...read.value, value: 0 }).toEqual({ ...line, value: 0 });
          expect(read.ok ? read.value.value : NaN).toBeCloseTo(value, 1);
        },
      ),
      { seed: 92 },
    );
  });

  test('carry the checksum that a hand would work out', () => {
    // Exclusive or over "ZI1 7 tilt 0.35 deg ok", done character by character.
    const text = 'ZI1 7 tilt 0.35 deg ok';
    const sum = Array.from(text)
      .reduce((all, char) => all ^ char.charCodeAt(0), 0)
      .toString(16)
      .toUpperCase()
      .padStart(2, '0');
    expect(writeInstrumentLine({ sequence: 7, kind: 'tilt', value: 0.35, unit: 'deg', quality: 'ok' })).toBe(
      `${text}*${sum}`,
    );
  });

  test('that were damaged anywhere are never taken', () => {
    const line = writeInstrumentLine({
      sequence: 12,
      kind: 'distance',
      value: 3657.4,
      unit: 'mm',
      quality: 'ok',
    });
    for (let at = 0; at < line.length; at++) {
      const damaged = line.slice(0, at) + (line[at] === '5' ? '6' : '5') + line.slice(at + 1);
      expect([damaged, readInstrumentLine(damaged).ok]).toEqual([damaged, false]);
    }
  });

  test.each([
    ['', /not a reading/u],
    ['hello', /not a reading/u],
    ['ZI9 1 distance 3.0 mm ok*00', /speaks ZI9/u],
  ])('say what is wrong with %p', (line, message) => {
    const read = readInstrumentLine(line);
    expect(read.ok ? '' : read.fault).toMatch(message);
  });
});

describe('the list to walk by', () => {
  const itemsOf = (of: Plan) => surveyItems(of, prepare(of).site);

  test.each(DEMOS.map(({ id, plan }) => [id, plan()] as const))(
    'of %s has every face and everything on it, once',
    (_, demo) => {
      const items = itemsOf(demo);
      expect(new Set(items.map(({ key }) => key)).size).toBe(items.length);
      for (const face of demo.faces) {
        for (const obstacle of face.obstacles) {
          expect(items.some(({ key }) => key === `${face.id}/obstacle/${obstacle.id}/left`)).toBe(true);
        }
        if (face.shape.kind === 'outline')
          expect(items.some(({ key }) => key === `${face.id}/width`)).toBe(true);
      }
    },
  );

  test('asks a trailer for what rises and how thick its skins are, and a house for plumb and level', () => {
    const clinic = itemsOf(DEMOS[1]?.plan() ?? honeyHouse()).map(({ key }) => key);
    expect(clinic).toContain('roof-outside/obstacle/fan-1/reach');
    expect(clinic).toContain('wardrobe-back/thickness');
    const house = itemsOf(honeyHouse());
    expect(house.find(({ key }) => key === 'plant-wall/floor-rise')).toMatchObject({
      unit: 'deg',
      instrument: 'level',
      planned: null,
    });
    expect(house.find(({ key }) => key === 'roof-underside/pitch')?.planned).toBeCloseTo(30.256, 2);
  });

  test('says what is missing, what agrees and what differs, and does not count struck readings', () => {
    const items = itemsOf(honeyHouse());
    const at = (item: string, value: number, struck: string | null = null) => ({ item, value, struck });
    const lines = surveyLines(items, [
      at('plant-wall/width', 4268),
      at('plant-wall/width', 4266.5),
      at('plant-wall/height', 2601),
      at('plant-wall/height', 9999, 'Typed wrong'),
      at('gone/width', 5),
    ]);
    const line = (key: string) => lines.find(({ item }) => item.key === key);
    expect(line('plant-wall/width')).toMatchObject({ state: 'agrees', summary: { count: 2 } });
    expect(line('plant-wall/height')).toMatchObject({ state: 'differs', summary: { count: 1 } });
    expect(line('plant-wall/height')?.difference).toBeCloseTo(2601 - 2590.8, 6);
    expect(line('plant-wall/floor-rise')).toMatchObject({ state: 'missing', summary: null });
  });

  test('every item’s mean can be put into the plan, which then says what was measured', () => {
    for (const { plan: make } of DEMOS) {
      for (const { key, planned, unit } of itemsOf(make())) {
        const start = make();
        const value = unit === 'deg' ? (planned ?? 0) + 0.25 : (planned ?? 0) + 4;
        const summary = { count: 2, mean: value, standardDeviation: 1, standardError: 0.7, oddOnes: [] };
        const edit = surveyEdit(buildSite(start), key, summary);
        if (!edit.ok) throw new Error(`${key}: ${edit.fault}`);
        const applied = applyEdits(start, [edit.value]);
        if (!applied.ok) throw new Error(`${key}: ${JSON.stringify(applied.fault.message)}`);
        const now = itemsOf(applied.value.plan).find((item) => item.key === key);
        expect([key, Math.abs((now?.planned ?? NaN) - value) < 0.02]).toEqual([key, true]);
      }
    }
  });

  test('says why for what is no longer there', () => {
    const site = buildSite(honeyHouse());
    const summary = { count: 1, mean: 5, standardDeviation: null, standardError: null, oddOnes: [] };
    for (const key of [
      'gone/width',
      'plant-wall/obstacle/gone/left',
      'plant-wall/colour',
      'plant-wall/obstacle/door/colour',
    ]) {
      expect(surveyEdit(site, key, summary).ok).toBe(false);
    }
    expect(surveyEdit(site, 'plant-wall/width', { ...summary, mean: -5 }).ok).toBe(false);
  });
});
