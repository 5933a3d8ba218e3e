import { EnrolDto, type Enrolled, OpenDrawerDto, type SessionInfo, SignInDto } from '@caulkhorn/contract';
import { Controller, Delete, Get, HttpCode, Post, Req, UseGuards } from '@nestjs/common';
import { ThrottlerGuard } from '@nestjs/throttler';
import type { Request } from 'express';
import { BodyOf } from '../platform/body.js';
import { CheckedBody } from '../platform/checked-body.js';
import { RefusedError } from '../platform/errors.js';
import { Open } from '../platform/route-rules.js';
import { beginSession } from './begin-session.js';
import { DrawersService } from './drawers.service.js';
import { PeopleService } from './people.service.js';
import { SecurityEvents } from './security-events.js';
import { SignInService } from './sign-in.service.js';

@Controller('session')
export class SessionController {
  constructor(
    private readonly people: PeopleService,
    private readonly signInService: SignInService,
    private readonly events: SecurityEvents,
    private readonly drawers: DrawersService,
  ) {}

  @Get()
  async current(@Req() request: Request): Promise<SessionInfo> {
    return this.info(request.session.personId!);
  }

  @Open()
  @UseGuards(ThrottlerGuard)
  @Post()
  @BodyOf({ as: 'json', limit: '4kb' })
  @HttpCode(200)
  async signIn(@CheckedBody(SignInDto) { email, password, code }: SignInDto, @Req() request: Request): Promise<SessionInfo> {
    const personId = await this.signInService.authenticate({ email, password, code, address: request.ip });
    await beginSession(request, personId);
    return this.info(personId);
  }

  /** As whoever has a drawer in this browser and knows its PIN: the session before is over. */
  @Open()
  @UseGuards(ThrottlerGuard)
  @Post('drawer')
  @BodyOf({ as: 'json', limit: '4kb' })
  @HttpCode(200)
  async openDrawer(@CheckedBody(OpenDrawerDto) asked: OpenDrawerDto, @Req() request: Request): Promise<SessionInfo> {
    const personId = await this.drawers.open(asked, request.ip);
    await beginSession(request, personId);
    return this.info(personId);
  }

  /** By a code from the desk: the device is theirs from now on, with a drawer. */
  @Open()
  @UseGuards(ThrottlerGuard)
  @Post('enrolment')
  @BodyOf({ as: 'json', limit: '4kb' })
  @HttpCode(200)
  async enrol(@CheckedBody(EnrolDto) asked: EnrolDto, @Req() request: Request): Promise<Enrolled> {
    const { personId, ...drawer } = await this.drawers.enrol(asked, request.ip);
    await beginSession(request, personId);
    return { session: await this.info(personId), ...drawer };
  }

  @Open()
  @Delete()
  @HttpCode(204)
  async signOut(@Req() request: Request): Promise<void> {
    const { personId } = request.session;
    if (personId) await this.events.add({ kind: 'signed-out', personId, address: request.ip });
    await new Promise<void>((resolve, reject) => request.session.destroy((fault: unknown) => (fault ? reject(fault as Error) : resolve())));
  }

  private async info(personId: string): Promise<SessionInfo> {
    const info = await this.people.sessionInfo(personId);
    if (!info) throw new RefusedError(401, { error: 'not-signed-in' });
    return info;
  }
}
