import { readFileSync } from 'node:fs';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { NestFactory } from '@nestjs/core';
import compression from 'compression';
import type { RequestHandler } from 'express';
import helmet from 'helmet';
import { Logger } from 'nestjs-pino';
import { AppModule } from './app.module.js';
import { serveApiDocs } from './platform/api-docs.js';
import { ConfigError, type ServerConfig } from './platform/config.js';
import { TenantDatabase, connect, migrate, whyUnfit } from './platform/database.js';
import { middlewareErrors } from './platform/errors.js';
import { JobQueue } from './platform/job-queue.js';
import { GateDatabase } from './platform/gate-database.js';
import { sameOriginOnly } from './platform/same-origin.js';
import { sessions } from './platform/session.js';
import { serveWeb } from './platform/web-pages.js';

export interface AppSettings extends Omit<ServerConfig, 'port' | 'host' | 'hasOpenDocs'> {
  hasOpenDocs?: boolean;
  /** folder of the built web app; none: API only */ webRoot?: string;
  logLevel?: string;
  signInsPerMinute?: number;
}

/** Puts the whole server together, not yet listening; with the owner's address the database is brought up to date first. */
export async function createApp(settings: AppSettings): Promise<NestExpressApplication> {
  if (settings.ownerUrl) await migrate(settings.ownerUrl, settings.databaseUrl);
  const source = await connect(settings.databaseUrl);
  const unfit = await whyUnfit(source);
  if (unfit) {
    await source.destroy();
    throw new ConfigError(unfit);
  }
  const database = new TenantDatabase(source);
  const gate = new GateDatabase(settings.databaseUrl);
  const queue = new JobQueue(settings.databaseUrl);
  const httpsOptions = settings.tls && { cert: readFileSync(settings.tls.certPath), key: readFileSync(settings.tls.keyPath) };
  const app = await NestFactory.create<NestExpressApplication>(
    AppModule.with({
      ...{ database, gate, queue, webRoot: settings.webRoot },
      ...{ signInsPerMinute: settings.signInsPerMinute ?? 12, logLevel: settings.logLevel ?? 'info' },
    }),
    { bufferLogs: true, bodyParser: false, httpsOptions },
  );
  app.useLogger(app.get(Logger));
  app.use(securityHeaders(Boolean(settings.tls)));
  app.use(compression({ threshold: 1024 }));
  if (settings.webRoot) serveWeb(app, settings.webRoot);
  const isBehindProxy = settings.trustProxy !== undefined;
  if (isBehindProxy) app.set('trust proxy', settings.trustProxy);
  const session = sessions(gate, { secret: settings.sessionSecret, isSecure: Boolean(settings.tls), isBehindProxy });
  app.use('/api', ownAnswers, sameOriginOnly, ...session, middlewareErrors);
  app.setGlobalPrefix('api');
  if (!settings.hasOpenDocs) app.use('/api/docs', signedInOnly);
  serveApiDocs(app);
  await app.init();
  return app;
}

/** What the API answers is of one person and one moment; a picture, which never changes under its address, says otherwise itself. */
const ownAnswers: RequestHandler = (_request, response, next) => {
  // by this mark a device knows our answer from a page that stands between
  response.set('Cache-Control', 'no-store').set('X-Caulkhorn', '1');
  next();
};

/** The API's description is no secret, but it is nobody's business who has no account. */
const signedInOnly: RequestHandler = (request, response, next) => {
  if (request.session.personId) return next();
  response.status(401).json({ error: 'not-signed-in' });
};

/** Everything is served from here; over plain http nothing may be upgraded to https. */
function securityHeaders(overTls: boolean): RequestHandler {
  return helmet({
    contentSecurityPolicy: {
      directives: {
        defaultSrc: ["'self'"],
        // the reader of codes on packs is WebAssembly, from here like all else
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        styleSrc: ["'self'", "'unsafe-inline'"],
        fontSrc: ["'self'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        workerSrc: ["'self'", 'blob:'],
        upgradeInsecureRequests: overTls ? [] : null,
      },
    },
    strictTransportSecurity: overTls ? undefined : false,
    crossOriginOpenerPolicy: overTls ? undefined : false,
    originAgentCluster: overTls ? undefined : false,
  });
}
