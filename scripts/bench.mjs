/**
 * npm run bench: builds what is timed, then times it. Without words the engine; --live a full
 * room on the server; --lists a house with many tastings.
 */
import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, ROOT, run } from './ready.mjs';

const [first, ...rest] = process.argv.slice(2);
const SERVER_BENCHES = { '--live': 'live.mjs', '--lists': 'lists.mjs' };
const file = SERVER_BENCHES[first];

ensureInstalled();
ensureBuilt('core', ...(file ? ['server'] : []));
const [script, words] = file
  ? [join(ROOT, 'server', 'bench', file), rest]
  : [join(ROOT, 'core', 'bench', 'bench.mjs'), process.argv.slice(2)];
run(process.execPath, [script, ...words], { stdio: 'inherit' });
