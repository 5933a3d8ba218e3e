import { type CallHandler, type ExecutionContext, Injectable, type NestInterceptor, SetMetadata } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import type { Request, Response } from 'express';
import express, { type RequestHandler } from 'express';
import type { Observable } from 'rxjs';
import { invalid } from './errors.js';
import { findUnfit, isTooDeep } from './readable-json.js';

const BODY = 'caulkhorn:body';

export interface BodyRule {
  as: 'json' | 'bytes';
  /** as express counts, `2mb` */ limit: string;
}

/** How a route's body is read, where it is not the ordinary small JSON. */
export const BodyOf = (rule: BodyRule) => SetMetadata(BODY, rule);

/** Any one command fits; a stranger's body (a sign-in) says so itself. */
const USUAL: BodyRule = { as: 'json', limit: '2mb' };

/** Reads a request's body once the guards have let it in: a stranger's megabytes are never parsed. */
@Injectable()
export class BodyReader implements NestInterceptor {
  private readonly readers = new Map<string, RequestHandler>();

  constructor(private readonly reflector: Reflector) {}

  async intercept(context: ExecutionContext, next: CallHandler): Promise<Observable<unknown>> {
    const rule = this.reflector.getAllAndOverride<BodyRule | undefined>(BODY, [context.getHandler(), context.getClass()]) ?? USUAL;
    const http = context.switchToHttp();
    const request = http.getRequest<Request>();
    await new Promise<void>((resolve, reject) =>
      this.reader(rule)(request, http.getResponse<Response>(), (fault?: unknown) => (fault ? reject(fault as Error) : resolve())),
    );
    return next.handle();
  }

  private reader(rule: BodyRule): RequestHandler {
    const key = `${rule.as} ${rule.limit}`;
    const reader = this.readers.get(key) ?? (rule.as === 'bytes' ? express.raw({ type: () => true, limit: rule.limit }) : json(rule.limit));
    this.readers.set(key, reader);
    return reader;
  }
}

function json(limit: string): RequestHandler {
  const parse = express.json({
    limit,
    verify: (_request, _response, bytes, encoding) => {
      const why = encoding !== 'utf-8' ? 'unreadable-body' : isTooDeep(bytes) ? 'too-deep' : undefined;
      if (why) throw Object.assign(new Error(why), { type: why });
    },
  });
  return (request, response, next) =>
    parse(request, response, (fault?: unknown) => {
      const unfit = fault ? undefined : findUnfit(request.body);
      next(unfit ? invalid([unfit]) : fault);
    });
}
