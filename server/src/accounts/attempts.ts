/** Wrong passwords for one account, from devices that it was never used on. */
interface Failures {
  count: number;
  /** Nobody is let in from a strange device before. */
  until: number;
  last: number;
}

const FREE = 5;
const [FIRST_WAIT_MS, LONGEST_WAIT_MS] = [30_000, 15 * 60_000];
const FORGOTTEN_AFTER_MS = 60 * 60_000;
/** More accounts than a house has; whoever makes up logins must not fill the memory. */
const MOST_KEPT = 1000;

/**
 * Guesses at one account wait longer and longer, from wherever they come. A device that the account was used on before is
 * not held up by them, so that strangers cannot lock its owner out there.
 */
export class Attempts {
  private readonly failures = new Map<string, Failures>();

  constructor(private readonly now: () => number = Date.now) {}

  /** Seconds until a strange device may try again; 0 for at once. */
  wait(account: string): number {
    const own = this.failures.get(account);
    return own ? Math.max(0, Math.ceil((own.until - this.now()) / 1000)) : 0;
  }

  /** @returns how many there have been in a row */
  failed(account: string): number {
    const now = this.now();
    const before = this.failures.get(account);
    const count = before && now - before.last < FORGOTTEN_AFTER_MS ? before.count + 1 : 1;
    const wait = count < FREE ? 0 : Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** (count - FREE));
    this.failures.delete(account);
    this.failures.set(account, { count, until: now + wait, last: now });
    if (this.failures.size > MOST_KEPT) this.failures.delete(this.failures.keys().next().value as string);
    return count;
  }

  succeeded(account: string): void {
    this.failures.delete(account);
  }
}
