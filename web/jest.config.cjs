module.exports = {
  testEnvironment: 'node',
  testMatch: ['<rootDir>/test/**/*.test.ts'],
  transform: {
    '^.+\\.[jt]sx?$': ['@swc/jest', { jsc: { parser: { syntax: 'typescript', tsx: true }, target: 'es2022' } }],
  },
  // nanoid ships as ES modules only.
  transformIgnorePatterns: ['/node_modules/(?!nanoid/)'],
  testEnvironmentOptions: { customExportConditions: ['source', 'node', 'require', 'default'] },
};
