/** npm run --silent jacana -- ...: the command line, from a clone that may not be built yet. */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, ROOT } from './ready.mjs';

ensureInstalled();
ensureBuilt('core');
const { status } = spawnSync(
  process.execPath,
  ['--enable-source-maps', join(ROOT, 'core', 'dist', 'cli', 'jacana.js'), ...process.argv.slice(2)],
  {
    stdio: 'inherit',
    cwd: process.env.INIT_CWD ?? process.cwd(),
  },
);
process.exit(status ?? 1);
