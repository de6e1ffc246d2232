/** Letters of the short code: enough that nobody finds one by trying, few enough to type. */

const LENGTH = 8;

/**
 * What is typed at the seat where no camera reads the card: the beginning of the secret in a ballot's address.
 *
 * @example
 * shortCode('http://localhost:4680/b/t9versajkmj76has') // 't9ve rsaj'
 */
export const shortCode = (address: string): string => {
  const secret = address.split('/b/')[1] ?? '';
  return `${secret.slice(0, LENGTH / 2)} ${secret.slice(LENGTH / 2, LENGTH)}`;
};

/** A code as it was typed: capitals and gaps do not matter. @returns null for what can be none */
export function readShortCode(typed: string): string | null {
  const code = typed.toLowerCase().replace(/[\s-]/g, '');
  return /^[2-9a-z]+$/.test(code) && code.length === LENGTH ? code : null;
}
