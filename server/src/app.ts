import { join } from 'node:path';
import compression from 'compression';
import express, { type Express, type Request } from 'express';
import helmet from 'helmet';
import { definitionHandlers } from './assignments/routes.ts';
import { captureHandlers } from './captures/routes.ts';
import type { Context } from './context.ts';
import { courseHandlers } from './courses/routes.ts';
import { LAST_MIGRATION } from './db/database.ts';
import { madeRoute } from './errands/madeRoute.ts';
import { errandHandlers } from './errands/routes.ts';
import { evidenceHandlers } from './evidence/routes.ts';
import { archivesRoute } from './files/archives.ts';
import { filesRoute } from './files/routes.ts';
import { handoverHandlers } from './handovers/routes.ts';
import { errorHandler } from './http/errorHandler.ts';
import { openApi } from './http/openApi.ts';
import { originCheck } from './http/originCheck.ts';
import { notFound } from './http/problem.ts';
import { requestLog } from './http/requestLog.ts';
import { type Handlers, mountEndpoints, stampArrival } from './http/router.ts';
import { knownHandlers } from './known/routes.ts';
import { liveRoute } from './live/liveRoute.ts';
import { mailHandlers } from './mail/routes.ts';
import { markSetHandlers } from './markSets/routes.ts';
import { pageHandlers } from './pages/routes.ts';
import { presetHandlers } from './presets/routes.ts';
import { referenceHandlers } from './references/routes.ts';
import { reviewHandlers } from './reviews/routes.ts';
import { secondMarkingHandlers } from './secondMarking/routes.ts';
import { sessionHandlers } from './sessions/routes.ts';
import { readActor } from './sessions/sessions.ts';
import { workFileHandlers } from './workFiles/routes.ts';

/** Builds the whole server without listening, so that tests can ask it directly. */
export function createApp(context: Context): Express {
  const { settings, log, underWay } = context;
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', settings.trustedProxies);
  app.use(stampArrival(context));
  app.use(requestLog(log));
  app.use(securityHeaders(settings.secureCookies));
  app.use(originCheck(settings.origin));
  app.use(compression());
  const actor = (req: Request) => readActor(context, req);
  mountEndpoints(app, context, actor, handlers(context));
  app.get('/api/openapi.json', (_req, res) => void res.json(openApi()));
  app.get('/files/:fileId/:name', underWay.following(filesRoute(context, actor)));
  app.get('/archives/made/:name', underWay.following(madeRoute(context, actor)));
  app.get('/archives/:kind/:name', underWay.following(archivesRoute(context, actor)));
  app.get('/live/:kind/:id', liveRoute(context, actor));
  app.use(['/api', '/files', '/archives', '/live'], () => {
    throw notFound('address');
  });
  serveInterface(app, settings.webFolder);
  app.use(errorHandler(log));
  return app;
}

function handlers(context: Context): Handlers {
  return {
    health: async () => ({ status: 'ok', schema: LAST_MIGRATION }),
    ...sessionHandlers(context),
    ...pageHandlers(context),
    signingKeys: () => context.signing.keys(),
    ...captureHandlers(context),
    ...presetHandlers(context),
    ...markSetHandlers(context),
    ...workFileHandlers(context),
    ...knownHandlers(context),
    ...evidenceHandlers(context),
    ...reviewHandlers(context),
    ...courseHandlers(context),
    ...definitionHandlers(context),
    ...secondMarkingHandlers(context),
    ...mailHandlers(context),
    ...handoverHandlers(context),
    ...referenceHandlers(context),
    ...errandHandlers(context),
  };
}

/**
 * The two workers that run WebAssembly: one decodes the pictures of PDFs, one reads the words of a picture. A worker has
 * the policy it was sent with.
 */
const WASM_WORKER = /^\/assets\/(documents\.worker|worker\.min)-[\w-]+\.js$/;

function securityHeaders(https: boolean) {
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        'default-src': ["'self'"],
        'script-src': [(req) => (WASM_WORKER.test(req.url ?? '') ? "'self' 'wasm-unsafe-eval'" : "'self'")],
        'script-src-attr': ["'none'"],
        // Radix and the toasts set styles at run time; they cannot run code.
        'style-src': ["'self'", "'unsafe-inline'"],
        'img-src': ["'self'", 'blob:', 'data:'],
        'media-src': ["'self'", 'blob:'],
        'font-src': ["'self'"],
        'connect-src': ["'self'"],
        'worker-src': ["'self'"],
        'object-src': ["'none'"],
        'base-uri': ["'self'"],
        'form-action': ["'self'"],
        'frame-ancestors': ["'none'"],
        ...(https && { 'upgrade-insecure-requests': [] }),
      },
    },
    strictTransportSecurity: https,
    referrerPolicy: { policy: 'same-origin' },
  });
}

/** The built interface. Its hashed files never change; every other address is one of its pages. */
function serveInterface(app: Express, folder: string): void {
  app.use(
    '/assets',
    express.static(join(folder, 'assets'), {
      immutable: true,
      maxAge: '1y',
      index: false,
      fallthrough: false,
    }),
  );
  app.use(express.static(folder, { index: false, maxAge: 0 }));
  app.get('/{*path}', (_req, res, next) => {
    res.set('Cache-Control', 'no-cache');
    res.sendFile(join(folder, 'index.html'), (error) => {
      if (error && !res.headersSent) next(notFound('address'));
    });
  });
}
