export default {
  testEnvironment: 'node',
  // Patience for a machine that is shared and slow.
  testTimeout: 30_000,
  roots: ['<rootDir>/core/src', '<rootDir>/server/src', '<rootDir>/cli/src', '<rootDir>/web/src'],
  testMatch: ['**/*.test.ts'],
  transform: {
    '\\.tsx?$': ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript', tsx: false } } }],
  },
  extensionsToTreatAsEsm: ['.ts'],
  moduleNameMapper: {
    '^@zarnel/core/(\\w+)$': '<rootDir>/core/src/doors/$1.ts',
    '^@zarnel/contract$': '<rootDir>/contract/src/index.ts',
  },
};
