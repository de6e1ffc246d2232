/**
 * npm run contract: writes the API contract from the server's DTOs and the web client from
 * the contract. With --check it only says whether the files in the repository are current.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, ROOT, run } from './ready.mjs';

const FILES = ['server/openapi.json', 'web/src/client/api.generated.ts'].map((file) => join(ROOT, file));
const read = () => FILES.map((file) => readFileSync(file, 'utf8'));

ensureInstalled();
ensureBuilt('core', 'server');
const before = read();
run(process.execPath, [join(ROOT, 'server/dist/openapi.js'), FILES[0]]);
run('npm', ['run', '--silent', 'client', '--workspace', 'web']);
if (process.argv.includes('--check')) {
  const after = read();
  before.forEach((text, at) => writeFileSync(FILES[at], text));
  if (after.some((text, at) => text !== before[at])) {
    process.stderr.write('The web client does not match the server. Run npm run contract and commit what it writes.\n');
    process.exit(1);
  }
}
