import { describe, expect, test } from '@jest/globals';
import { linearRegression, mean, quantile, sampleStandardDeviation } from 'simple-statistics';
import type { SurveyItem } from '@zarnel/core/figures';
import { normal, seededRandom } from './seeded.ts';
import { builtValue, simulatedReading } from './simulated.ts';

const item: SurveyItem = {
  key: 'w/width',
  face: 'w',
  what: 'Width',
  unit: 'mm',
  instrument: 'laser',
  planned: 4000,
  tolerance: 3,
};

describe('seeded numbers', () => {
  test('repeat for a seed and differ between seeds', () => {
    const take = (seed: string) => Array.from({ length: 5 }, seededRandom(seed));
    expect(take('a')).toEqual(take('a'));
    expect(take('a')).not.toEqual(take('b'));
  });

  test('are spread evenly, and normally where asked', () => {
    const random = seededRandom('spread');
    const even = Array.from({ length: 20_000 }, random);
    expect(mean(even)).toBeCloseTo(0.5, 1);
    expect(quantile(even, 0.1)).toBeCloseTo(0.1, 1);
    const bell = Array.from({ length: 20_000 }, () => normal(random));
    expect(mean(bell)).toBeCloseTo(0, 1);
    expect(sampleStandardDeviation(bell)).toBeCloseTo(1, 1);
    // 1.96 deviations hold 95 % of a normal spread (any table of it).
    expect(quantile(bell, 0.975)).toBeCloseTo(1.96, 1);
  });
});

describe('a simulated laser meter', () => {
  const readings = Array.from({ length: 200 }, (_, sequence) => simulatedReading(item, 'job', sequence));
  const sound = readings.filter(({ quality }) => quality === 'ok');

  test('measures one building, a little off the sketch, the same at every visit', () => {
    const truth = builtValue(item, 'job');
    expect(Math.abs(truth - 4000)).toBeLessThanOrEqual(9);
    expect(builtValue(item, 'job')).toBe(truth);
    expect(builtValue(item, 'other job')).not.toBe(truth);
    expect(simulatedReading(item, 'job', 7)).toEqual(readings[7]);
  });

  test('finds the same building after its mean was put into the plan', () => {
    for (const planned of [0, 0.4, 12, 88, 595, 600, 604, 612, 2438.4, 9000])
      for (const key of ['w/width', 'w/height', 'w/stud-3']) {
        const sketched = { ...item, key, planned };
        const truth = builtValue(sketched, 'job');
        // Half a millimetre of noise and drift in the mean, less on small things.
        for (const off of [-1, 0, 1]) {
          const mean = truth + off * Math.min(1.5, truth * 0.005);
          expect(builtValue({ ...sketched, planned: mean }, 'job')).toBeCloseTo(truth, 6);
        }
      }
    const tilted = { ...item, key: 'w/level', unit: 'deg', instrument: 'level', planned: 0 } as const;
    const truth = builtValue(tilted, 'job');
    expect(Math.abs(truth)).toBeLessThanOrEqual(0.45);
    expect(builtValue({ ...tilted, planned: truth + 0.05 }, 'job')).toBeCloseTo(truth, 9);
  });

  test('has noise like a real one and drifts slowly', () => {
    const { m, b } = linearRegression(sound.map(({ sequence, value }) => [sequence, value]));
    const rest = sound.map(({ sequence, value }) => value - b - m * sequence);
    expect(sampleStandardDeviation(rest)).toBeGreaterThan(0.4);
    expect(sampleStandardDeviation(rest)).toBeLessThan(1.6);
    // Half a millimetre over 200 readings.
    expect(m * 200).toBeGreaterThan(0.1);
    expect(m * 200).toBeLessThan(1);
  });

  test('gets a weak reading now and then, far off, and says so', () => {
    const weak = readings.filter(({ quality }) => quality === 'weak');
    expect(weak.length).toBeGreaterThan(4);
    expect(weak.length).toBeLessThan(16);
    const truth = builtValue(item, 'job');
    for (const { value } of weak) expect(value - truth).toBeGreaterThan(8);
  });

  test('never reads less than nothing, and small things less off than large', () => {
    const small = { ...item, planned: 12 };
    for (let sequence = 0; sequence < 50; sequence++)
      expect(simulatedReading(small, 'job', sequence).value).toBeGreaterThanOrEqual(0);
    expect(Math.abs(builtValue(small, 'job') - 12)).toBeLessThan(1);
  });
});
