/** Gets a fresh clone ready to run. Needs nothing but Node, since nothing is installed yet. */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = resolve(dirname(fileURLToPath(import.meta.url)), '..');
const MARK = join(ROOT, 'node_modules', '.jacana-installed');

/** Runs a command to its end; what it prints goes to stderr, so that stdout stays the caller's own. */
export function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { cwd: ROOT, stdio: ['ignore', 2, 2], ...options });
  if (error) throw error;
  if (status !== 0) {
    process.stderr.write(`\n${[command, ...args].join(' ')} ended with ${status}.\n`);
    process.exit(status ?? 1);
  }
}

/** Installs what package-lock.json names, unless exactly that is installed already. */
export function ensureInstalled() {
  const wanted = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  if (existsSync(MARK) && readFileSync(MARK, 'utf8') === wanted) return;
  process.stderr.write('Installing what Jacana needs; the first time takes a few minutes.\n');
  // SQLite is compiled here; JOBS lets it use every processor.
  run('npm', ['ci', '--no-audit', '--no-fund'], { env: { ...process.env, JOBS: 'max' } });
  writeFileSync(MARK, wanted);
}

/** What each part is built from, and what shows that it was built. */
const PARTS = {
  core: {
    from: ['core/src', 'core/cli', 'core/tsconfig.build.json'],
    mark: 'core/dist/cli/jacana.js',
    command: ['npm', 'run', '--silent', 'build', '--workspace', 'core'],
  },
  server: {
    from: ['server/src', 'core/src'],
    mark: 'server/dist/main.js',
    command: ['npm', 'run', '--silent', 'build', '--workspace', 'server'],
  },
  web: {
    from: [
      'web/src',
      'web/index.html',
      'web/ballot.html',
      'web/vite.config.ts',
      'web/vite.screen.config.ts',
      'core/src',
    ],
    mark: 'web/dist/index.html',
    command: ['npm', 'run', '--silent', 'build', '--workspace', 'web'],
  },
};

/** Builds the parts that are missing or older than their sources. */
export function ensureBuilt(...parts) {
  for (const part of parts) {
    const { from, mark, command } = PARTS[part];
    const built = existsSync(join(ROOT, mark)) ? statSync(join(ROOT, mark)).mtimeMs : 0;
    if (built > Math.max(...from.map((path) => newest(join(ROOT, path))))) continue;
    process.stderr.write(`Building ${part}…\n`);
    run(command[0], command.slice(1));
  }
}

function newest(path) {
  const about = statSync(path);
  if (!about.isDirectory()) return about.mtimeMs;
  return Math.max(about.mtimeMs, ...readdirSync(path).map((name) => newest(join(path, name))));
}

/** Debian's Chromium, for the browser tests. */
export function ensureChromium() {
  if (existsSync('/usr/bin/chromium')) return;
  process.stderr.write('Installing Chromium for the browser tests…\n');
  run('apt-get', ['update', '-qq']);
  run('apt-get', ['install', '-y', '-qq', 'chromium'], { env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' } });
}
