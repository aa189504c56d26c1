import { describe, expect, test } from '@jest/globals';
import { honeyHouse } from '../demo/honey-house.ts';
import { freshId } from './fresh-id.ts';

describe('freshId', () => {
  test('takes the next number that nothing in the plan uses', () => {
    const plan = honeyHouse();
    expect(freshId(plan, 'run')).toBe('run-1');
    const [run] = plan.runs;
    if (run === undefined) throw new Error('no run');
    expect(freshId({ ...plan, runs: [{ ...run, id: 'run-1' }] }, 'run')).toBe('run-2');
  });

  test('looks through every list of the plan', () => {
    const plan = honeyHouse();
    // Conductors and joins have ids too; an id used twice would be refused.
    expect(freshId(plan, 'a-feed')).toBe('a-feed-1');
    const circuits = plan.circuits.map((circuit, index) => ({ ...circuit, id: `feed-${index + 1}` }));
    expect(freshId({ ...plan, circuits }, 'feed')).toBe(`feed-${circuits.length + 1}`);
    const ends = { a: { placement: 'inverter-a' }, b: { placement: 'load-centre' } };
    const join = { id: 'join-1', kind: 'back-to-back', ...ends, xMm: 0, yMm: 0, tradeSize: '1' } as const;
    expect(freshId({ ...plan, joins: [join] }, 'join')).toBe('join-2');
  });

  test('stays within the length an id may have', () => {
    expect(freshId(honeyHouse(), 'x'.repeat(60)).length).toBeLessThanOrEqual(40);
  });
});
