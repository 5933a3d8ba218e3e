import { type EnrolmentCode, InviteDto, type PeopleAnswer, RoleDto } from '@caulkhorn/contract';
import { Controller, Delete, Get, HttpCode, Post, Put } from '@nestjs/common';
import { BodyOf } from '../platform/body.js';
import { CheckedBody } from '../platform/checked-body.js';
import { Needs, idOf } from '../platform/route-rules.js';
import { WhoAsks } from './access.guard.js';
import { AccountService } from './account.service.js';
import type { Caller } from './caller.js';
import { DrawersService } from './drawers.service.js';
import { HousePeopleService } from './house-people.service.js';
import { PeopleService } from './people.service.js';

/** Who belongs to an organisation, for who looks after it. */
@Controller('organisations/:organisationId/people')
@Needs('manage-people')
@BodyOf({ as: 'json', limit: '4kb' })
export class ColleaguesController {
  constructor(
    private readonly people: PeopleService,
    private readonly house: HousePeopleService,
    private readonly account: AccountService,
    private readonly drawers: DrawersService,
  ) {}

  @Get()
  list(@WhoAsks() caller: Caller): Promise<PeopleAnswer> {
    return this.people.inHouse(caller);
  }

  @Post('invitations')
  invite(@CheckedBody(InviteDto) invited: InviteDto, @WhoAsks() caller: Caller): Promise<{ token: string }> {
    return this.house.invite(invited, caller);
  }

  @Delete('invitations/:invitationId')
  @HttpCode(204)
  withdraw(@idOf('invitationId') invitationId: string, @WhoAsks() caller: Caller): Promise<void> {
    return this.house.withdraw(invitationId, caller);
  }

  @Put(':personId/role')
  @HttpCode(204)
  setRole(@idOf('personId') personId: string, @CheckedBody(RoleDto) { role }: RoleDto, @WhoAsks() caller: Caller): Promise<void> {
    return this.house.setRole(personId, role, caller);
  }

  @Delete(':personId')
  @HttpCode(204)
  takeOff(@idOf('personId') personId: string, @WhoAsks() caller: Caller): Promise<void> {
    return this.house.takeOff(personId, undefined, caller);
  }

  /** A guest off one job; the other jobs he was asked to stay open to him. */
  @Delete(':personId/jobs/:guestJobId')
  @HttpCode(204)
  takeOffJob(@idOf('personId') personId: string, @idOf('guestJobId') jobId: string, @WhoAsks() caller: Caller): Promise<void> {
    return this.house.takeOff(personId, jobId, caller);
  }

  @Post(':personId/enrolment')
  enrolment(@idOf('personId') personId: string, @WhoAsks() caller: Caller): Promise<EnrolmentCode> {
    return this.drawers.codeForColleague(personId, caller);
  }

  @Post(':personId/reset-link')
  @HttpCode(200)
  resetLink(@idOf('personId') personId: string, @WhoAsks() caller: Caller): Promise<{ token: string }> {
    return this.account.resetLink(personId, caller);
  }
}
