import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Pictures as items of a job, and beside them their files: re-encoded, and a thumbnail. A file is written once. */
export class Photos1764000000003 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      create table photo (
        organisation_id uuid not null,
        job_id uuid not null,
        id uuid not null,
        version integer not null,
        body jsonb not null,
        deleted_at timestamptz,
        face_id uuid generated always as ((body->>'faceId')::uuid) stored,
        feature_id uuid generated always as ((body->>'featureId')::uuid) stored,
        primary key (organisation_id, job_id, id),
        foreign key (organisation_id, job_id) references job (organisation_id, id),
        foreign key (organisation_id, job_id, face_id) references face (organisation_id, job_id, id),
        foreign key (organisation_id, job_id, feature_id) references feature (organisation_id, job_id, id))`);
    await runner.query(`create index on photo (organisation_id, job_id, face_id)`);
    await runner.query(`create index on photo (organisation_id, job_id, feature_id)`);
    await runner.query(`
      create table photo_file (
        organisation_id uuid not null,
        job_id uuid not null,
        photo_id uuid not null,
        original_sha256 text not null,
        stored_sha256 text not null,
        width_px integer not null,
        height_px integer not null,
        image bytea not null,
        thumbnail bytea not null,
        received_at timestamptz not null default now(),
        primary key (organisation_id, job_id, photo_id),
        foreign key (organisation_id, job_id, photo_id) references photo (organisation_id, job_id, id))`);
    for (const table of ['photo', 'photo_file']) {
      await runner.query(`alter table ${table} enable row level security`);
      await runner.query(
        `create policy own_organisation on ${table} using (organisation_id = nullif(current_setting('app.organisation_id', true), '')::uuid)`,
      );
    }
    // what is JPEG already gains nothing from being compressed again
    await runner.query(`alter table photo_file alter column image set storage external, alter column thumbnail set storage external`);
    await runner.query(`grant select, insert, update on photo to caulkhorn_app`);
    await runner.query(`grant select, insert on photo_file to caulkhorn_app`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`drop table photo_file, photo`);
  }
}
