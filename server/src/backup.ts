import { existsSync } from 'node:fs';
import Database from 'better-sqlite3';

/**
 * Copies a data file while the server goes on using it: `npm run backup -- FROM.db TO.db`.
 * VACUUM INTO reads one consistent state, whatever is written meanwhile.
 */
const [from, to] = process.argv.slice(2);
if (!from || !to) {
  process.stderr.write('Say what to copy and where to: npm run backup -- tastings.db copy.db\n');
  process.exit(2);
}
if (!existsSync(from) || existsSync(to)) {
  process.stderr.write(existsSync(to) ? `${to} exists already. Choose another name.\n` : `There is no file ${from}.\n`);
  process.exit(2);
}
new Database(from, { readonly: true }).prepare('VACUUM INTO ?').run(to);
const found = new Database(to, { readonly: true }).pragma('integrity_check', { simple: true });
if (found !== 'ok') {
  process.stderr.write(
    `The copy is not sound (${String(found)}). Keep ${from} as it is, and copy it to another disk.\n`,
  );
  process.exit(1);
}
process.stdout.write(`Copied ${from} to ${to}.\n`);
