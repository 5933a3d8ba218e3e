import type { PublicPlate } from '@caulkhorn/contract';
import { Controller, Get, Param, UseGuards } from '@nestjs/common';
import { ThrottlerGuard } from '@nestjs/throttler';
import { notFound } from '../platform/errors.js';
import { GateDatabase } from '../platform/gate-database.js';
import { Open } from '../platform/route-rules.js';

const TOKEN = /^[\w-]{32}$/;

/** For anybody who stands before a plate: what was published, and nothing else. */
@Controller('plates')
@Open()
@UseGuards(ThrottlerGuard)
export class PlateGateController {
  constructor(private readonly gate: GateDatabase) {}

  @Get(':token')
  async read(@Param('token') token: string): Promise<PublicPlate> {
    if (!TOKEN.test(token)) throw notFound();
    const [plate] = await this.gate.query<PublicPlate>(
      `select o.name as organisation, w.contact, w.says from wall_plate w join organisation o on o.id = w.organisation_id
       where w.token = $1 and w.withdrawn_at is null`,
      [token],
    );
    if (!plate) throw notFound();
    return plate;
  }
}
