import { isDeepStrictEqual } from 'node:util';
import { type DeviceAnswer, EnrolDeviceDto } from '@caulkhorn/contract';
import { issue } from '@caulkhorn/core/issues';
import { Controller, Get, HttpCode, Post, Put } from '@nestjs/common';
import { WhoAsks } from '../people/access.guard.js';
import type { Caller } from '../people/caller.js';
import { DrawersService } from '../people/drawers.service.js';
import { SecurityEvents } from '../people/security-events.js';
import { may } from '../people/people.service.js';
import { CheckedBody } from '../platform/checked-body.js';
import { RefusedError, invalid, notFound } from '../platform/errors.js';
import { Needs, idOf } from '../platform/route-rules.js';
import { RecordsDatabase } from '../records/records.js';
import { isDeviceKey } from '../records/signatures.js';

/** Devices that write the log. Each belongs to one person, and signs with a key that never leaves it. */
@Controller('organisations/:organisationId/devices')
export class DevicesController {
  constructor(
    private readonly database: RecordsDatabase,
    private readonly events: SecurityEvents,
    private readonly drawers: DrawersService,
  ) {}

  /** One's own; of who looks after people, all of the house. */
  @Get()
  @Needs('log', 'hold', 'manage-people')
  list(@WhoAsks() caller: Caller): Promise<DeviceAnswer[]> {
    return this.database.within(caller, ({ devices }) =>
      devices.known(may(caller.standing, 'manage-people') ? undefined : caller.personId),
    );
  }

  /** A lost device is told so by its owner or from the desk. What it still sends is kept, and marked. */
  @Post(':deviceId/revocation')
  @Needs('log', 'hold', 'manage-people')
  @HttpCode(200)
  async revoke(@idOf('deviceId') deviceId: string, @WhoAsks() caller: Caller): Promise<{ id: string }> {
    const device = await this.database.within(caller, async ({ devices }) => {
      const found = await devices.find(deviceId);
      const isTheirs = found && (found.personId === caller.personId || may(caller.standing, 'manage-people'));
      if (isTheirs) await devices.revoke(deviceId);
      return isTheirs ? found : null;
    });
    if (!device) throw notFound();
    // whoever has it has its drawer: on the devices that are left a PIN is set anew
    await this.drawers.closeAllOf(device.personId);
    await this.events.add({ kind: 'device-revoked', personId: device.personId, detail: deviceId });
    return { id: deviceId };
  }

  @Put(':deviceId')
  @Needs('log', 'hold', 'sign')
  @HttpCode(200)
  async enrol(
    @idOf('deviceId') deviceId: string,
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
