/** npm run --silent jacana -- ...: the command line, from a clone that may not be built yet. */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, ROOT } from './ready.mjs';

ensureInstalled();
ensureBuilt('core', 'server');
const { status } = spawnSync(
  process.execPath,
  ['--enable-source-maps', join(ROOT, 'server', 'dist', 'paper', 'jacana.js'), ...process.argv.slice(2)],
  {
    stdio: 'inherit',
    cwd: process.env.INIT_CWD ?? process.cwd(),
  },
);
process.exit(status ?? 1);
