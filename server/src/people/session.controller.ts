import { type SessionInfo, SignInDto } from '@caulkhorn/contract';
import { Controller, Delete, Get, HttpCode, Post, Req, UseGuards } from '@nestjs/common';
import { ThrottlerGuard } from '@nestjs/throttler';
import type { Request } from 'express';
import { CheckedBody } from '../platform/checked-body.js';
import { RefusedError } from '../platform/errors.js';
import { Open } from './access.guard.js';
import { PeopleService } from './people.service.js';

@Controller('session')
export class SessionController {
  constructor(private readonly people: PeopleService) {}

  @Get()
  async current(@Req() request: Request): Promise<SessionInfo> {
    return this.info(request.session.personId!);
  }

  @Open()
  @UseGuards(ThrottlerGuard)
  @Post()
  @HttpCode(200)
  async signIn(@CheckedBody(SignInDto) { email, password }: SignInDto, @Req() request: Request): Promise<SessionInfo> {
    const personId = await this.people.authenticate(email, password);
    if (!personId) throw new RefusedError(401, { error: 'wrong-sign-in' });
    // a fresh id, so that a session planted before signing in is worth nothing
    await new Promise<void>((resolve, reject) =>
      request.session.regenerate((fault: unknown) => (fault ? reject(fault as Error) : resolve())),
    );
    request.session.personId = personId;
    return this.info(personId);
  }

  @Open()
  @Delete()
  @HttpCode(204)
  async signOut(@Req() request: Request): Promise<void> {
    await new Promise<void>((resolve, reject) => request.session.destroy((fault: unknown) => (fault ? reject(fault as Error) : resolve())));
  }

  private async info(personId: string): Promise<SessionInfo> {
    const info = await this.people.sessionInfo(personId);
    if (!info) throw new RefusedError(401, { error: 'not-signed-in' });
    return info;
  }
}
