/** npm start and npm run serve: installs and builds what is missing, then becomes the server. */
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, ROOT } from './ready.mjs';

ensureInstalled();
ensureBuilt('core', 'server', 'web');
const server = spawn(
  process.execPath,
  ['--enable-source-maps', join(ROOT, 'server', 'dist', 'main.js'), ...process.argv.slice(2)],
  { stdio: 'inherit' },
);
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => server.kill(signal));
server.on('exit', (code, signal) => process.exit(code ?? (signal ? 0 : 1)));
