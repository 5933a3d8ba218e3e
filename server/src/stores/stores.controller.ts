import type { StoresAnswer } from '@caulkhorn/contract';
import { Body, Controller, Get, Post } from '@nestjs/common';
import { WhoAsks } from '../people/access.guard.js';
import { Needs } from '../platform/route-rules.js';
import type { Caller } from '../people/caller.js';
import { StoresService } from './stores.service.js';

@Controller('organisations/:organisationId/stores')
export class StoresController {
  constructor(private readonly stores: StoresService) {}

  @Get()
  @Needs('stock')
  read(@WhoAsks() caller: Caller): Promise<StoresAnswer> {
    return this.stores.read(caller);
  }

  @Post('moves')
  @Needs('stock')
  add(@Body() move: unknown, @WhoAsks() caller: Caller): Promise<{ id: string }> {
    return this.stores.add(move, caller);
  }
}
