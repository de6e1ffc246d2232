import type { NextFunction, Request, Response } from 'express';
import type { Refusal } from '../fields/problems';

const WHILE_MS = 60_000;
/** More places, and more good addresses, than one house has: whoever makes them up must not fill the memory. */
const MOST_KEPT = 10_000;

/** Addresses whose secret part is the right to answer or to read. */
const SECRET = /^\/(?:api\/(?:ballots|shared)|b)\/([^/]+)/i;

/**
 * Counts addresses that lead nowhere, by where they are asked for from. Whoever asks for too many waits; a ballot or a link
 * that was good from there goes on, so that one guest who guesses stops nobody who answers.
 */
export class LinkRateLimit {
  private readonly wrong = new Map<string, { count: number; until: number }>();
  private readonly good = new Set<string>();

  /** @param most addresses that lead nowhere, in a minute from one place: a whole room that mistypes, and no guessing */
  constructor(
    private readonly most: number,
    private readonly now: () => number = Date.now,
  ) {}

  /** Whether this address may not be tried now from there. */
  mustWait(from: string, secret: string): boolean {
    const own = this.wrong.get(from);
    return own !== undefined && own.count >= this.most && own.until > this.now() && !this.isGood(from, secret);
  }

  isGood = (from: string, secret: string): boolean => this.good.has(`${from} ${secret}`);

  /** What came of it. */
  answered(from: string, secret: string, isThere: boolean): void {
    if (isThere) return keep(this.good, (all) => all.add(`${from} ${secret}`));
    const own = this.wrong.get(from);
    const count = own && own.until > this.now() ? own.count : 0;
    const until = count > 0 && own ? own.until : this.now() + WHILE_MS;
    keep(this.wrong, (all) => all.set(from, { count: count + 1, until }));
  }
}

function keep<Kept extends Map<string, unknown> | Set<string>>(all: Kept, add: (all: Kept) => unknown): void {
  add(all);
  if (all.size > MOST_KEPT) all.delete(all.keys().next().value as string);
}

/** What a page and whoever counts tell each other. */
interface Behind {
  /** That nobody is told now whether there is a ballot. */
  isSecret?: boolean;
  isThere?: boolean;
}

/** Stands before the routes that anybody may ask for who has the right address. */
export function limitWrongLinks(
  limit: LinkRateLimit,
): (request: Request, response: Response, next: NextFunction) => void {
  return (request, response, next) => {
    const secret = SECRET.exec(request.path)?.[1];
    if (secret === undefined) return next();
    const from = request.ip ?? '';
    const { locals } = response as { locals: Behind };
    // The page that is the same for everybody tells nothing, and asks again by itself.
    locals.isSecret = limit.mustWait(from, secret);
    if (locals.isSecret && request.path.startsWith('/api/')) {
      const message = 'Too many addresses that lead nowhere were asked for from here. Wait a minute and try again.';
      const refusal: Refusal = { statusCode: 429, error: 'wait', problems: [], message };
      response.status(429).setHeader('Retry-After', WHILE_MS / 1000);
      return void response.json(refusal);
    }
    response.on('finish', () => {
      const { statusCode } = response;
      if (statusCode === 404 || locals.isThere === false) limit.answered(from, secret, false);
      else if (locals.isThere ?? (request.path.startsWith('/api/') && statusCode < 300))
        limit.answered(from, secret, true);
    });
    next();
  };
}
