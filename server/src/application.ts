import { existsSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { ValidationPipe } from '@nestjs/common';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import compression from 'compression';
import { json, type NextFunction, type Request, type Response } from 'express';
import helmet from 'helmet';
import { Logger } from 'nestjs-pino';
import { SessionsService } from './accounts/sessions.service';
import { AppModule } from './app.module';
import { EARLY_ALLOWED, FirstScreens } from './ballots/firstScreens.service';
import { problemsOf, refuseFields } from './fields/problems';
import type { ServerOptions } from './options/options';
import { refuseDepth } from './http/bodyDepth';
import { originGuard } from './http/originGuard';
import { limitWrongLinks, LinkRateLimit } from './http/linkRateLimit';
import type { Certificate, MadeCertificate } from './tls/certificate';
import { RefusalsFilter } from './http/refusals.filter';

/** Builds the server with everything that stands before its routes. */
export async function createApplication(
  options: ServerOptions,
  shown: Certificate | null = null,
): Promise<NestExpressApplication> {
  const app = await NestFactory.create<NestExpressApplication>(AppModule.with(options), {
    bodyParser: false,
    ...(shown && { httpsOptions: shown }),
    // What goes wrong at the start is told by main.ts, in one line.
    logger: false,
    forceCloseConnections: true,
    abortOnError: false,
  });
  app.useLogger(app.get(Logger));
  app.disable('x-powered-by');
  if (options.proxy !== null) app.set('trust proxy', options.proxy);
  app.use(originGuard(options));
  app.use(
    helmet({
      hsts: isLastingAddress(options) && { maxAge: 180 * 86_400, includeSubDomains: false },
      contentSecurityPolicy: {
        directives: { 'script-src': ["'self'", EARLY_ALLOWED], 'upgrade-insecure-requests': null },
      },
      crossOriginOpenerPolicy: false,
      originAgentCluster: false,
    }),
  );
  // A stream of events must not wait in a compressor's buffer.
  app.use(
    compression({
      filter: (request, response) => !request.path.endsWith('/live') && compression.filter(request, response),
    }),
  );
  app.use('/api', (_request: Request, response: Response, next: NextFunction) => {
    response.setHeader('Cache-Control', 'no-store');
    next();
  });
  app.use(limitWrongLinks(new LinkRateLimit(3 * options.signInsPerMinute)));
  app.use('/api/import', largeFromCoordinators(app));
  app.use(json({ limit: '1mb' }));
  app.use(refuseDepth);
  app.useGlobalPipes(
    new ValidationPipe({
      whitelist: true,
      forbidNonWhitelisted: true,
      transform: true,
      stopAtFirstError: true,
      exceptionFactory: (errors) => refuseFields(problemsOf(errors)),
    }),
  );
  app.useGlobalFilters(new RefusalsFilter());
  app.enableShutdownHooks();
  if (shown && 'root' in shown) serveRoot(app, (shown as MadeCertificate).root);
  if (options.web) serveWeb(app, options.web);
  return app;
}

/** Opens the server to whom the options say, and says in them on which port. */
export async function listen(app: NestExpressApplication, options: ServerOptions): Promise<void> {
  await app.listen(options.port, options.lan ? '0.0.0.0' : '127.0.0.1');
  options.port = (app.getHttpServer().address() as AddressInfo).port;
}

/** A bundle with photos and curves is large, and nobody else's large body is even read. */
function largeFromCoordinators(app: NestExpressApplication) {
  const large = json({ limit: '40mb' });
  return (request: Request, response: Response, next: NextFunction): void =>
    void app
      .get(SessionsService)
      .find(request.headers.cookie)
      .then((me) => (me?.role === 'coordinator' ? large(request, response, next) : next()), next);
}

/**
 * Whether browsers may be told to come encrypted for good: to an address that has a name and a certificate of its own. With a
 * certificate that Jacana made, a phone that does not trust it yet could then not even go past the warning.
 */
const isLastingAddress = ({ address, tls, proxy }: ServerOptions): boolean =>
  address !== null && address.startsWith('https:') && (proxy !== null || (tls !== null && tls !== 'made'));

/** The built web app: its files, and its two pages for every address that is neither file nor API. */
function serveWeb(app: NestExpressApplication, folder: string): void {
  // Vite names its files by their content, so they may be kept for good.
  app.useStaticAssets(join(folder, 'assets'), { prefix: '/assets', index: false, maxAge: '1y', immutable: true });
  app.useStaticAssets(folder, { index: false });
  app.use((request: Request, response: Response, next: NextFunction) => {
    if (!['GET', 'HEAD'].includes(request.method) || request.path.startsWith('/api/') || /\.\w+$/.test(request.path))
      return next();
    const [, token] = /^\/b(?:\/([^/]*)|$)/.exec(request.path) ?? [];
    const page = join(folder, /^\/b(\/|$)/.test(request.path) ? 'ballot.html' : 'index.html');
    if (!existsSync(page)) return next();
    const sendPage = (own: string | null): void => {
      response.setHeader('Cache-Control', own ? 'no-store' : 'no-cache');
      if (own) response.type('html').send(own);
      else response.sendFile(page);
    };
    if (token && !response.locals.isSecret)
      void app
        .get(FirstScreens)
        .page(token)
        .then(({ page: own, isThere }) => {
          response.locals.isThere = isThere;
          sendPage(own);
        });
    else sendPage(null);
  });
}

/** The root of this house's certificates, which a phone takes in once to trust them; public, as every certificate is. */
function serveRoot(app: NestExpressApplication, root: string): void {
  app.use('/jacana-root.crt', (_request: Request, response: Response) => {
    response.type('application/x-x509-ca-cert').send(root);
  });
}
