/** npm run build: everything that is missing or older than its sources. */
import { ensureBuilt, ensureInstalled } from './ready.mjs';

ensureInstalled();
ensureBuilt('core', 'server', 'web');
