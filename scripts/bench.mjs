/**
 * npm run bench: builds what is timed, then times it. Without words the engine; --live a full
 * room on the server, --room one on a bad day; --phone a slow phone on a slow line; --lists a house with many tastings;
 * --readings a night of probes; --levels how often verdicts claim too much.
 */
import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, ROOT, run } from './ready.mjs';

const [first, ...rest] = process.argv.slice(2);
const BENCHES = {
  '--live': ['server', 'live.mjs'],
  '--room': ['server', 'room.mjs'],
  '--phone': ['e2e', 'phone.mjs'],
  '--lists': ['server', 'lists.mjs'],
  '--readings': ['server', 'readings.mjs'],
  '--levels': ['core', 'levels.mjs'],
};
const [part, file] = BENCHES[first] ?? ['core', 'bench.mjs'];

ensureInstalled();
ensureBuilt('core', ...(part === 'core' ? [] : ['server']), ...(part === 'e2e' ? ['web'] : []));
run(process.execPath, [join(ROOT, part, 'bench', file), ...(first in BENCHES ? rest : process.argv.slice(2))], {
  stdio: 'inherit',
});
