/**
 * npm run faults [-- words]: are the tests awake? Puts faults into the code, one at a time, runs the tests that should
 * notice, and takes each out again. Says which went unnoticed, and ends with 1 where one did. With words, only faults
 * whose name or file has one of them; with --list, none is put in and only their places are checked.
 */
import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { core } from './faults/core.mjs';
import { server } from './faults/server.mjs';
import { web } from './faults/web.mjs';
import { ensureInstalled, ROOT } from './ready.mjs';

/** One fault: what stands in a file, what is put there instead, and the tests of the same part that should notice. */
const FAULTS = [core, server, web].flatMap(({ part, faults }) => faults.map((fault) => ({ part, ...fault })));

const words = process.argv.slice(2);
const isListed = words.includes('--list');
const asked = words.filter((word) => word !== '--list');
const chosen = FAULTS.filter(
  ({ name, file }) => asked.length === 0 || asked.some((word) => `${name} ${file}`.includes(word)),
);

/** The file with the fault in it; a fault has one place, or it is none. */
function withFault({ file, from, to, name }) {
  const text = readFileSync(join(ROOT, file), 'utf8');
  const [before, after, ...more] = text.split(from);
  if (after === undefined || more.length > 0)
    throw new Error(`"${name}" has ${after === undefined ? 'no place' : 'several places'} in ${file}.`);
  return { text, faulty: `${before}${to}${after}` };
}

/** Whether the tests pass all the same. */
function goesUnnoticed({ part, tests }) {
  const jest = join(ROOT, 'node_modules/jest/bin/jest.js');
  const { status } = spawnSync(process.execPath, [jest, '--bail', '--silent', ...tests], {
    ...{ cwd: join(ROOT, part), stdio: 'ignore', timeout: 600_000 },
  });
  return status === 0;
}

ensureInstalled();
const places = chosen.map((fault) => ({ fault, ...withFault(fault) }));
let standing = null;
const takeOut = () => {
  if (standing) writeFileSync(standing.path, standing.text);
  standing = null;
};
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => (takeOut(), process.exit(1)));

const unnoticed = [];
for (const { fault, text, faulty } of isListed ? [] : places) {
  const path = join(ROOT, fault.file);
  standing = { path, text };
  const start = Date.now();
  try {
    writeFileSync(path, faulty);
    if (goesUnnoticed(fault)) unnoticed.push(fault);
  } finally {
    takeOut();
  }
  const result = unnoticed.includes(fault) ? 'UNNOTICED' : 'noticed';
  process.stdout.write(`${result} | ${fault.part} | ${fault.name} | ${((Date.now() - start) / 1000).toFixed(0)} s\n`);
}
process.stdout.write(`${chosen.length} faults${isListed ? '' : `, ${unnoticed.length} unnoticed`}\n`);
process.exit(unnoticed.length > 0 ? 1 : 0);
