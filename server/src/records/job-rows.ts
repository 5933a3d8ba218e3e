import {
  type AnyItem,
  type BuildUp,
  ITEM_KINDS,
  ITEM_LISTS,
  ITEM_SPECS,
  type ItemKind,
  type ItemLookup,
  type ItemOf,
  type JobHead,
  type JobModel,
  type Permit,
  type Referrers,
} from '@caulkhorn/core/jobs';
import type { JobState } from '@caulkhorn/contract';
import { createHash } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import { IS_THERE } from './job-list.js';

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

/** `water-body` lies in `water_body`. */
const TABLES = Object.fromEntries(ITEM_KINDS.map((kind) => [kind, kind.replaceAll('-', '_')])) as Readonly<Record<ItemKind, string>>;

/** Columns that the database keeps of what a body refers to, where they are not called after the field; null where there is none. */
const COLUMNS: Readonly<Record<string, string | null>> = {
  'near.waterBodyId': 'near_water_id',
  'far.waterBodyId': 'far_water_id',
  governingLevelId: null,
};

/** A reference of a row, as SQL. */
function referenceSql(path: string): string {
  const column = Object.hasOwn(COLUMNS, path) ? COLUMNS[path] : path.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);
  return column ?? `(body #>> '{${path.replaceAll('.', ',')}}')::uuid`;
}

/** Who may refer to a thing of a kind: table, reference, and the model's list of it. */
const REFERRERS = Object.fromEntries(
  ITEM_KINDS.map((named) => [
    named,
    ITEM_KINDS.flatMap((kind) =>
      Object.entries(ITEM_SPECS[kind].refers).flatMap(([path, to]) =>
        to === named ? [[TABLES[kind], referenceSql(path), ITEM_LISTS[kind]] as const] : [],
      ),
    ),
  ]),
) as unknown as Readonly<Record<ItemKind, readonly (readonly [table: string, reference: string, list: string])[]>>;

/** What a thing refers to: each id with the kind of thing it names. */
function namedBy(kind: ItemKind, item: AnyItem): { kind: ItemKind; id: string }[] {
  return Object.entries(ITEM_SPECS[kind].refers).flatMap(([path, to]) => {
    const id = path.split('.').reduce<unknown>((at, name) => (at as Record<string, unknown> | undefined)?.[name], item);
    return typeof id === 'string' ? [{ kind: to as ItemKind, id }] : [];
  });
}

const READ_JOB = `${[
  `select 'job' as kind, id, version, body, 0 as added from job where organisation_id = $1 and id = $2 and ${IS_THERE}`,
  ...ITEM_KINDS.map(
    (kind) =>
      `select '${kind}', id, version, body, added from ${TABLES[kind]} where organisation_id = $1 and job_id = $2 and deleted_at is null`,
  ),
].join(' union all ')} order by added`;

interface JobRow {
  kind: ItemKind | 'job';
  id: string;
  version: number;
  body: AnyItem | JobHead;
}

/** Of each list of a job what `columns` puts together, where there is anything in it. */
const ofLists = (columns: string): string =>
  [
    `select 'job' as kind, ${columns} from (select *, 0 as added from job) as job where organisation_id = $1 and id = $2 and ${IS_THERE}`,
    ...ITEM_KINDS.map(
      (kind) => `select '${kind}', ${columns} from ${TABLES[kind]} where organisation_id = $1 and job_id = $2 and deleted_at is null`,
    ),
  ]
    .map((each) => `${each} having count(*) > 0`)
    .join(' union all ');

const VERSIONS = `string_agg('"' || id || '":' || version, ',' order by id) as versions`;

/** Which version of what is in a job: a tenth of what the job says. */
export const READ_JOB_VERSIONS = { name: 'job_versions', sql: ofLists(VERSIONS) };

/** A job as text, each list put together where it lies: nobody on the way needs to know what the bodies say. */
export const READ_JOB_TEXT = { name: 'job_text', sql: ofLists(`string_agg(body::text, ',' order by added) as bodies, ${VERSIONS}`) };

export interface JobVersionsRow {
  kind: ItemKind | 'job';
  versions: string;
}

export interface JobTextRow extends JobVersionsRow {
  bodies: string;
}

/** Is another one whenever anything in the job is, since nothing changes without its version; null where there is no such job. */
export function jobTag(rows: readonly JobVersionsRow[]): string | null {
  const of = new Map(rows.map((row) => [row.kind, row.versions]));
  if (!of.has('job')) return null;
  const all = (['job', ...ITEM_KINDS] as const).map((kind) => of.get(kind) ?? '').join(';');
  return createHash('sha256').update(all).digest('base64url');
}

/** `StoredJob` as JSON, and its tag. */
export interface JobText {
  text: string;
  tag: string;
}

