/** How much slower this machine is than a quiet one; measured at the start of a run by scripts/testing/slowness.ts. */
const SLOW = Number(process.env.TEST_SLOW_FACTOR ?? 1)

const common = {
  testEnvironment: 'node',
  moduleNameMapper: {
    '^~/(.*)$': '<rootDir>/app/$1',
    '^#core/(.*)$': '<rootDir>/core/$1',
    '^#shared/(.*)$': '<rootDir>/shared/$1',
  },
  modulePathIgnorePatterns: ['<rootDir>/.output', '<rootDir>/.nuxt', '<rootDir>/.data'],
}
const compiled = type => ({
  '^.+\\.ts$': ['@swc/jest', { jsc: { parser: { syntax: 'typescript' }, target: 'es2022' }, module: { type } }],
})
/** App and server use packages that exist as ES modules alone: Node runs them with --experimental-vm-modules. */
const esModules = { ...common, extensionsToTreatAsEsm: ['.ts'], transform: compiled('es6') }

export default {
  testTimeout: 120_000 * SLOW,
  projects: [
    {
      ...common,
      displayName: 'core',
      transform: compiled('commonjs'),
      // Looked up in the sandbox's own scope, these cost a tenth of the run.
      sandboxInjectedGlobals: ['Math', 'Map', 'Set', 'Object', 'Array', 'Number', 'String', 'JSON'],
      testMatch: ['core', 'bin', 'shared', 'scripts'].map(folder => `<rootDir>/${folder}/**/*.test.ts`),
    },
    { ...esModules, displayName: 'app', testMatch: ['<rootDir>/app/**/*.test.ts'] },
    // Against a real MariaDB, which scripts/test.sh starts.
    { ...esModules, displayName: 'server', testMatch: ['<rootDir>/server/**/*.test.ts'] },
  ],
}
