import type { IncomingMessage } from 'node:http';
import type { Params } from 'nestjs-pino';
import type { ServerOptions } from '../options/options';

/** A ballot's token is the right to answer, and a link's the right to read, so they stay out of the log, however they are spelt. */
export const withoutToken = (url: string): string => url.replace(/\/(b|ballots|f|shared)\/[^/?]+/gi, '/$1/…');

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
        // What SQL was asked with is what people answered.
        err: ({ name, message, stack }: Error) => ({ name, message, stack }),
        res: (response: { statusCode: number }) => ({ statusCode: response.statusCode }),
      },
      customLogLevel: (_request, response, error) => (error || response.statusCode >= 500 ? 'error' : 'debug'),
    },
  };
}
