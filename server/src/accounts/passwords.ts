import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import type { PasswordCost } from '../options/passwordCost';

const KEY_BYTES = 32;
/** Hashes of before say no cost. */
const FORMER: PasswordCost = { N: 2 ** 15, r: 8, p: 1 };

const derive = (password: string, salt: Buffer, cost: PasswordCost): Promise<Buffer> =>
  new Promise((resolve, reject) =>
    // A letter that can be typed in two ways is one letter; hashes of before took them for two.
    scrypt(
      cost === FORMER ? password : password.normalize('NFKC'),
      salt,
      KEY_BYTES,
      { ...cost, maxmem: 128 * 1024 * 1024 },
      (error, key) => (error ? reject(error) : resolve(key)),
    ),
  );

/** Hashes a password with scrypt and a salt of its own. */
export async function hashPassword(password: string, cost: PasswordCost): Promise<string> {
  const salt = randomBytes(16);
  const { N, r, p } = cost;
  return ['scrypt', [N, r, p].join(), ...[salt, await derive(password, salt, cost)].map(inText)].join('$');
}

const inText = (bytes: Buffer): string => bytes.toString('base64');

/** Checks a password in constant time. */
export async function passwordMatches(password: string, stored: string): Promise<boolean> {
  const { cost, salt, key: expected } = partsOf(stored);
  const given = await derive(password, salt, cost);
  return expected.length === given.length && timingSafeEqual(expected, given);
}

/** Whether a hash was made when a guess cost less than it does today: it is made anew at the next sign-in. */
export function isOutdated(stored: string, today: PasswordCost): boolean {
  const { N, r, p } = partsOf(stored).cost;
  return N * r * p < today.N * today.r * today.p;
}

function partsOf(stored: string): { cost: PasswordCost; salt: Buffer; key: Buffer } {
  const [, ...parts] = stored.split('$');
  const [salt, key] = parts.slice(-2).map((text) => Buffer.from(text, 'base64'));
  const [N, r, p] = (parts.length > 2 ? parts[0] : '').split(',').map(Number);
  return { cost: p > 0 ? { N, r, p } : FORMER, salt: salt ?? Buffer.alloc(0), key: key ?? Buffer.alloc(0) };
}
