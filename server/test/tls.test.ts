import { mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import { createServer, request } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { X509Certificate } from 'node:crypto';
import { BadOptions, readOptions } from '../src/options/options';
import { certificateFor, type Certificate } from '../src/tls/certificate';

/** The certificate that Jacana makes for itself, held against what OpenSSL (in Node) takes. */

let folder: string;
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'jacana-tls-'))));
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const NAMES = ['localhost', '127.0.0.1'];
const DAY = 86_400_000;

/** What a client that trusts the root says to it at an address. */
async function asked(shown: Certificate, host: string, ca: string | undefined): Promise<string> {
  const server = createServer(shown, (_request, response) => response.end('served'));
  await new Promise<void>((listening) => server.listen(0, '127.0.0.1', listening));
  const { port } = server.address() as AddressInfo;
  const said = await new Promise<string>((tell) => {
    request(
      { host: '127.0.0.1', port, servername: host === '127.0.0.1' ? '' : host, ca, headers: { host } },
      (reply) => {
        reply.on('data', (text: Buffer) => tell(text.toString()));
      },
    )
      .on('error', (error: NodeJS.ErrnoException) => tell(error.code ?? error.message))
      .end();
  });
  server.close();
  return said;
}

it('is taken by who trusts the root, at its names alone', async () => {
  const made = await certificateFor(folder, NAMES);
  expect(await asked(made, '127.0.0.1', made.root)).toBe('served');
  expect(await asked(made, 'localhost', made.root)).toBe('served');
  expect(await asked(made, 'elsewhere.example', made.root)).toBe('ERR_TLS_CERT_ALTNAME_INVALID');
  expect(await asked(made, '127.0.0.1', undefined)).toMatch(/SELF_SIGNED|UNABLE_TO_VERIFY/);
});

it('stays as it was, so that phones go on trusting it, and its keys are read by nobody else', async () => {
  const first = await certificateFor(folder, NAMES);
  expect(await certificateFor(folder, NAMES)).toEqual(first);
  for (const name of ['root.key', 'server.key']) expect(statSync(join(folder, name)).mode & 0o077).toBe(0);
  expect(readFileSync(join(folder, 'root.crt'), 'utf8')).toBe(first.root);
});

it('is made anew under the same root when an address is new, and before it ends', async () => {
  const first = await certificateFor(folder, NAMES);
  const moved = await certificateFor(folder, [...NAMES, '192.168.7.20']);
  expect(moved.root).toBe(first.root);
  expect(moved.cert).not.toBe(first.cert);
  expect(new X509Certificate(moved.cert).checkIP('192.168.7.20')).toBe('192.168.7.20');
  const later = await certificateFor(folder, NAMES, Date.now() + 370 * DAY);
  expect(later.root).toBe(first.root);
  expect(later.cert).not.toBe(moved.cert);
  const ends = Date.parse(new X509Certificate(later.cert).validTo);
  // No longer than the 398 days that phones take.
  expect(ends - Date.parse(new X509Certificate(later.cert).validFrom)).toBeLessThanOrEqual(398 * DAY);
  const old = await certificateFor(folder, NAMES, Date.now() + 3640 * DAY);
  expect(old.root).not.toBe(first.root);
  expect(new X509Certificate(old.cert).checkIssued(new X509Certificate(old.root))).toBe(true);
});

it('can be one of your own, and says what is missing', () => {
  const words = (...more: string[]) => readOptions(['--data', 'x.db', ...more]).tls;
  expect(words()).toBeNull();
  expect(words('--tls')).toBe('made');
  const own = join(folder, 'own.pem');
  expect(() => words('--tls-cert', own)).toThrow(BadOptions);
  expect(() => words('--tls-cert', own, '--tls-key', own)).toThrow(/cannot be read/);
});
