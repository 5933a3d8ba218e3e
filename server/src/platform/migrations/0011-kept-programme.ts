import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The programme that people were told, as an item of its job; there is one at most. */
export class KeptProgramme1764000000011 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      create table kept_programme (
        organisation_id uuid not null,
        job_id uuid not null,
        id uuid not null,
        version integer not null,
        body jsonb not null,
        deleted_at timestamptz,
        added bigint generated always as identity,
        primary key (organisation_id, job_id, id),
        foreign key (organisation_id, job_id) references job (organisation_id, id))`);
    await runner.query(`alter table kept_programme enable row level security`);
    await runner.query(
      `create policy own_organisation on kept_programme
       using (organisation_id = nullif(current_setting('app.organisation_id', true), '')::uuid)`,
    );
    await runner.query(`grant select, insert, update on kept_programme to caulkhorn_app`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`drop table kept_programme`);
  }
}
