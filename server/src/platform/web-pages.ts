import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import express, { type NextFunction, type Request, type Response } from 'express';
import pressed from 'express-static-gzip';

/** The built web app: hashed assets for good, the page itself always fresh, every address that is no file leads to it. */
export function serveWeb(app: NestExpressApplication, webRoot: string): void {
  app.use('/assets', pressed(join(webRoot, 'assets'), { serveStatic: { immutable: true, maxAge: '1y', fallthrough: false } }));
  const files = express.static(webRoot, { index: false, maxAge: 0 });
  app.use((request: Request, response: Response, next: NextFunction) => {
    // what is asked of the API is no file: nobody looks on the disk for it
    if (request.path.startsWith('/api')) return next();
    files(request, response, (fault?: unknown) => {
      if (fault || request.method !== 'GET') return next(fault);
      response.set('Cache-Control', 'no-cache').sendFile(join(webRoot, 'index.html'));
    });
  });
}
