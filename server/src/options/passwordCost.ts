/** What a guess costs whoever has the file: N, r and p of scrypt. */
export interface PasswordCost {
  N: number;
  r: number;
  p: number;
}

/** As OWASP's Password Storage Cheat Sheet has them for 32 MB a try (from memory). Some 180 ms on a small machine. */
export const PASSWORD_COST: PasswordCost = { N: 2 ** 15, r: 8, p: 3 };
