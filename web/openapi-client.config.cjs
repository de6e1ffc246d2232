/** Generates the web client from the server's contract: npm run contract. */
module.exports = {
  schemaFile: '../server/openapi.json',
  apiFile: './src/client/emptyApi.ts',
  apiImport: 'emptyApi',
  outputFile: './src/client/api.generated.ts',
  exportName: 'generatedApi',
  hooks: { queries: true, lazyQueries: false, mutations: true },
  tag: true,
};
