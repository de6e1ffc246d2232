import { spawn } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';

/** What gets a fresh clone ready waits for another install on the machine instead of ending at once. */

const ROOT = resolve(__dirname, '../..');
const READY = pathToFileURL(join(ROOT, 'scripts/ready.mjs')).href;
const TURN = join(ROOT, '.jacana-installing');

let folder: string;
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'jacana-'))));
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** Runs a line that sees the scripts as `ready`, with programs of the test's own in front of the machine's. */
function runs(line: string): Promise<{ code: number | null; said: string }> {
  const words = ['--input-type=module', '-e', `import * as ready from '${READY}'; ${line}`];
  const child = spawn(process.execPath, words, { env: { ...process.env, PATH: `${folder}:${process.env.PATH}` } });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (text: Buffer) => (said += text.toString()));
  return new Promise((done) => child.on('close', (code) => done({ code, said })));
}

/** An apt-get whose first call ends as given, and whose next goes well. */
function aptGet(complaint: string): void {
  const program = join(folder, 'apt-get');
  const tried = join(folder, 'tried');
  writeFileSync(
    program,
    `#!/bin/sh\necho "$@" >> ${tried}\n[ "$(wc -l < ${tried})" -gt 1 ] && exit 0\necho "${complaint}" >&2\nexit 100\n`,
  );
  chmodSync(program, 0o755);
}

const calls = (): string[] => readFileSync(join(folder, 'tried'), 'utf8').trim().split('\n');

it('waits for a lock of apt, also for those that its own option does not cover', async () => {
  aptGet('E: Could not get lock /var/lib/apt/lists/lock. It is held by process 1 (apt)');
  expect(await runs("ready.aptGet('install', '-y', 'chromium')")).toEqual({ code: 0, said: '' });
  const call = '-o DPkg::Lock::Timeout=600 -qq install -y chromium';
  expect(calls()).toEqual([call, call]);
});

it('ends with what apt says of anything else', async () => {
  aptGet('E: Unable to locate package chromium');
  const { code, said } = await runs("ready.aptGet('install', '-y', 'chromium')");
  expect(code).toBe(100);
  expect(said).toContain('Unable to locate package chromium');
  expect(calls()).toHaveLength(1);
});

it('installs one at a time, and takes over from an install that was killed', async () => {
  const log = join(folder, 'log');
  const works = (name: string): string => `
    const { appendFileSync } = await import('node:fs');
    ready.inTurn(() => {
      appendFileSync('${log}', '${name} begins ');
      Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 300);
      appendFileSync('${log}', '${name} ends ');
    });`;
  writeFileSync(TURN, '999999999');
  const ended = await Promise.all([runs(works('one')), runs(works('two'))]);
  expect(ended.map(({ code }) => code)).toEqual([0, 0]);
  expect(['one begins one ends two begins two ends ', 'two begins two ends one begins one ends ']).toContain(
    readFileSync(log, 'utf8'),
  );
  expect(existsSync(TURN)).toBe(false);
});
