import type { MigrationInterface, QueryRunner } from 'typeorm';
import { ORGANISATION } from './settings.js';

/**
 * Plates on the wall: an address that anybody may open for years, and what was published under it. Nothing else of the job is read when it
 * is opened, so nothing else can come out.
 */
export class WallPlate1764000000016 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      create table wall_plate (
        organisation_id uuid not null,
        job_id uuid not null,
        id uuid not null,
        token text not null unique,
        face_id uuid,
        contact text not null,
        says jsonb not null,
        made_by uuid not null references person (id),
        made_at timestamptz not null default now(),
        withdrawn_at timestamptz,
        primary key (organisation_id, job_id, id),
        foreign key (organisation_id, job_id) references job (organisation_id, id))`);
    await runner.query(`alter table wall_plate enable row level security`);
    await runner.query(`create policy own_organisation on wall_plate to caulkhorn_app using (organisation_id = ${ORGANISATION})`);
    await runner.query(`grant select, insert, update (contact, says, withdrawn_at) on wall_plate to caulkhorn_app`);
    await runner.query(`create policy at_the_gate on wall_plate to caulkhorn_gate using (true)`);
    await runner.query(`grant select on wall_plate to caulkhorn_gate`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`drop table wall_plate`);
  }
}
