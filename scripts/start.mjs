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
const words = process.argv.slice(2);
// The demo's kitchen has a thermometer and a scale, which ask for the server until it is there.
if (words.includes('--demo') && !words.includes('--lan')) {
  const port = words[words.indexOf('--port') + 1];
  const at = words.includes('--port') ? ['--at', `http://localhost:${port}`] : [];
  const devices = spawn(process.execPath, [join(ROOT, 'server', 'dist', 'simulated', 'main.js'), ...at], {
    stdio: 'ignore',
  });
  server.on('exit', () => devices.kill());
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => server.kill(signal));
server.on('exit', (code, signal) => process.exit(code ?? (signal ? 0 : 1)));
