import { randomInt } from 'node:crypto';

/** No letter or digit that is taken for another when read aloud or typed from paper. */
const ALPHABET = '23456789abcdefghjkmnpqrstuvwxyz';

/** The secret part of a ballot's address: 16 characters, 79 random bits. */
export function newToken(): string {
  return Array.from({ length: 16 }, () => ALPHABET[randomInt(ALPHABET.length)]).join('');
}