/** Null where there is no such job. */
export function storedJobText(rows: readonly JobTextRow[]): JobText | null {
  const tag = jobTag(rows);
  if (tag === null) return null;
  const of = new Map(rows.map((row) => [row.kind, row.bodies]));
  const lists = ITEM_KINDS.map((kind) => `,"${ITEM_LISTS[kind]}":[${of.get(kind) ?? ''}]`).join('');
  const versions = rows.map((row) => row.versions).join(',');
  return { text: `{"model":{"job":${of.get('job')}${lists}},"versions":{${versions}}}`, tag };
}

/** The job that its rows hold; null where none of them is the job itself. */
function storedJob(rows: readonly JobRow[]): StoredJob | null {
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

/** Reads and writes of one job inside a tenant's transaction. */
export class JobRows {
  constructor(
    private readonly manager: EntityManager,
    private readonly organisationId: string,
    private readonly jobId: string,
  ) {}

  async read(): Promise<StoredJob | null> {
    return storedJob(await this.manager.query<JobRow[]>(READ_JOB, [this.organisationId, this.jobId]));
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

  /** Written out for this job. */
  async permits(): Promise<Permit[]> {
    const [row] = await this.manager.query<{ permits: Permit[] | null }[]>(
      `select body->'permits' as permits from job where organisation_id = $1 and id = $2`,
      [this.organisationId, this.jobId],
    );
    return row?.permits ?? [];
  }

  /** Null when there is no such job. */
  async state(): Promise<JobState | null> {
    const [row] = await this.manager.query<{ state: JobState }[]>(
      `select state from job where organisation_id = $1 and id = $2 and ${IS_THERE}`,
      [this.organisationId, this.jobId],
    );
    return row?.state ?? null;
  }

  /** Puts it into a state; since when stays where it was in that state already. */
  async putState(state: JobState): Promise<void> {
    await this.manager.query(
      `update job set state = $3, state_since = now() where organisation_id = $1 and id = $2 and state <> $3 and ${IS_THERE}`,
      [this.organisationId, this.jobId, state],
    );
  }

  async exists(): Promise<boolean> {
    const rows = await this.manager.query<unknown[]>(`select 1 from job where organisation_id = $1 and id = $2 and ${IS_THERE}`, [
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
    for (const kind of ITEM_KINDS) await this.insertJson(kind, items[kind]);
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

  /**
   * Which of these ids are in use already, by a live row or a tombstone of any kind, or by the job itself: versions and references go
   * by the id alone. With `except`, those of that kind do not count.
   */
  async taken(ids: readonly string[], except?: ItemKind): Promise<ReadonlySet<string>> {
    const tables = ITEM_KINDS.filter((kind) => kind !== except).map((kind) => TABLES[kind]);
    const rows = await this.manager.query<{ id: string }[]>(
      tables
        .map((table) => `select id from ${table} where organisation_id = $1 and job_id = $2 and id = any($3::uuid[])`)
        .join(' union all '),
      [this.organisationId, this.jobId, ids],
    );
    return new Set([...rows.map(({ id }) => id), ...ids.filter((id) => id === this.jobId)]);
  }

  /** What must not go while something live still refers to it. */
  async isReferred(kind: ItemKind, id: string): Promise<boolean> {
    for (const [table, column] of REFERRERS[kind]) {
      const rows = await this.manager.query<unknown[]>(
        `select 1 from ${table} where organisation_id = $1 and job_id = $2 and ${column} = $3 and deleted_at is null limit 1`,
        [this.organisationId, this.jobId, id],
      );
      if (rows.length > 0) return true;
    }
    return false;
  }

  /** What refers to a thing and might not hold once it is changed. */
  async referrersOf(kind: ItemKind, id: string): Promise<Referrers> {
    const found: Referrers = { faces: [], features: [], readings: [], photos: [], waterBodies: [] };
    for (const [table, reference, list] of REFERRERS[kind]) {
      if (!(list in found)) continue;
      const rows = await this.manager.query<{ body: AnyItem }[]>(
        `select body from ${table} where organisation_id = $1 and job_id = $2 and ${reference} = $3 and deleted_at is null`,
        [this.organisationId, this.jobId, id],
      );
      (found[list as keyof Referrers] as AnyItem[]).push(...rows.map(({ body }) => body));
    }
    return found;
  }

  /** Looks up just what the checks of one item need, before they run. */
  async lookupFor(kind: ItemKind, item: AnyItem): Promise<ItemLookup> {
    const found = new Map<string, AnyItem>();
    for (const named of namedBy(kind, item)) {
      const stored = await this.item(named.kind, named.id);
      if (stored && !stored.deleted) found.set(`${named.kind} ${named.id}`, stored.body);
    }
    const get =
      <K extends ItemKind>(of: K) =>
      (id: string) =>
        found.get(`${of} ${id}`) as ItemOf<K> | undefined;
    const buildUp = kind === 'build-up' ? await this.buildUpOf((item as BuildUp).faceId) : undefined;
    return {
      space: get('space'),
      face: get('face'),
      feature: get('feature'),
      waterBody: get('water-body'),
      waterLevel: get('water-level'),
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
