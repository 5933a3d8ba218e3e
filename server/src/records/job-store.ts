import {
  type AnyItem,
  type BuildUp,
  type Face,
  type Feature,
  ITEM_KINDS,
  ITEM_LISTS,
  type ItemKind,
  type ItemLookup,
  type JobHead,
  type JobModel,
  type Reading,
  type WaterBody,
  type WaterLevel,
} from '@caulkhorn/core/jobs';
import type { EntityManager } from 'typeorm';

/** A job as its rows hold it, with the version of everything in it. */
export interface StoredJob {
  model: JobModel;
  versions: Record<string, number>;
}

export interface StoredItem {
  version: number;
  body: AnyItem;
  deleted: boolean;
}

const TABLES = {
  space: 'space',
  face: 'face',
  feature: 'feature',
  'water-body': 'water_body',
  'water-level': 'water_level',
  'build-up': 'build_up',
  reading: 'reading',
  photo: 'photo',
} as const satisfies Record<ItemKind, string>;

/** Tables in an order in which what is referred to comes first. */
const INSERT_ORDER: readonly ItemKind[] = ['space', 'water-body', 'water-level', 'face', 'feature', 'build-up', 'reading', 'photo'];

const READ_JOB = `${[
  `select 'job' as kind, id, version, body, 0 as added from job where organisation_id = $1 and id = $2`,
  ...ITEM_KINDS.map(
    (kind) =>
      `select '${kind}', id, version, body, added from ${TABLES[kind]} where organisation_id = $1 and job_id = $2 and deleted_at is null`,
  ),
].join(' union all ')} order by added`;

/** Reads and writes of one job inside a tenant's transaction. */
export class JobStore {
  constructor(
    private readonly manager: EntityManager,
    private readonly organisationId: string,
    private readonly jobId: string,
  ) {}

  async read(): Promise<StoredJob | null> {
    const rows = await this.manager.query<{ kind: ItemKind | 'job'; id: string; version: number; body: AnyItem | JobHead }[]>(READ_JOB, [
      this.organisationId,
      this.jobId,
    ]);
    const head = rows.find((row) => row.kind === 'job');
    if (!head) return null;
    const lists = Object.fromEntries(ITEM_KINDS.map((kind) => [ITEM_LISTS[kind], [] as AnyItem[]]));
    const versions: Record<string, number> = {};
    for (const row of rows) {
      versions[row.id] = row.version;
      if (row.kind !== 'job') lists[ITEM_LISTS[row.kind]]!.push(row.body as AnyItem);
    }
    return { model: { job: head.body as JobHead, ...lists } as unknown as JobModel, versions };
  }

  /**
   * Locks the job's row, so that numbers given out in its name follow each other, and marks it as changed now. False when there is no
   * such job.
   */
  async lock(): Promise<boolean> {
    const rows = await this.updated(`update job set updated_at = now() where organisation_id = $1 and id = $2 returning version`, [
      this.organisationId,
      this.jobId,
    ]);
    return rows.length > 0;
  }

  async exists(): Promise<boolean> {
    const rows = await this.manager.query<unknown[]>(`select 1 from job where organisation_id = $1 and id = $2`, [
      this.organisationId,
      this.jobId,
    ]);
    return rows.length > 0;
  }

  async item(kind: ItemKind, id: string): Promise<StoredItem | null> {
    const [row] = await this.manager.query<{ version: number; body: AnyItem; deleted: boolean }[]>(
      `select version, body, deleted_at is not null as deleted from ${TABLES[kind]} where organisation_id = $1 and job_id = $2 and id = $3`,
      [this.organisationId, this.jobId, id],
    );
    return row ?? null;
  }

  /** Writes an item if it still has the version it is based on; null when someone was faster. */
  async put(kind: ItemKind, body: AnyItem, baseVersion: number): Promise<number | null> {
    const key = [this.organisationId, this.jobId, body.id];
    const rows =
      baseVersion === 0
        ? await this.manager.query<{ version: number }[]>(
            `insert into ${TABLES[kind]} (organisation_id, job_id, id, version, body) values ($1, $2, $3, 1, $4) on conflict do nothing returning version`,
            [...key, body],
          )
        : await this.updated(
            `update ${TABLES[kind]} set body = $4, version = version + 1, deleted_at = null
             where organisation_id = $1 and job_id = $2 and id = $3 and version = $5 returning version`,
            [...key, body, baseVersion],
          );
    return rows[0]?.version ?? null;
  }

  async remove(kind: ItemKind, id: string, baseVersion: number): Promise<number | null> {
    const rows = await this.updated(
      `update ${TABLES[kind]} set deleted_at = now(), version = version + 1
       where organisation_id = $1 and job_id = $2 and id = $3 and version = $4 and deleted_at is null returning version`,
      [this.organisationId, this.jobId, id, baseVersion],
    );
    return rows[0]?.version ?? null;
  }

  async putHead(head: JobHead, baseVersion: number): Promise<number | null> {
    const rows = await this.updated(
      `update job set body = $3, version = version + 1 where organisation_id = $1 and id = $2 and version = $4 returning version`,
      [this.organisationId, this.jobId, head, baseVersion],
    );
    return rows[0]?.version ?? null;
  }

  /** The driver answers an update with its rows and their number. */
  private async updated(sql: string, values: unknown[]): Promise<{ version: number }[]> {
    const [rows] = await this.manager.query<[{ version: number }[], number]>(sql, values);
    return rows;
  }

