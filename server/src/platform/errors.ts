import { type Issue, issuesByPath } from '@caulkhorn/core/issues';
import { type ArgumentsHost, Catch, type ExceptionFilter, HttpException, Logger } from '@nestjs/common';
import type { NextFunction, Request, Response } from 'express';

/** What a route answers when it does not do what was asked: a code, and the fields at fault by path. Wording is the web's. */
export interface ErrorBody {
  error: string;
  fields?: Record<string, Omit<Issue, 'path'>[]>;
  [more: string]: unknown;
}

export class RefusedError extends HttpException {
  constructor(status: number, body: ErrorBody) {
    super(body, status);
  }
}

export const invalid = (issues: readonly Issue[]) => new RefusedError(400, { error: 'invalid', fields: issuesByPath(issues) });
export const notFound = () => new RefusedError(404, { error: 'not-found' });

/**
 * Errors of the connection, not of a statement: the database is away, and will be back. So are what it gives up of its own accord:
 * a statement or lock that took too long, a transaction that idled, a deadlock, no connection left, no room on its disk.
 */
const DATABASE_AWAY = /^(ECONNREFUSED|ECONNRESET|EPIPE|ENOTFOUND|ETIMEDOUT|08\w{3}|57P0[1235]|57014|55P03|25P0[34]|40001|40P01|53\w{3})$/;

export function isDatabaseAway(fault: unknown): boolean {
  if (!(fault instanceof Error)) return false;
  const { code, errors, driverError, cause } = fault as Error & {
    code?: string;
    errors?: unknown[];
    driverError?: unknown;
    cause?: unknown;
  };
  if (code && DATABASE_AWAY.test(code)) return true;
  // TypeORM gives a cut connection back while its transaction still goes on
  if (/^QueryRunner(Provider)?AlreadyReleasedError$/.test(fault.name)) return true;
  if (
    /Connection terminated|timeout exceeded when trying to connect|Client has encountered a connection error|not queryable|Client was closed/i.test(
      fault.message,
    )
  )
    return true;
  return [...(errors ?? []), driverError, cause].some((inner) => inner !== undefined && inner !== fault && isDatabaseAway(inner));
}

const logger = new Logger('Errors');

function answerFor(fault: unknown): { status: number; body: ErrorBody } {
  if (fault instanceof RefusedError) return { status: fault.getStatus(), body: fault.getResponse() as ErrorBody };
  if (fault instanceof HttpException) return { status: fault.getStatus(), body: { error: ERROR_CODES[fault.getStatus()] ?? 'refused' } };
  if (isDatabaseAway(fault)) return { status: 503, body: { error: 'database-away' } };
  const type = (fault as { type?: string } | null)?.type;
  const code = bodyFault(type);
  if (code) return { status: 400, body: { error: 'invalid', fields: { '': [{ code }] } } };
  logger.error(fault instanceof Error ? (fault.stack ?? fault.message) : String(fault));
  return { status: 500, body: { error: 'fault' } };
}

/** What was wrong with a body before anyone looked at what it says. */
function bodyFault(type: string | undefined): string | undefined {
  if (type === 'entity.too.large') return 'body-too-large';
  if (type === 'entity.parse.failed') return 'not-json';
  if (type === 'too-deep') return type;
  return type !== undefined && /^(entity|encoding|charset|request|stream|parameters)\.|^unreadable-body$/.test(type)
    ? 'unreadable-body'
    : undefined;
}

const ERROR_CODES: Readonly<Record<number, string>> = { 401: 'not-signed-in', 403: 'not-permitted', 404: 'not-found', 429: 'too-often' };

@Catch()
export class ErrorFilter implements ExceptionFilter {
  catch(fault: unknown, host: ArgumentsHost): void {
    const response = host.switchToHttp().getResponse<Response>();
    if (response.headersSent) return;
    const { status, body } = answerFor(fault);
    response.status(status).json(body);
  }
}

/** The same answers for what fails before a route is reached: sessions, body parsing. */
export function middlewareErrors(fault: unknown, _request: Request, response: Response, next: NextFunction): void {
  if (response.headersSent) return next(fault);
  const { status, body } = answerFor(fault);
  response.status(status).json(body);
}
