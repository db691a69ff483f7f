import compression from 'compression';
import express, { type ErrorRequestHandler, type Express, type RequestHandler } from 'express';
import staticGzip from 'express-static-gzip';
import helmet from 'helmet';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { linkRoutes, type LinkOptions } from './link/link-routes';

export interface AppOptions {
  /** Folder of the built application. */
  readonly webRoot: string;
  readonly mode: 'demo' | 'shop';
  /** The demo shop as an archive; only served in demo mode. */
  readonly demoShop?: Uint8Array;
  /** The sheets of the demo shop; drawn when they are first asked for. */
  readonly demoSheets?: () => Promise<Uint8Array>;
  /** The simulated instruments of the demo shop. */
  readonly standIns?: LinkOptions['standIns'];
  /** Which instruments may be reached. */
  readonly link?: Omit<LinkOptions, 'standIns'>;
  readonly log?: Pick<Logger, 'error'>;
}

/** Only this machine may ask: a page elsewhere that points a name of its own at us is refused by its Host header. */
const ownHost: RequestHandler = (request, response, next) => {
  const host = (request.headers.host ?? '').replace(/:\d+$/, '');
  if (['localhost', '127.0.0.1', '[::1]'].includes(host)) return next();
  response.status(421).json({ code: 'foreign-host', message: 'Open the program by the address it printed when it started.' });
};

/** The server of the built application. It opens no port; `main` does. */
export function createApp({ webRoot, mode, demoShop, demoSheets, standIns, link, log }: AppOptions): Express {
  const app = express().disable('x-powered-by').use(ownHost);
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          // Pictures within PDFs are unpacked by WebAssembly; no text is ever run as a script.
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          // Angular and Material put their styles into the page as elements.
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          manifestSrc: ["'self'"],
          objectSrc: ["'none'"],
          baseUri: ["'self'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
      // Nothing here comes from elsewhere; alone in its process, the page may also be asked how much memory it takes.
      crossOriginEmbedderPolicy: true,
      // Served over plain HTTP on this machine only: nothing to upgrade to.
      strictTransportSecurity: false,
    }),
  );
  app.use(compression());
  app.get('/api/health', (_request, response) => void response.json({ ok: true, mode }));
  app.get('/api/shop', (_request, response) => void response.set('Cache-Control', 'no-store').json({ mode }));
  app.use('/api/link', linkRoutes({ ...link, ...(standIns ? { standIns } : {}) }));
  app.use(
    '/api',
    (_request, response) => void response.status(404).json({ code: 'not-found', message: 'There is nothing of that name here.' }),
  );
  app.get('/demo/shop.zip', (_request, response) => {
    if (!demoShop) return void response.status(404).json({ code: 'not-found', message: 'This is not the demo shop.' });
    response.type('application/zip').send(Buffer.from(demoShop));
  });
  app.get('/demo/sheets.zip', async (_request, response) => {
    if (!demoSheets) return void response.status(404).json({ code: 'not-found', message: 'This is not the demo shop.' });
    response.type('application/zip').send(Buffer.from(await demoSheets()));
  });
  // The build leaves a Brotli copy beside every text file; that is sent to whoever takes it.
  app.use(
    staticGzip(webRoot, {
      enableBrotli: true,
      orderPreference: ['br'],
      index: false,
      serveStatic: {
        setHeaders: (response, path) =>
          void response.setHeader(
            'Cache-Control',
            /-[A-Z0-9]{8}\.(js|css|woff2)(\.br)?$/.test(path) ? 'public, max-age=31536000, immutable' : 'no-cache',
          ),
      },
    }),
  );
  // Any other path without an ending is a page of the application.
  app.get('/{*path}', (request, response, next) => {
    if (/\.[a-z0-9]+$/i.test(request.path)) return next();
    response.set('Cache-Control', 'no-cache').sendFile(join(webRoot, 'index.html'));
  });
  app.use((_request, response) => void response.status(404).json({ code: 'not-found', message: 'There is nothing of that name here.' }));
  const onError: ErrorRequestHandler = (error: { status?: number }, _request, response, next) => {
    if (response.headersSent) return next(error);
    const { status = 500 } = error;
    if (status >= 400 && status < 500)
      return void response.status(status).json({ code: 'bad-request', message: 'This request cannot be read.' });
    log?.error(error);
    response.status(500).json({ code: 'internal', message: 'The server failed; its log has the details.' });
  };
  return app.use(onError);
}
