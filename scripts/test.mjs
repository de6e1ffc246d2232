/** npm test: everything, from a fresh clone. Prints how long each part took. */
import { ensureBuilt, ensureChromium, ensureInstalled, run } from './ready.mjs';

const STEPS = [
  ['lint', ['run', '--silent', 'lint']],
  ['types', ['run', '--silent', 'typecheck']],
  ['arrows', ['run', '--silent', 'arrows']],
  ['contract', ['run', '--silent', 'contract', '--', '--check']],
  ['unit', ['run', '--silent', 'test:unit']],
  ['browser', ['run', '--silent', 'test:browser']],
];

const timed = (name, work) => {
  const start = Date.now();
  process.stdout.write(`\n== ${name}\n`);
  work();
  process.stdout.write(`== ${name}: ${((Date.now() - start) / 1000).toFixed(1)} s\n`);
};

timed('install', () => {
  ensureInstalled();
  ensureChromium();
});
timed('build', () => ensureBuilt('core', 'server', 'web'));
for (const [name, args] of STEPS) timed(name, () => run('npm', args, { stdio: 'inherit' }));
