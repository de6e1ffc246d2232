/**
 * npm test: everything, from a fresh clone. Prints how long each part took. npm test -- core web
 * runs these parts alone.
 */
import { spawn } from 'node:child_process';
import { ensureBuilt, ensureChromium, ensureInstalled, ROOT } from './ready.mjs';

/** Parts of one row run side by side, each on one processor; a part alone in its row uses all there are. */
const ROWS = [
  [
    ['lint', ['run', '--silent', 'lint']],
    ['types', ['run', '--silent', 'typecheck']],
  ],
  [
    ['web', ['test', '--workspace', 'web']],
    ['arrows', ['run', '--silent', 'arrows']],
    ['contract', ['run', '--silent', 'contract', '--', '--check']],
  ],
  [['core', ['test', '--workspace', 'core']]],
  [['server', ['test', '--workspace', 'server']]],
  [['browser', ['run', '--silent', 'test:browser']]],
];

const seconds = (since) => `${((Date.now() - since) / 1000).toFixed(1)} s`;

const timed = (name, work) => {
  const start = Date.now();
  process.stdout.write(`\n== ${name}\n`);
  work();
  process.stdout.write(`== ${name}: ${seconds(start)}\n`);
};

/** Runs one part; where others run beside it, what it says is held back until it ends. */
function part([name, args], isAlone) {
  const start = Date.now();
  if (isAlone) process.stdout.write(`\n== ${name}\n`);
  return new Promise((done) => {
    const child = spawn('npm', args, { cwd: ROOT, stdio: isAlone ? 'inherit' : ['ignore', 'pipe', 'pipe'] });
    const said = [];
    child.stdout?.on('data', (text) => said.push(text));
    child.stderr?.on('data', (text) => said.push(text));
    child.on('error', (error) => done({ name, error }));
    child.on('close', (code) => {
      if (!isAlone) process.stdout.write(`\n== ${name}\n${Buffer.concat(said)}`);
      process.stdout.write(`== ${name}: ${seconds(start)}${code === 0 ? '' : `, ended with ${code}`}\n`);
      done({ name, error: code === 0 ? null : new Error(`ended with ${code}`) });
    });
  });
}

/** The parts that were asked for; all of them where none was. */
const asked = process.argv.slice(2);
const known = ROWS.flat().map(([name]) => name);
const stray = asked.find((name) => !known.includes(name));
if (stray) {
  process.stderr.write(`There is no part called ${stray}. Known are ${known.join(', ')}.\n`);
  process.exit(2);
}
const rows = ROWS.map((row) => row.filter(([name]) => asked.length === 0 || asked.includes(name)));

timed('install', () => {
  ensureInstalled();
  if (asked.length === 0 || asked.includes('browser')) ensureChromium();
});
// Core is tested from its sources; everything else runs what was built.
if (asked.length === 0 || asked.some((name) => name !== 'core'))
  timed('build', () => ensureBuilt('core', 'server', 'web'));
for (const row of rows) {
  const failed = (await Promise.all(row.map((one) => part(one, row.length === 1)))).filter(({ error }) => error);
  if (failed.length === 0) continue;
  process.stderr.write(`\nFailed: ${failed.map(({ name, error }) => `${name} (${error.message})`).join(', ')}\n`);
  process.exit(1);
}
