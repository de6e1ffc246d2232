/** The arrows of the architecture: who may lean on whom. Run with: npm run arrows. */
const forbid = (name, comment, from, to) => ({ name, comment, severity: 'error', from: { path: from }, to });

module.exports = {
  forbidden: [
    forbid('core-stands-alone', 'core computes; it knows neither server nor screens', '^core/', {
      path: '^(server|web|e2e)/',
    }),
    forbid('core-has-no-framework', 'core runs anywhere: no framework, no file, no clock of its own', '^core/src/', {
      path: 'node_modules/(@nestjs|react|typeorm|@reduxjs)|^(node:)?(fs|path|http|os|child_process|worker_threads)$',
    }),
    forbid('server-never-screens', 'the server does not know the web app', '^server/', { path: '^(web|e2e)/' }),
    forbid('web-never-server', 'the web app knows the server by its contract only', '^web/', {
      path: '^(server|e2e)/',
    }),
    {
      name: 'key-stays-in-the-seal',
      comment: 'only the seal reads the key',
      severity: 'error',
      from: { pathNot: '^server/(src/seal/|test/)' },
      to: { path: '^server/src/seal/keys/key\\.row\\.ts' },
    },
    forbid(
      'frozen-versions',
      'what an old version was never changes, so it leans on nothing that can',
      '^core/src/bundle/v\\d',
      {
        path: '^core/src/',
        pathNot: '^core/src/bundle/v\\d',
      },
    ),
    forbid('live-imports-no-one', 'modules register what they tell; the feed knows none of them', '^server/src/live/', {
      path: '^server/src/(?!live|accounts|database)',
    }),
    forbid(
      'below-the-seal',
      'what the seal stands on does not know of it',
      '^server/src/(tastings|log|live|jobs|paper|database|audit|fields)/',
      {
        path: '^server/src/seal/',
      },
    ),
    {
      name: 'stages-apart',
      comment: 'a stage does not import another stage',
      severity: 'error',
      from: { path: '^web/src/stages/([^/]+)/' },
      to: { path: '^web/src/stages/([^/]+)/', pathNot: '^web/src/stages/$1/' },
    },
    forbid('ballot-apart', 'phones load the ballot without the app', '^web/src/ballot/', {
      path: '^web/src/(app|shell|store|stages|drafting|caveats|findings|sheets)/',
    }),
    forbid('ui-knows-no-app', 'primitives know nothing of tastings', '^web/src/(ui|look)/', {
      path: '^web/src/(app|shell|store|client|stages|ballot|drafting|caveats|findings|sheets)/',
    }),
    {
      name: 'no-circles',
      comment: 'files that need each other, if only for a type, are one file',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    {
      name: 'no-circles-of-folders',
      comment: 'rooms that need each other are one room, or something in them belongs below both',
      severity: 'error',
      scope: 'folder',
      from: { path: '^(core|server|web)/src' },
      to: { circular: true },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)dist(-screen)?/|test-results' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['source', 'import', 'require', 'node', 'default'],
      extensions: ['.ts', '.tsx', '.js', '.mjs', '.cjs', '.json'],
    },
  },
};