  async insertHead(head: JobHead): Promise<boolean> {
    const rows = await this.manager.query<unknown[]>(
      `insert into job (organisation_id, id, body) values ($1, $2, $3) on conflict do nothing returning id`,
      [this.organisationId, this.jobId, head],
    );
    return rows.length > 0;
  }

  /** Every list of a new job, as JSON. */
  async insertModel(items: Readonly<Record<ItemKind, string>>): Promise<void> {
    for (const kind of INSERT_ORDER) await this.insertJson(kind, items[kind]);
  }

  insertItems(kind: ItemKind, items: readonly AnyItem[]): Promise<void> {
    return this.insertJson(kind, JSON.stringify(items));
  }

  /** There, and not taken off. */
  async isLive(kind: ItemKind, id: string): Promise<boolean> {
    const found = await this.item(kind, id);
    return found !== null && !found.deleted;
  }

  /** How many of a kind the job holds now. */
  async count(kind: ItemKind): Promise<number> {
    const [row] = await this.manager.query<{ n: number }[]>(
      `select count(*)::integer as n from ${TABLES[kind]} where organisation_id = $1 and job_id = $2 and deleted_at is null`,
      [this.organisationId, this.jobId],
    );
    return row!.n;
  }

  private async insertJson(kind: ItemKind, items: string): Promise<void> {
    if (items === '[]') return;
    await this.manager.query(
      `insert into ${TABLES[kind]} (organisation_id, job_id, id, version, body)
       select $1, $2, (item->>'id')::uuid, 1, item from jsonb_array_elements($3::jsonb) as item`,
      [this.organisationId, this.jobId, items],
    );
  }

  /** Which of these ids are in use already, by a live row or a tombstone. */
  async taken(kind: ItemKind, ids: readonly string[]): Promise<ReadonlySet<string>> {
    const rows = await this.manager.query<{ id: string }[]>(
      `select id from ${TABLES[kind]} where organisation_id = $1 and job_id = $2 and id = any($3::uuid[])`,
      [this.organisationId, this.jobId, ids],
    );
    return new Set(rows.map(({ id }) => id));
  }

  /** What must not go while something live still refers to it. */
  async isReferred(kind: ItemKind, id: string): Promise<boolean> {
    const referrers = {
      space: [['face', 'space_id']],
      face: [
        ['feature', 'face_id'],
        ['build_up', 'face_id'],
        ['reading', 'face_id'],
        ['photo', 'face_id'],
      ],
      'water-body': [
        ['water_level', 'water_body_id'],
        ['face', 'near_water_id'],
        ['face', 'far_water_id'],
      ],
      feature: [['photo', 'feature_id']],
      reading: [],
      photo: [],
      'water-level': [['water_body', `(body->>'governingLevelId')::uuid`]],
      'build-up': [],
    } as const satisfies Record<ItemKind, readonly (readonly [string, string])[]>;
    for (const [table, column] of referrers[kind]) {
      const rows = await this.manager.query<unknown[]>(
        `select 1 from ${table} where organisation_id = $1 and job_id = $2 and ${column} = $3 and deleted_at is null limit 1`,
        [this.organisationId, this.jobId, id],
      );
      if (rows.length > 0) return true;
    }
    return false;
  }

  /** What was seen and measured on a face. */
  async onFace(faceId: string): Promise<{ features: Feature[]; readings: Reading[] }> {
    const bodies = async <T>(table: string) => {
      const rows = await this.manager.query<{ body: T }[]>(
        `select body from ${table} where organisation_id = $1 and job_id = $2 and face_id = $3 and deleted_at is null`,
        [this.organisationId, this.jobId, faceId],
      );
      return rows.map(({ body }) => body);
    };
    return { features: await bodies<Feature>('feature'), readings: await bodies<Reading>('reading') };
  }

  /** Looks up just what the checks of one item need, before they run. */
  async lookupFor(kind: ItemKind, item: AnyItem): Promise<ItemLookup> {
    const refs = item as Partial<{
      spaceId: string;
      faceId: string;
      featureId: string;
      waterBodyId: string;
      governingLevelId: string;
      near: { waterBodyId?: string };
      far: { waterBodyId?: string };
    }>;
    const live = async (of: ItemKind, id: string | undefined): Promise<AnyItem | undefined> => {
      if (id === undefined) return undefined;
      const found = await this.item(of, id);
      return found && !found.deleted ? found.body : undefined;
    };
    const bodies = new Map<string, WaterBody>();
    for (const id of [refs.waterBodyId, refs.near?.waterBodyId, refs.far?.waterBodyId]) {
      const body = await live('water-body', id);
      if (body) bodies.set(body.id, body as WaterBody);
    }
    const space = await live('space', refs.spaceId);
    const face = await live('face', refs.faceId);
    const feature = await live('feature', refs.featureId);
    const level = await live('water-level', refs.governingLevelId);
    const buildUp = kind === 'build-up' && refs.faceId ? await this.buildUpOf(refs.faceId) : undefined;
    return {
      space: () => space,
      face: () => face as Face | undefined,
      feature: () => feature as Feature | undefined,
      waterBody: (id) => bodies.get(id),
      waterLevel: () => level as WaterLevel | undefined,
      buildUpOf: () => buildUp,
    };
  }

  private async buildUpOf(faceId: string): Promise<BuildUp | undefined> {
    const [row] = await this.manager.query<{ body: BuildUp }[]>(
      `select body from build_up where organisation_id = $1 and job_id = $2 and face_id = $3 and deleted_at is null`,
      [this.organisationId, this.jobId, faceId],
    );
    return row?.body;
  }
}
