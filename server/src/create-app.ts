import { readFileSync } from 'node:fs';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { NestFactory } from '@nestjs/core';
import compression from 'compression';
import express, { type RequestHandler } from 'express';
import helmet from 'helmet';
import { Logger } from 'nestjs-pino';
import { AppModule } from './app.module.js';
import { serveApiDocs } from './platform/api-docs.js';
import type { ServerConfig } from './platform/config.js';
import { TenantDatabase, connect, migrate } from './platform/database.js';
import { middlewareErrors } from './platform/errors.js';
import { sameOriginOnly } from './platform/same-origin.js';
import { sessions } from './platform/session.js';
import { serveWeb } from './platform/web-pages.js';

export interface AppSettings extends Omit<ServerConfig, 'port' | 'host'> {
  /** folder of the built web app; none: API only */ webRoot?: string;
  logLevel?: string;
  signInsPerMinute?: number;
}

const COMMAND_LIMIT = '2mb';
const IMPORT_LIMIT = '40mb';
const PHOTO_LIMIT = '15mb';

/** Migrates the database and puts the whole server together, not yet listening. */
export async function createApp(settings: AppSettings): Promise<NestExpressApplication> {
  await migrate(settings.databaseUrl);
  const database = new TenantDatabase(await connect(settings.databaseUrl));
  const httpsOptions = settings.tls && { cert: readFileSync(settings.tls.certPath), key: readFileSync(settings.tls.keyPath) };
  const app = await NestFactory.create<NestExpressApplication>(
    AppModule.with({ database, signInsPerMinute: settings.signInsPerMinute ?? 12, logLevel: settings.logLevel ?? 'info' }),
    { bufferLogs: true, bodyParser: false, httpsOptions },
  );
  app.useLogger(app.get(Logger));
  app.use(securityHeaders(Boolean(settings.tls)));
  app.use(compression({ threshold: 1024 }));
  if (settings.webRoot) serveWeb(app, settings.webRoot);
  const session = sessions(settings.databaseUrl, settings.sessionSecret, Boolean(settings.tls));
  app.use('/api', sameOriginOnly, session.middleware);
  app.use(/^\/api\/organisations\/[^/]+\/import$/, express.json({ limit: IMPORT_LIMIT }));
  app.use(/^\/api\/organisations\/[^/]+\/jobs\/[^/]+\/photos\/[^/]+\/file$/, express.raw({ type: () => true, limit: PHOTO_LIMIT }));
  app.use('/api', express.json({ limit: COMMAND_LIMIT }), middlewareErrors);
  app.setGlobalPrefix('api');
  serveApiDocs(app);
  await app.init();
  const close = app.close.bind(app);
  app.close = async () => {
    await close();
    await session.close();
    await database.close();
  };
  return app;
}

/** Everything is served from here; over plain http nothing may be upgraded to https. */
function securityHeaders(overTls: boolean): RequestHandler {
  return helmet({
    contentSecurityPolicy: {
      directives: {
        defaultSrc: ["'self'"],
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
