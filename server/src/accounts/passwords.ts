import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';

const KEY_BYTES = 32;
/** About 60 ms and 32 MB a try on a small machine (N = 2^15, r = 8, p = 1). */
const COST = { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 1024 * 1024 };

const derive = (password: string, salt: Buffer): Promise<Buffer> =>
  new Promise((resolve, reject) =>
    scrypt(password, salt, KEY_BYTES, COST, (error, key) => (error ? reject(error) : resolve(key))),
  );

/** Hashes a password with scrypt and a salt of its own. */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16);
  return `scrypt$${salt.toString('base64')}$${(await derive(password, salt)).toString('base64')}`;
}

/** Checks a password in constant time. */
export async function passwordMatches(password: string, stored: string): Promise<boolean> {
  const [, salt, key] = stored.split('$');
  const expected = Buffer.from(key ?? '', 'base64');
  const given = await derive(password, Buffer.from(salt ?? '', 'base64'));
  return expected.length === given.length && timingSafeEqual(expected, given);
}
