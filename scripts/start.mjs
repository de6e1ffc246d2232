/** npm start and npm run serve: installs and builds what is missing, then becomes the server. */
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, ROOT } from './ready.mjs';

ensureInstalled();
ensureBuilt('core', 'server', 'web');
const typed = process.argv.slice(2);
const compiled = (...path) => join(ROOT, 'server', 'dist', ...path);
// The demo has a thermometer, a scale and a label printer that are simulated, one port further.
const isSimulated = typed.includes('--demo') && !typed.includes('--lan');
const port = typed.includes('--port') ? Number(typed[typed.indexOf('--port') + 1]) : 4680;
const printer = isSimulated && !typed.includes('--printer') ? ['--printer', `http://localhost:${port + 1}`] : [];
const server = spawn(process.execPath, ['--enable-source-maps', compiled('main.js'), ...typed, ...printer], {
  stdio: 'inherit',
});
if (isSimulated) {
  const aside = (...words) => {
    const program = spawn(process.execPath, words, { stdio: 'ignore' });
    server.on('exit', () => program.kill());
  };
  // They ask for the server until it is there.
  aside(compiled('simulated', 'main.js'), '--at', `http://localhost:${port}`);
  if (printer.length > 0) aside(compiled('simulated', 'printerMain.js'), '--port', String(port + 1));
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => server.kill(signal));
server.on('exit', (code, signal) => process.exit(code ?? (signal ? 0 : 1)));
