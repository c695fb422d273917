const common = {
  testEnvironment: 'node',
  extensionsToTreatAsEsm: ['.ts'],
  transform: {
    '^.+\\.ts$': [
      '@swc/jest',
      { jsc: { parser: { syntax: 'typescript' }, target: 'es2022' }, module: { type: 'es6' } },
    ],
  },
  moduleNameMapper: {
    '^~/(.*)$': '<rootDir>/app/$1',
    '^#core/(.*)$': '<rootDir>/core/$1',
    '^#shared/(.*)$': '<rootDir>/shared/$1',
  },
  modulePathIgnorePatterns: ['<rootDir>/.output', '<rootDir>/.nuxt'],
}

// The services run against a real MariaDB, which scripts/test.sh starts.
export default {
  testTimeout: 60_000,
  projects: [
    {
      ...common,
      displayName: 'core',
      testMatch: [
        '<rootDir>/core/**/*.test.ts',
        '<rootDir>/bin/**/*.test.ts',
        '<rootDir>/shared/**/*.test.ts',
        '<rootDir>/app/**/*.test.ts',
      ],
    },
    { ...common, displayName: 'server', testMatch: ['<rootDir>/server/**/*.test.ts'] },
  ],
}
