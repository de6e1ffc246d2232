import { hostname } from 'node:os';
import type { NextFunction, Request, Response } from 'express';
import type { Refusal } from '../fields/problems';
import { ownNames, type ServerOptions } from '../options/options';

/** What only asks, and changes nothing. */
const ASKING = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * Stands before everything else, and turns away what comes by a way that no person of the house takes: under a name that is
 * not this server's (a page elsewhere that has its own name point here), from a page of another address, or through
 * a proxy that the server was not told of.
 */
export function originGuard(
  options: ServerOptions,
): (request: Request, response: Response, next: NextFunction) => void {
  const machine = hostname().toLowerCase();
  const given = options.address === null ? [] : [new URL(options.address).hostname];
  const names = new Set(['localhost', '127.0.0.1', '[::1]', machine, `${machine}.local`, ...given]);
  return (request, response, next) => {
    // Behind a proxy that is trusted, as that one passes it on.
    const host = request.host ?? '';
    // A machine's addresses on the network may change while it runs.
    const isOwn = names.has(nameIn(host)) || ownNames(options.lan).includes(nameIn(host));
    const why = !isOwn
      ? `Jacana does not go by the name ${nameIn(host).slice(0, 100)}. Whoever runs it can give it this name: --address http://NAME:${options.port}`
      : isForwarded(request) && options.proxy === null
        ? 'This came through a proxy that Jacana was not told of. Start it with --proxy ADDRESS --address URL.'
        : !ASKING.has(request.method) && isFromElsewhere(request, host)
          ? 'This was sent by a page of another address. Open Jacana itself and try again.'
          : null;
    if (why === null) return next();
    const refusal: Refusal = { statusCode: 403, error: 'not-allowed', problems: [], message: why };
    response.status(403).json(refusal);
  };
}

const nameIn = (host: string): string => host.toLowerCase().replace(/:\d+$/, '');

const isForwarded = ({ headers }: Request): boolean =>
  headers.forwarded !== undefined || headers['x-forwarded-for'] !== undefined;

/** Browsers say from which page they send; other programs, which carry nobody's cookies about, say nothing. */
function isFromElsewhere(request: Request, host: string): boolean {
  const origin = request.get('origin');
  if (origin !== undefined) return !URL.canParse(origin) || new URL(origin).host !== withoutUsualPort(host, origin);
  return ['cross-site', 'same-site'].includes(request.get('sec-fetch-site') ?? '');
}

/** An origin does not say the port that is usual for it. */
const withoutUsualPort = (host: string, origin: string): string =>
  host.toLowerCase().replace(origin.startsWith('https:') ? /:443$/ : /:80$/, '');
