import type { DeviceAnswer, LogKeysDto } from '@caulkhorn/contract';
import type { EntityManager } from 'typeorm';

export type KnownDevice = LogKeysDto['devices'][number];

/** Whose device is whose, inside a tenant's transaction. A device belongs to one person. */
export class DeviceRows {
  constructor(
    private readonly manager: EntityManager,
    private readonly organisationId: string,
  ) {}

  async find(deviceId: string): Promise<KnownDevice | null> {
    return (await this.among([deviceId]))[0] ?? null;
  }

  async among(deviceIds: readonly string[]): Promise<KnownDevice[]> {
    const rows = await this.manager.query<{ id: string; person_id: string; public_key: KnownDevice['publicKey'] | null }[]>(
      `select id, person_id, public_key from device where organisation_id = $1 and id = any($2::uuid[]) order by id`,
      [this.organisationId, deviceIds],
    );
    return rows.map(({ id, person_id, public_key }) => ({ id, personId: person_id, ...(public_key ? { publicKey: public_key } : {}) }));
  }

  async nameOf(personId: string): Promise<string> {
    const [row] = await this.manager.query<{ name: string }[]>(`select name from person where id = $1`, [personId]);
    return row?.name ?? '';
  }

  /** A person's name, and the device under this id with whose it is; null where nobody made it known. */
  async writer(personId: string, deviceId: string): Promise<{ name: string | undefined; device: KnownDevice | null }> {
    const [row] = await this.manager.query<{ name: string; owner: string | null; public_key: KnownDevice['publicKey'] | null }[]>(
      `select p.name, d.person_id as owner, d.public_key from person p
       left join device d on d.organisation_id = $2 and d.id = $3 where p.id = $1`,
      [personId, this.organisationId, deviceId],
    );
    const device = row?.owner ? { id: deviceId, personId: row.owner, ...(row.public_key ? { publicKey: row.public_key } : {}) } : null;
    return { name: row?.name, device };
  }

  /** Devices of the house, or of one person in it; the last that wrote first. */
  async known(personId?: string): Promise<DeviceAnswer[]> {
    const rows = await this.manager.query<
      {
        id: string;
        person_id: string;
        name: string;
        enrolled_at: Date;
        has_key: boolean;
        last_at: string | null;
        revoked_at: Date | null;
      }[]
    >(
      `select d.id, d.person_id, p.name, d.enrolled_at, d.public_key is not null as has_key, d.revoked_at, last.at as last_at
       from device d join person p on p.id = d.person_id
       left join (select device_id, max(receipt->>'receivedAt') as at from log_entry
         where organisation_id = $1 and imported_at is null group by device_id) last on last.device_id = d.id
       where d.organisation_id = $1 and ($2::uuid is null or d.person_id = $2)
       order by last.at desc nulls last, d.enrolled_at desc, d.id`,
      [this.organisationId, personId ?? null],
    );
    return rows.map(({ id, person_id, name, enrolled_at, has_key, last_at, revoked_at }) => ({
      ...{ id, personId: person_id, personName: name, enrolledAt: enrolled_at.toISOString(), hasKey: has_key },
      ...(last_at ? { lastAt: last_at } : {}),
      ...(revoked_at ? { revokedAt: revoked_at.toISOString() } : {}),
    }));
  }

  /** From now on what it sends is marked; once told lost it stays so. */
  async revoke(deviceId: string): Promise<void> {
    await this.manager.query(`update device set revoked_at = coalesce(revoked_at, now()) where organisation_id = $1 and id = $2`, [
      this.organisationId,
      deviceId,
    ]);
  }

  /** Makes it this person's, unless it is somebody's already. */
  async enrol(deviceId: string, personId: string, publicKey: KnownDevice['publicKey']): Promise<KnownDevice> {
    await this.manager.query(
      `insert into device (organisation_id, id, person_id, public_key) values ($1, $2, $3, $4) on conflict do nothing`,
      [this.organisationId, deviceId, personId, publicKey ?? null],
    );
    if (publicKey)
      await this.manager.query(
        `update device set public_key = $4 where organisation_id = $1 and id = $2 and person_id = $3 and public_key is null`,
        [this.organisationId, deviceId, personId, publicKey],
      );
    return (await this.find(deviceId))!;
  }
}
