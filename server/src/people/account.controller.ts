import {
  ChangePasswordDto,
  CodeDto,
  type EnrolmentCode,
  type NewDrawer,
  NewPinDto,
  PasswordDto,
  ResetPasswordDto,
  type SecurityEventAnswer,
} from '@caulkhorn/contract';
import { Controller, Delete, Get, HttpCode, Post, Put, Req, UseGuards } from '@nestjs/common';
import { ThrottlerGuard } from '@nestjs/throttler';
import type { Request } from 'express';
import { BodyOf } from '../platform/body.js';
import { CheckedBody } from '../platform/checked-body.js';
import { Open, idOf } from '../platform/route-rules.js';
import { AccountService } from './account.service.js';
import { DrawersService } from './drawers.service.js';

/** One's own account. What asks for a password is slowed down as signing in is. */
@Controller('account')
@BodyOf({ as: 'json', limit: '4kb' })
export class AccountController {
  constructor(
    private readonly account: AccountService,
    private readonly drawers: DrawersService,
  ) {}

  @UseGuards(ThrottlerGuard)
  @Post('drawers')
  makeDrawer(@CheckedBody(NewPinDto) { pin }: NewPinDto, @Req() { session, ip }: Request): Promise<NewDrawer> {
    return this.drawers.make(session.personId!, pin, ip);
  }

  @Delete('drawers/:drawerId')
  @HttpCode(204)
  closeDrawer(@idOf('drawerId') drawerId: string, @Req() { session }: Request): Promise<void> {
    return this.drawers.close(drawerId, session.personId!);
  }

  @UseGuards(ThrottlerGuard)
  @Post('enrolment')
  enrolmentCode(@Req() { session }: Request): Promise<EnrolmentCode> {
    return this.drawers.codeFor(session.personId!, session.personId!);
  }

  @Get('events')
  events(@Req() { session }: Request): Promise<SecurityEventAnswer[]> {
    return this.account.eventsOf(session.personId!);
  }

  @UseGuards(ThrottlerGuard)
  @Put('password')
  @HttpCode(204)
  changePassword(
    @CheckedBody(ChangePasswordDto) { current, next }: ChangePasswordDto,
    @Req() { session, sessionID }: Request,
  ): Promise<void> {
    return this.account.changePassword(session.personId!, sessionID, current, next);
  }

  @Post('sessions/end-others')
  @HttpCode(200)
  endOthers(@Req() { session, sessionID }: Request): Promise<{ ended: number }> {
    return this.account.endOtherSessions(session.personId!, sessionID);
  }

  @Get('second-factor')
  async secondFactor(@Req() { session }: Request): Promise<{ isOn: boolean }> {
    return { isOn: await this.account.hasSecondFactor(session.personId!) };
  }

  @UseGuards(ThrottlerGuard)
  @Post('second-factor')
  @HttpCode(200)
  beginSecondFactor(
    @CheckedBody(PasswordDto) { password }: PasswordDto,
    @Req() { session }: Request,
  ): Promise<{ secret: string; uri: string }> {
    return this.account.beginSecondFactor(session.personId!, password);
  }

  @UseGuards(ThrottlerGuard)
  @Put('second-factor')
  @HttpCode(204)
  confirmSecondFactor(@CheckedBody(CodeDto) { code }: CodeDto, @Req() { session }: Request): Promise<void> {
    return this.account.confirmSecondFactor(session.personId!, code);
  }

  @UseGuards(ThrottlerGuard)
  @Delete('second-factor')
  @HttpCode(204)
  dropSecondFactor(@CheckedBody(PasswordDto) { password }: PasswordDto, @Req() { session }: Request): Promise<void> {
    return this.account.dropSecondFactor(session.personId!, password);
  }

  @Open()
  @UseGuards(ThrottlerGuard)
  @Post('reset')
  @HttpCode(204)
  reset(@CheckedBody(ResetPasswordDto) { token, password }: ResetPasswordDto, @Req() { ip }: Request): Promise<void> {
    return this.account.reset(token, password, ip);
  }
}
