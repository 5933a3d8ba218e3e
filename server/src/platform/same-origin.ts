import type { NextFunction, Request, Response } from 'express';

const HARMLESS = new Set(['GET', 'HEAD', 'OPTIONS']);

/** Requests that change something must come from our own pages: a second fence beside the SameSite cookie. */
export function sameOriginOnly(request: Request, response: Response, next: NextFunction): void {
  if (HARMLESS.has(request.method) || comesFromHere(request)) return next();
  response.status(403).json({ error: 'foreign-origin' });
}

/** Programs that are no browser send neither header, and carry no one else's cookies. */
function comesFromHere(request: Request): boolean {
  const origin = request.get('origin');
  if (origin === undefined) return (request.get('sec-fetch-site') ?? 'none') === 'none' || request.get('sec-fetch-site') === 'same-origin';
  try {
    return new URL(origin).host === request.get('host');
  } catch {
    return false;
  }
}
