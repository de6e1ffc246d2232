const TIMEOUT_MS = 10_000;

/** The server said no; trying again would not help. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    /** One word for programs, such as `closed`. */
    readonly kind: string,
    message: string,
  ) {
    super(message);
  }
}

/**
 * Sends one letter and reads the answer.
 *
 * @throws Refused when the server says no; any other error means that it may work later
 */
export async function send<T>(address: string, body: object): Promise<T> {
  const response = await fetch(address, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
    signal: AbortSignal.timeout(TIMEOUT_MS),
  });
  if (response.ok) return (await response.json()) as T;
  if (response.status >= 500 || response.status === 429) throw new Error('The server is not well; try again.');
  const refusal = (await response.json().catch(() => ({}))) as { error?: string; message?: string };
  throw new Refused(response.status, refusal.error ?? '', refusal.message ?? 'The server refused this.');
}

/** Asks for something small, once. @throws when it cannot be had now */
export async function ask<T>(address: string): Promise<T> {
  const response = await fetch(address, { signal: AbortSignal.timeout(TIMEOUT_MS) });
  if (!response.ok) throw new Error(`No answer: ${response.status}.`);
  return (await response.json()) as T;
}
