import { OpenSigningDto, type OpenedSigning, type SigningOffer, SigningTokenDto } from '@caulkhorn/contract';
import { issue } from '@caulkhorn/core/issues';
import { Controller, HttpCode, Post, Req, UseGuards } from '@nestjs/common';
import { ThrottlerGuard } from '@nestjs/throttler';
import type { Request } from 'express';
import { BodyOf } from '../platform/body.js';
import { CheckedBody } from '../platform/checked-body.js';
import { RefusedError, invalid } from '../platform/errors.js';
import { Open } from '../platform/route-rules.js';
import { beginSession } from './begin-session.js';
import { SecurityEvents } from './security-events.js';
import { SigningGate } from './signing-gate.js';

/** For a client who has a link and was told its code. The token travels in the body: addresses are logged. */
@Controller('signing')
@Open()
@UseGuards(ThrottlerGuard)
@BodyOf({ as: 'json', limit: '4kb' })
export class SigningGateController {
  constructor(
    private readonly links: SigningGate,
    private readonly events: SecurityEvents,
  ) {}

  @Post('look')
  @HttpCode(200)
  async look(@CheckedBody(SigningTokenDto) { token }: SigningTokenDto): Promise<SigningOffer> {
    const offer = await this.links.offer(token);
    if (!offer) throw new RefusedError(400, { error: 'link-spent' });
    return offer;
  }

  @Post('open')
  @HttpCode(200)
  async open(@CheckedBody(OpenSigningDto) { token, code }: OpenSigningDto, @Req() request: Request): Promise<OpenedSigning> {
    const opened = await this.links.open(token, code);
    if (opened === 'spent') throw new RefusedError(400, { error: 'link-spent' });
    if (opened === 'wrong-code') throw invalid([issue('wrong-link-code', 'code')]);
    const { personId, ...where } = opened;
    await beginSession(request, personId);
    await this.events.add({ kind: 'signing-link-opened', personId, address: request.ip, detail: where.jobId });
    return where;
  }
}
