/**
 * npm run dev: the demo with hot reload, at http://localhost:5173. Core and server are compiled
 * and started again as they change, the web app is swapped in place. The data file is a scratch
 * copy: each start begins with a fresh demo.
 */
import { spawn } from 'node:child_process';
import { existsSync, rmSync, watch } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, ROOT } from './ready.mjs';

const SCRATCH = join(ROOT, 'data', 'dev.db');
const PORT = '4690';

ensureInstalled();
ensureBuilt('core', 'server');
for (const end of ['', '-wal', '-shm']) if (existsSync(SCRATCH + end)) rmSync(SCRATCH + end);

const children = new Set();
const start = (command, args, cwd, env = {}) => {
  const child = spawn(command, args, { cwd: join(ROOT, cwd), stdio: 'inherit', env: { ...process.env, ...env } });
  children.add(child);
  child.on('exit', () => children.delete(child));
  return child;
};

start('npx', ['tsc', '-p', 'tsconfig.build.json', '--watch', '--preserveWatchOutput'], 'core');
start('npx', ['vite', '--clearScreen', 'false'], 'web', { JACANA_SERVER: `http://localhost:${PORT}` });

let server;
const serve = () =>
  (server = start(
    process.execPath,
    ['--enable-source-maps', 'dist/main.js', '--demo', '--data', SCRATCH, '--port', PORT],
    'server',
  ));

/** Compiles the server, and starts it again once the one before has let go of its port. */
let timer;
const again = () => {
  clearTimeout(timer);
  timer = setTimeout(() => {
    start('npx', ['nest', 'build'], 'server').on('exit', (code) => {
      if (code !== 0) return;
      if (!server || server.exitCode !== null) return void serve();
      server.once('exit', serve);
      server.kill('SIGTERM');
    });
  }, 300);
};
serve();
watch(join(ROOT, 'server', 'src'), { recursive: true }, again);
watch(join(ROOT, 'core', 'dist'), { recursive: true }, again);
process.stdout.write('Jacana in development: http://localhost:5173\n');

for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.on(signal, () => {
    for (const child of children) child.kill('SIGTERM');
    process.exit(0);
  });
