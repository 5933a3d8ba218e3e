import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Measured values with their place and time, as items of a job. */
export class Readings1764000000002 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      create table reading (
        organisation_id uuid not null,
        job_id uuid not null,
        id uuid not null,
        version integer not null,
        body jsonb not null,
        deleted_at timestamptz,
        face_id uuid generated always as ((body->>'faceId')::uuid) stored,
        primary key (organisation_id, job_id, id),
        foreign key (organisation_id, job_id) references job (organisation_id, id),
        foreign key (organisation_id, job_id, face_id) references face (organisation_id, job_id, id))`);
    await runner.query(`create index on reading (organisation_id, job_id, face_id)`);
    await runner.query(`alter table reading enable row level security`);
    await runner.query(
      `create policy own_organisation on reading using (organisation_id = nullif(current_setting('app.organisation_id', true), '')::uuid)`,
    );
    await runner.query(`grant select, insert, update on reading to caulkhorn_app`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`drop table reading`);
  }
}
