import { isDeepStrictEqual } from 'node:util';
import { EnrolDeviceDto } from '@caulkhorn/contract';
import { issue } from '@caulkhorn/core/issues';
import { Controller, HttpCode, Param, ParseUUIDPipe, Put } from '@nestjs/common';
import { WhoAsks } from '../people/access.guard.js';
import type { Caller } from '../people/caller.js';
import { SecurityEvents } from '../people/security-events.js';
import { CheckedBody } from '../platform/checked-body.js';
import { RefusedError, invalid, notFound } from '../platform/errors.js';
import { Needs } from '../platform/route-rules.js';
import { RecordsDatabase } from '../records/records.js';
import { isDeviceKey } from '../records/signatures.js';

/** Devices that write the log. Each belongs to one person, and signs with a key that never leaves it. */
@Controller('organisations/:organisationId/devices')
export class DevicesController {
  constructor(
    private readonly database: RecordsDatabase,
    private readonly events: SecurityEvents,
  ) {}

  @Put(':deviceId')
  @Needs('log', 'hold')
  @HttpCode(200)
  async enrol(
    @Param('deviceId', new ParseUUIDPipe({ exceptionFactory: notFound })) deviceId: string,
    @CheckedBody(EnrolDeviceDto) { publicKey }: EnrolDeviceDto,
    @WhoAsks() caller: Caller,
  ): Promise<{ id: string }> {
    if (publicKey && !isDeviceKey(publicKey)) throw invalid([issue('not-a-key', 'publicKey')]);
    const [before, known] = await this.database.within(caller, async ({ devices }) => {
      return [await devices.find(deviceId), await devices.enrol(deviceId, caller.personId, publicKey && { ...publicKey })] as const;
    });
    if (known.personId !== caller.personId) throw new RefusedError(409, { error: 'device-of-another' });
    if (publicKey && !isDeepStrictEqual(known.publicKey, { ...publicKey })) throw new RefusedError(409, { error: 'device-has-a-key' });
    if (!before?.publicKey) await this.events.add({ kind: 'device-enrolled', personId: caller.personId, detail: deviceId });
    return { id: deviceId };
  }
}
