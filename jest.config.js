/** Tests of one room need no database; those that do are named for it, and `npm run unit:database` runs them. */
const isWithDatabase = process.env.ZARNEL_TESTS === 'database';

export default {
  // In plain Node, whose workers keep what they have loaded from one file of tests to the next: half of the time that a context
  // of its own for each file takes. What a test changes of the world it puts back; there is no patience here (scripts/test.mjs has it).
  runner: 'jest-light-runner',
  // One fewer than there are processors is the usual; nothing else runs beside them.
  maxWorkers: '100%',
  roots: ['<rootDir>/core/src', '<rootDir>/server/src', '<rootDir>/cli/src', '<rootDir>/web/src'],
  testMatch: [isWithDatabase ? '**/*.database.test.ts' : '**/*.test.ts'],
  testPathIgnorePatterns: isWithDatabase ? [] : ['\\.database\\.test\\.ts$'],
  // Node reads our TypeScript by scripts/lib/ts-hooks.mjs.
  transform: {},
};
