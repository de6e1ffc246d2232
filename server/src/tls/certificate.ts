import 'reflect-metadata';
import { webcrypto } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { isIP } from 'node:net';
import { join } from 'node:path';
import {
  AuthorityKeyIdentifierExtension,
  BasicConstraintsExtension,
  ExtendedKeyUsage,
  ExtendedKeyUsageExtension,
  KeyUsageFlags,
  KeyUsagesExtension,
  PemConverter,
  SubjectAlternativeNameExtension,
  SubjectKeyIdentifierExtension,
  X509Certificate,
  X509CertificateGenerator,
} from '@peculiar/x509';

/** What a server shows to whoever connects, in PEM. */
export interface Certificate {
  cert: string;
  key: string;
}

/** A certificate that was made here, and the root that phones come to trust so that they trust it. */
export interface MadeCertificate extends Certificate {
  root: string;
}

const EC = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' };
const DAY = 86_400_000;
/** Phones take no certificate of a server that is valid for longer (398 days: Apple's limit since 2020, from memory). */
const LEAF_DAYS = 397;
const ROOT_DAYS = 3650;
/** Made anew that long before it ends. */
const LEFT_DAYS = 30;

/**
 * A root of this house, and a certificate for these names under it. Both are kept in a folder beside the data, so that
 * phones which trust the root go on to; the certificate is made anew when the addresses changed, or it is about to end.
 *
 * @param names host names and addresses that the server is reached by
 */
export async function certificateFor(
  folder: string,
  names: readonly string[],
  now = Date.now(),
): Promise<MadeCertificate> {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const root = await kept(
    folder,
    'root',
    (cert) => isValid(cert, now),
    () => makeRoot(now),
  );
  const own = await kept(
    folder,
    'server',
    (cert) => isValid(cert, now) && isFor(cert, names) && cert.issuer === new X509Certificate(root.cert).subject,
    () => makeOwn(root, names, now),
  );
  return { ...own, root: root.cert };
}

/** What lies in the folder, where it still fits; otherwise it is made, and laid there. */
async function kept(
  folder: string,
  name: string,
  fits: (cert: X509Certificate) => boolean,
  make: () => Promise<Certificate>,
): Promise<Certificate> {
  const [cert, key] = [join(folder, `${name}.crt`), join(folder, `${name}.key`)];
  if (existsSync(cert) && existsSync(key)) {
    const found = { cert: readFileSync(cert, 'utf8'), key: readFileSync(key, 'utf8') };
    if (fits(new X509Certificate(found.cert))) return found;
  }
  const made = await make();
  writeFileSync(key, made.key, { mode: 0o600 });
  writeFileSync(cert, made.cert);
  return made;
}

const isValid = ({ notBefore, notAfter }: X509Certificate, now: number): boolean =>
  notBefore.getTime() <= now && now < notAfter.getTime() - LEFT_DAYS * DAY;

function isFor(cert: X509Certificate, names: readonly string[]): boolean {
  const said = cert.getExtension(SubjectAlternativeNameExtension)?.names.items.map(({ value }) => value) ?? [];
  return names.every((name) => said.includes(name));
}

const newKeys = (): Promise<CryptoKeyPair> => webcrypto.subtle.generateKey(EC, true, ['sign', 'verify']);

async function pem(cert: X509Certificate, { privateKey }: CryptoKeyPair): Promise<Certificate> {
  const key = await webcrypto.subtle.exportKey('pkcs8', privateKey);
  return { cert: cert.toString('pem'), key: PemConverter.encode(key, 'PRIVATE KEY') };
}

async function makeRoot(now: number): Promise<Certificate> {
  const keys = await newKeys();
  // The day is in its name, so that a phone that holds an older one shows which is which.
  const day = new Date(now).toISOString().slice(0, 10);
  const cert = await X509CertificateGenerator.createSelfSigned({
    name: `CN=Jacana of this house ${day}`,
    ...spanOf(now, ROOT_DAYS),
    signingAlgorithm: EC,
    keys,
    extensions: [
      new BasicConstraintsExtension(true, 0, true),
      new KeyUsagesExtension(KeyUsageFlags.keyCertSign | KeyUsageFlags.cRLSign, true),
      await SubjectKeyIdentifierExtension.create(keys.publicKey),
    ],
  });
  return pem(cert, keys);
}

async function makeOwn(root: Certificate, names: readonly string[], now: number): Promise<Certificate> {
  const keys = await newKeys();
  const issuer = new X509Certificate(root.cert);
  const signingKey = await webcrypto.subtle.importKey('pkcs8', PemConverter.decodeFirst(root.key), EC, false, ['sign']);
  const cert = await X509CertificateGenerator.create({
    subject: 'CN=Jacana',
    issuer: issuer.subject,
    ...spanOf(now, LEAF_DAYS),
    signingAlgorithm: EC,
    publicKey: keys.publicKey,
    signingKey,
    extensions: [
      new BasicConstraintsExtension(false, undefined, true),
      new KeyUsagesExtension(KeyUsageFlags.digitalSignature, true),
      new ExtendedKeyUsageExtension([ExtendedKeyUsage.serverAuth]),
      new SubjectAlternativeNameExtension(
        names.map((value) => ({ type: isIP(value) ? ('ip' as const) : ('dns' as const), value })),
      ),
      await SubjectKeyIdentifierExtension.create(keys.publicKey),
      await AuthorityKeyIdentifierExtension.create(issuer.publicKey),
    ],
  });
  return pem(cert, keys);
}

/** Begun a day ago, since clocks of phones differ. */
const spanOf = (now: number, days: number) => ({
  notBefore: new Date(now - DAY),
  notAfter: new Date(now - DAY + days * DAY),
});
