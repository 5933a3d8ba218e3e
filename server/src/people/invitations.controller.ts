import { AcceptInvitationDto, type InvitationOffer, InvitationTokenDto } from '@caulkhorn/contract';
import { Controller, HttpCode, Post, Req, UseGuards } from '@nestjs/common';
import { ThrottlerGuard } from '@nestjs/throttler';
import type { Request } from 'express';
import { BodyOf } from '../platform/body.js';
import { CheckedBody } from '../platform/checked-body.js';
import { Open } from '../platform/route-rules.js';
import { InvitationsService } from './invitations.service.js';

/** For who was asked to join and has the link. Its token travels in the body: addresses are logged. */
@Controller('invitations')
@Open()
@UseGuards(ThrottlerGuard)
@BodyOf({ as: 'json', limit: '4kb' })
export class InvitationsController {
  constructor(private readonly invitations: InvitationsService) {}

  @Post('look')
  @HttpCode(200)
  look(@CheckedBody(InvitationTokenDto) { token }: InvitationTokenDto): Promise<InvitationOffer> {
    return this.invitations.offer(token);
  }

  @Post('accept')
  @HttpCode(204)
  accept(@CheckedBody(AcceptInvitationDto) accepted: AcceptInvitationDto, @Req() { ip }: Request): Promise<void> {
    return this.invitations.accept(accepted, ip);
  }
}
