import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Tables whose rows belong to a job item kind: same shape, their references as real foreign keys drawn from the body. */
const ITEM_TABLES: readonly { name: string; references: readonly { column: string; path: string; to: string }[] }[] = [
  { name: 'space', references: [] },
  { name: 'water_body', references: [] },
  { name: 'water_level', references: [{ column: 'water_body_id', path: `body->>'waterBodyId'`, to: 'water_body' }] },
  {
    name: 'face',
    references: [
      { column: 'space_id', path: `body->>'spaceId'`, to: 'space' },
      { column: 'near_water_id', path: `body->'near'->>'waterBodyId'`, to: 'water_body' },
      { column: 'far_water_id', path: `body->'far'->>'waterBodyId'`, to: 'water_body' },
    ],
  },
  { name: 'feature', references: [{ column: 'face_id', path: `body->>'faceId'`, to: 'face' }] },
  { name: 'build_up', references: [{ column: 'face_id', path: `body->>'faceId'`, to: 'face' }] },
];

/** Rows of these tables never change once written: the application's role may only read and add. */
const APPEND_ONLY = ['command', 'plan_revision', 'log_entry'];
const OF_A_JOB = [...ITEM_TABLES.map((table) => table.name), ...APPEND_ONLY];

export class Foundation1764000000001 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      do $$ begin
        if not exists (select from pg_roles where rolname = 'caulkhorn_app') then create role caulkhorn_app nologin; end if;
      exception when duplicate_object or unique_violation then null; end $$`);
    await runner.query(`grant caulkhorn_app to current_user`);
    await runner.query(`grant usage on schema public to caulkhorn_app`);
    await this.people(runner);
    await runner.query(`
      create table job (
        organisation_id uuid not null references organisation (id),
        id uuid not null,
        version integer not null default 1,
        body jsonb not null,
        created_at timestamptz not null default now(),
        updated_at timestamptz not null default now(),
        primary key (organisation_id, id))`);
    await runner.query(`alter table guest_grant add foreign key (organisation_id, job_id) references job (organisation_id, id)`);
    for (const table of ITEM_TABLES) await this.itemTable(runner, table);
    await runner.query(`create unique index one_build_up_per_face on build_up (organisation_id, job_id, face_id) where deleted_at is null`);
    await this.records(runner);
    await this.fences(runner);
  }

  private async people(runner: QueryRunner): Promise<void> {
    await runner.query(`create table organisation (id uuid primary key, name text not null)`);
    await runner.query(`
      create table person (
        id uuid primary key,
        email text not null,
        name text not null,
        password_hash text not null)`);
    await runner.query(`create unique index person_email on person (lower(email))`);
    await runner.query(`
      create table membership (
        organisation_id uuid not null references organisation (id),
        person_id uuid not null references person (id),
        role text not null check (role in ('planner', 'foreman', 'inspector', 'apprentice')),
        primary key (organisation_id, person_id))`);
    await runner.query(`
      create table guest_grant (
        organisation_id uuid not null references organisation (id),
        job_id uuid not null,
        person_id uuid not null references person (id),
        primary key (organisation_id, job_id, person_id))`);
    await runner.query(`create table session (sid text primary key, sess json not null, expire timestamptz not null)`);
    await runner.query(`create index session_expire on session (expire)`);
  }

  private async itemTable(runner: QueryRunner, { name, references }: (typeof ITEM_TABLES)[number]): Promise<void> {
    const columns = references.map((r) => `${r.column} uuid generated always as ((${r.path})::uuid) stored,`);
    const keys = references.map(
      (r) => `, foreign key (organisation_id, job_id, ${r.column}) references ${r.to} (organisation_id, job_id, id)`,
    );
    await runner.query(`
      create table ${name} (
        organisation_id uuid not null,
        job_id uuid not null,
        id uuid not null,
        version integer not null,
        body jsonb not null,
        deleted_at timestamptz,
        ${columns.join(' ')}
        primary key (organisation_id, job_id, id),
        foreign key (organisation_id, job_id) references job (organisation_id, id)${keys.join('')})`);
    for (const r of references) await runner.query(`create index on ${name} (organisation_id, job_id, ${r.column})`);
  }

  private async records(runner: QueryRunner): Promise<void> {
    const ofJob = `organisation_id uuid not null, job_id uuid not null, foreign key (organisation_id, job_id) references job (organisation_id, id)`;
    await runner.query(`
      create table command (
        id uuid not null, kind text not null, device_id uuid not null, person_id uuid not null,
        command jsonb not null, outcome jsonb not null, received_at timestamptz not null default now(),
        ${ofJob}, primary key (organisation_id, job_id, id))`);
    await runner.query(`
      create table plan_revision (
        number integer not null, id uuid not null, body jsonb not null,
        ${ofJob}, primary key (organisation_id, job_id, number), unique (organisation_id, job_id, id))`);
    await runner.query(`
      create table log_entry (
        receipt_seq integer not null, entry_id uuid not null, device_id uuid not null, device_seq integer not null,
        entry jsonb not null, receipt jsonb not null, imported_at timestamptz,
        ${ofJob}, primary key (organisation_id, job_id, receipt_seq),
        unique (organisation_id, job_id, entry_id), unique (organisation_id, job_id, device_id, device_seq))`);
  }

  /** Row-level security: the second fence behind the application's own checks. Not fenced, because they belong to no one organisation: person, session. */
  private async fences(runner: QueryRunner): Promise<void> {
    const organisation = `nullif(current_setting('app.organisation_id', true), '')::uuid`;
    const person = `nullif(current_setting('app.person_id', true), '')::uuid`;
    for (const table of ['job', ...OF_A_JOB]) {
      await runner.query(`alter table ${table} enable row level security`);
      await runner.query(`create policy own_organisation on ${table} using (organisation_id = ${organisation})`);
    }
    for (const table of ['membership', 'guest_grant']) {
      await runner.query(`alter table ${table} enable row level security`);
      await runner.query(
        `create policy own_or_organisation on ${table} using (organisation_id = ${organisation} or person_id = ${person})`,
      );
    }
    await runner.query(`alter table organisation enable row level security`);
    await runner.query(`create policy member_or_guest on organisation using (
      exists (select from membership m where m.organisation_id = organisation.id and m.person_id = ${person})
      or exists (select from guest_grant g where g.organisation_id = organisation.id and g.person_id = ${person}))`);
    await runner.query(`grant select on organisation, person, membership, guest_grant to caulkhorn_app`);
    await runner.query(`grant select, insert, update, delete on session to caulkhorn_app`);
    await runner.query(`grant select, insert, update on job, ${ITEM_TABLES.map((t) => t.name).join(', ')} to caulkhorn_app`);
    await runner.query(`grant select, insert on ${APPEND_ONLY.join(', ')} to caulkhorn_app`);
  }

  async down(runner: QueryRunner): Promise<void> {
    const tables = [...OF_A_JOB.reverse(), 'guest_grant', 'membership', 'job', 'session', 'person', 'organisation'];
    await runner.query(`drop table ${tables.join(', ')} cascade`);
  }
}
