import type { IncomingMessage } from 'node:http';
import type { Params } from 'nestjs-pino';
import type { ServerOptions } from './options/options';

/** A ballot's token is the right to answer, so it stays out of the log. */
export const withoutToken = (url: string): string => url.replace(/\/(b|ballots)\/[^/?]+/, '/$1/…');

/** Logs each request's method, address and outcome; never bodies, cookies or tokens. */
export function loggerOptions({ quiet }: ServerOptions): Params {
  return {
    pinoHttp: {
      level: quiet ? 'silent' : 'warn',
      serializers: {
        req: (request: IncomingMessage & { url: string }) => ({
          method: request.method,
          url: withoutToken(request.url),
        }),
        res: (response: { statusCode: number }) => ({ statusCode: response.statusCode }),
      },
      customLogLevel: (_request, response, error) => (error || response.statusCode >= 500 ? 'error' : 'debug'),
    },
  };
}
