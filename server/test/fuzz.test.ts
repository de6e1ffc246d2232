import { spawnSync } from 'node:child_process';
import { resolve } from 'node:path';

/** A short part of `npm run fuzz`. */
it('no spoilt request breaks the server, or a tasting', () => {
  const { status, stdout } = spawnSync(
    process.execPath,
    [resolve(__dirname, '../fuzz/fuzz.mjs'), '--requests', '600', '--seed', 'tests'],
    { encoding: 'utf8', timeout: 170_000 },
  );
  expect(stdout).toContain('0 failures');
  expect(status).toBe(0);
}, 180_000);
