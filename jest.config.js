/** Tests of one room need no database; those that do are named for it, and `npm run unit:database` runs them. */
const isWithDatabase = process.env.ZARNEL_TESTS === 'database';

export default {
  testEnvironment: 'node',
  // One fewer than there are processors is the usual; nothing else runs beside them.
  maxWorkers: '100%',
  // Patience for a machine that is shared and slow.
  testTimeout: 30_000,
  roots: ['<rootDir>/core/src', '<rootDir>/server/src', '<rootDir>/cli/src', '<rootDir>/web/src'],
  testMatch: [isWithDatabase ? '**/*.database.test.ts' : '**/*.test.ts'],
  testPathIgnorePatterns: isWithDatabase ? [] : ['\\.database\\.test\\.ts$'],
  transform: {
    '\\.tsx?$': [
      '<rootDir>/scripts/lib/jest-transform.mjs',
      { jsc: { target: 'es2022', parser: { syntax: 'typescript', tsx: false } } },
    ],
  },
  extensionsToTreatAsEsm: ['.ts'],
  moduleNameMapper: {
    '^@zarnel/core/(\\w+)$': '<rootDir>/core/src/doors/$1.ts',
    '^@zarnel/contract$': '<rootDir>/contract/src/index.ts',
  },
};
