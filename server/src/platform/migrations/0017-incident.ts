import type { MigrationInterface, QueryRunner } from 'typeorm';
import { ORGANISATION } from './settings.js';

/**
 * Accidents and near misses of a job, kept apart from its log: they name people who were hurt, and leave with no file, bundle or dossier.
 * Nobody changes or removes one; what turned out otherwise is written as another that names it.
 */
export class Incident1764000000017 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      create table incident (
        organisation_id uuid not null,
        job_id uuid not null,
        id uuid not null,
        kind text not null check (kind in ('accident', 'near-miss')),
        body jsonb not null,
        happened_at timestamptz not null,
        written_by uuid not null references person (id),
        written_name text not null,
        received_at timestamptz not null default now(),
        primary key (organisation_id, job_id, id),
        foreign key (organisation_id, job_id) references job (organisation_id, id))`);
    await runner.query(`alter table incident enable row level security`);
    await runner.query(`create policy own_organisation on incident to caulkhorn_app using (organisation_id = ${ORGANISATION})`);
    await runner.query(`grant select, insert on incident to caulkhorn_app`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`drop table incident`);
  }
}
