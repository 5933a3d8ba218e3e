import type { Permission } from '@caulkhorn/contract';
import { type CanActivate, type ExecutionContext, Injectable, createParamDecorator } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import type { Request } from 'express';
import { RefusedError, notFound } from '../platform/errors.js';
import { NEEDS, OPEN } from '../platform/route-rules.js';
import type { Caller } from './caller.js';
import { PeopleService, may } from './people.service.js';

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

type CallerRequest = Request & { caller?: Caller };

@Injectable()
export class AccessGuard implements CanActivate {
  constructor(
    private readonly reflector: Reflector,
    private readonly people: PeopleService,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const targets = [context.getHandler(), context.getClass()];
    if (this.reflector.getAllAndOverride<boolean>(OPEN, targets)) return true;
    const request = context.switchToHttp().getRequest<CallerRequest>();
    const personId = request.session?.personId;
    if (!personId) throw new RefusedError(401, { error: 'not-signed-in' });
    const { organisationId, jobId } = request.params as { organisationId?: string; jobId?: string };
    if (organisationId === undefined) return true;
    if (!UUID.test(organisationId) || (jobId !== undefined && !UUID.test(jobId))) throw notFound();
    const standing = await this.people.standing(personId, organisationId, jobId);
    if (!standing) throw notFound();
    const needed = this.reflector.getAllAndOverride<readonly Permission[] | undefined>(NEEDS, targets);
    if (needed && !needed.some((permission) => may(standing, permission))) throw new RefusedError(403, { error: 'not-permitted' });
    request.caller = { personId, organisationId, standing };
    return true;
  }
}

export const WhoAsks = createParamDecorator(
  (_: unknown, context: ExecutionContext): Caller => context.switchToHttp().getRequest<CallerRequest>().caller!,
);
