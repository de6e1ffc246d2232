/** npm run bench: builds what is timed, then times it. */
import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, ROOT, run } from './ready.mjs';

ensureInstalled();
ensureBuilt('core');
run(process.execPath, [join(ROOT, 'core', 'bench', 'bench.mjs'), ...process.argv.slice(2)], { stdio: 'inherit' });
