import { isDeepStrictEqual } from 'node:util';
import { expect } from '@jest/globals';
import type { Plan } from '../plan/plan.ts';

/** As `expect(actual).toEqual(expected)`, sooner where they are alike: Jest’s own look takes some ten times as long. */
export function expectSame(actual: unknown, expected: unknown): void {
  if (!isDeepStrictEqual(actual, expected)) expect(actual).toEqual(expected);
}

/** The same of plans, also of those that were cloned into other realms: a plan is what it is as a text. */
export function expectSamePlan(actual: Plan, expected: Plan): void {
  if (JSON.stringify(actual) !== JSON.stringify(expected)) expect(actual).toEqual(expected);
}
