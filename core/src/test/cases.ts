import { env } from 'node:process';

/** Whether every case is tried, as `npm test` does; else a part of those that take long, for who works on it meanwhile. */
export const IS_EVERY_CASE = env.ZARNEL_CASES === 'all';

/** How many cases a slow property tries. */
export function cases(all: number, few: number): number {
  return IS_EVERY_CASE ? all : few;
}
