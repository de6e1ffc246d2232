import type { Response } from 'express';

/** Aborted when the connection closes before the answer was written: nobody waits for it any more. */
export function goneOf(response: Response): AbortSignal {
  const gone = new AbortController();
  response.on('close', () => !response.writableEnded && gone.abort());
  return gone.signal;
}
