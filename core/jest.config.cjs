module.exports = {
  testEnvironment: 'node',
  testMatch: ['<rootDir>/test/**/*.test.ts'],
  setupFiles: ['<rootDir>/test/support/seed.ts'],
  transform: { '^.+\\.ts$': ['@swc/jest', { jsc: { parser: { syntax: 'typescript' }, target: 'es2022' } }] },
  // Tests run in a sandbox where every use of a global is looked up the slow way: numeric code was 20 times slower.
  sandboxInjectedGlobals: [
    'Math',
    'Number',
    'Array',
    'Object',
    'Map',
    'Set',
    'Float64Array',
    'Int32Array',
    'Uint32Array',
    'Uint8Array',
    'DataView',
    'Infinity',
  ],
  testEnvironmentOptions: { customExportConditions: ['source', 'node', 'require', 'default'] },
};
