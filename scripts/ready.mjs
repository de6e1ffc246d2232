/** Gets a fresh clone ready to run. Needs nothing but Node, since nothing is installed yet. */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = resolve(dirname(fileURLToPath(import.meta.url)), '..');
const PATIENCE_S = 600;
const TURN = join(ROOT, '.jacana-installing');
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

/**
 * One at a time installs and builds in this clone: npm test beside npm start waits for it, and takes over from one that
 * was killed.
 */
export function inTurn(work) {
  for (const until = Date.now() + PATIENCE_S * 1000; ; pause(1)) {
    try {
      writeFileSync(TURN, String(process.pid), { flag: 'wx' });
      break;
    } catch (error) {
      if (error.code !== 'EEXIST') throw error;
      const holder = whoseTurn();
      if (holder > 0 && !isAlive(holder)) leave();
      else if (Date.now() > until) {
        process.stderr.write(
          `Something else (process ${holder}) has been installing for too long. If nothing is, remove ${TURN}.\n`,
        );
        process.exit(1);
      }
    }
  }
  process.once('exit', leave);
  try {
    return work();
  } finally {
    process.off('exit', leave);
    leave();
  }
}

/** The process that installs; 0 where it has just left, or is about to say so. */
function whoseTurn() {
  try {
    return Number(readFileSync(TURN, 'utf8'));
  } catch {
    return 0;
  }
}

const leave = () => rmSync(TURN, { force: true });

function isAlive(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM';
  }
}

const pause = (seconds) => Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, seconds * 1000);

/** Installs what package-lock.json names, unless exactly that is installed already. */
export function ensureInstalled() {
  if (!isInstalled()) inTurn(() => isInstalled() || install());
}

const isInstalled = () => existsSync(MARK) && readFileSync(MARK, 'utf8') === wanted();

const wanted = () =>
  createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');

function install() {
  process.stderr.write('Installing what Jacana needs; the first time takes a few minutes.\n');
  // SQLite is compiled here; JOBS lets it use every processor.
  run('npm', ['ci', '--no-audit', '--no-fund'], { env: { ...process.env, JOBS: 'max' } });
  writeFileSync(MARK, wanted());
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
  if (parts.some(isStale)) inTurn(() => parts.filter(isStale).forEach(build));
}

function isStale(part) {
  const { from, mark } = PARTS[part];
  const built = existsSync(join(ROOT, mark)) ? statSync(join(ROOT, mark)).mtimeMs : 0;
  return built <= Math.max(...from.map((path) => newest(join(ROOT, path))));
}

function build(part) {
  const { command } = PARTS[part];
  process.stderr.write(`Building ${part}…\n`);
  run(command[0], command.slice(1));
}

function newest(path) {
  const about = statSync(path);
  if (!about.isDirectory()) return about.mtimeMs;
  return Math.max(about.mtimeMs, ...readdirSync(path).map((name) => newest(join(path, name))));
}

/**
 * Waits where another install on this machine holds one of apt's locks: dpkg's own by the option, those of lists and
 * archives, which the option does not cover, by trying again.
 */
export function aptGet(...words) {
  const patient = ['-o', `DPkg::Lock::Timeout=${PATIENCE_S}`, '-qq', ...words];
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  for (const until = Date.now() + PATIENCE_S * 1000; ;) {
    const { status, error, stderr } = spawnSync('apt-get', patient, { env, stdio: ['ignore', 2, 'pipe'] });
    if (error) throw error;
    if (status === 0) return;
    const isLocked = /Could not get lock|Unable to lock/.test(String(stderr));
    if (isLocked && Date.now() < until) {
      pause(2);
      continue;
    }
    process.stderr.write(`${stderr}\napt-get ${words.join(' ')} ended with ${status}.\n`);
    process.exit(status || 1);
  }
}

/** Debian's Chromium, for the browser tests. */
export function ensureChromium() {
  if (existsSync('/usr/bin/chromium-headless-shell')) return;
  process.stderr.write('Installing Chromium for the browser tests…\n');
  aptGet('update');
  aptGet('install', '-y', 'chromium-headless-shell');
}
