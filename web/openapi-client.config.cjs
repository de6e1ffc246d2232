/** Generates the web client from the server's contract: npm run contract. */
module.exports = {
  schemaFile: '../server/openapi.json',
  apiFile: './src/app/emptyApi.ts',
  apiImport: 'emptyApi',
  outputFile: './src/app/api.generated.ts',
  exportName: 'generatedApi',
  hooks: { queries: true, lazyQueries: false, mutations: true },
  tag: true,
};
