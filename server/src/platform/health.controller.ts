import { Controller, Get } from '@nestjs/common';
import { Open } from './route-rules.js';
import { TenantDatabase } from './database.js';
import { RefusedError } from './errors.js';

@Controller('health')
export class HealthController {
  constructor(private readonly database: TenantDatabase) {}

  @Open()
  @Get()
  async check(): Promise<{ status: 'ok' }> {
    if (!(await this.database.isAwake())) throw new RefusedError(503, { error: 'database-away' });
    return { status: 'ok' };
  }
}
