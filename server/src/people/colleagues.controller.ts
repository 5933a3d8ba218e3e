import type { Colleague } from '@caulkhorn/contract';
import { Controller, Get, HttpCode, Param, ParseUUIDPipe, Post } from '@nestjs/common';
import { notFound } from '../platform/errors.js';
import { WhoAsks } from './access.guard.js';
import { Needs } from '../platform/route-rules.js';
import type { Caller } from './caller.js';
import { AccountService } from './account.service.js';
import { PeopleService } from './people.service.js';

/** Who belongs to an organisation, for who looks after it. */
@Controller('organisations/:organisationId/people')
export class ColleaguesController {
  constructor(
    private readonly people: PeopleService,
    private readonly account: AccountService,
  ) {}

  @Get()
  @Needs('manage-people')
  list(@WhoAsks() caller: Caller): Promise<Colleague[]> {
    return this.people.colleagues(caller);
  }

  @Post(':personId/reset-link')
  @Needs('manage-people')
  @HttpCode(200)
  resetLink(
    @Param('personId', new ParseUUIDPipe({ exceptionFactory: notFound })) personId: string,
    @WhoAsks() caller: Caller,
  ): Promise<{ token: string }> {
    return this.account.resetLink(personId, caller);
  }
}
