import { AddProductsDto, type HouseAnswer, HouseRulesDto } from '@caulkhorn/contract';
import { Controller, Get, Post, Put } from '@nestjs/common';
import { WhoAsks } from '../people/access.guard.js';
import { Needs } from '../platform/route-rules.js';
import type { Caller } from '../people/caller.js';
import { CheckedBody } from '../platform/checked-body.js';
import { HouseService } from './house.service.js';

/** How an organisation works, and its own catalogue. */
@Controller('organisations/:organisationId/house')
export class HouseController {
  constructor(private readonly house: HouseService) {}

  @Get()
  @Needs('read-job')
  read(@WhoAsks() caller: Caller): Promise<HouseAnswer> {
    return this.house.read(caller);
  }

  @Put()
  @Needs('plan')
  put(@CheckedBody(HouseRulesDto) rules: HouseRulesDto, @WhoAsks() caller: Caller): Promise<{ version: number }> {
    return this.house.put(rules, caller);
  }

  @Post('products')
  @Needs('plan')
  add(@CheckedBody(AddProductsDto) products: AddProductsDto, @WhoAsks() caller: Caller): Promise<{ added: number }> {
    return this.house.addProducts(products, caller);
  }
}
