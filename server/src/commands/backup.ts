import { copyFile, UnfitFile } from '../storage/dataFile';

/** Copies a data file while the server goes on using it: `npm run backup -- FROM.db TO.db`. */
const [from, to] = process.argv.slice(2);
if (!from || !to) {
  process.stderr.write('Say what to copy and where to: npm run backup -- tastings.db copy.db\n');
  process.exit(2);
}
try {
  copyFile(from, to);
  process.stdout.write(`Copied ${from} to ${to}.\n`);
} catch (error) {
  if (!(error instanceof UnfitFile)) throw error;
  process.stderr.write(`${error.message}\n`);
  process.exit(/^(There is|A copy)|exists already/.test(error.message) ? 2 : 1);
}
