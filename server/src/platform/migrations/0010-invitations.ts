import type { MigrationInterface, QueryRunner } from 'typeorm';
import { ORGANISATION } from './settings.js';

/**
 * Who belongs to a house is settled by its planners, not at the command line. An invitation is a link that works once: only its
 * fingerprint is kept. Who is taken off a house keeps his account, and what he wrote stays as it is.
 */
export class Invitations1764000000010 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      create table invitation (
        organisation_id uuid not null references organisation (id),
        id uuid not null,
        email text not null,
        name text not null,
        standing text not null check (standing in ('planner', 'foreman', 'inspector', 'apprentice', 'guest')),
        job_id uuid,
        token_sha256 text not null unique,
        made_by uuid not null references person (id),
        made_at timestamptz not null default now(),
        expires_at timestamptz not null,
        used_at timestamptz,
        withdrawn_at timestamptz,
        primary key (organisation_id, id),
        foreign key (organisation_id, job_id) references job (organisation_id, id),
        check ((standing = 'guest') = (job_id is not null)))`);
    await runner.query(`alter table invitation enable row level security`);
    await runner.query(`create policy own_organisation on invitation to caulkhorn_app using (organisation_id = ${ORGANISATION})`);
    await runner.query(`grant select, insert, update (withdrawn_at) on invitation to caulkhorn_app`);
    await runner.query(`create policy at_the_gate on invitation to caulkhorn_gate using (true) with check (true)`);
    await runner.query(`grant select, update (used_at) on invitation to caulkhorn_gate`);
    // one's own membership elsewhere may be seen, never written
    for (const table of ['membership', 'guest_grant']) {
      for (const [verb, rule] of [
        ['insert', 'with check'],
        ['update', 'using'],
        ['delete', 'using'],
      ])
        await runner.query(
          `create policy only_own_house_${verb} on ${table} as restrictive for ${verb} to caulkhorn_app ${rule} (organisation_id = ${ORGANISATION})`,
        );
      await runner.query(`create policy by_invitation on ${table} for insert to caulkhorn_gate with check (true)`);
      await runner.query(`grant insert on ${table} to caulkhorn_gate`);
      await runner.query(`grant delete on ${table} to caulkhorn_app`);
    }
    await runner.query(`grant update (role) on membership to caulkhorn_app`);
    await runner.query(`grant insert on person to caulkhorn_gate`);
    await runner.query(`grant select (id, name) on organisation to caulkhorn_gate`);
    await runner.query(`create policy at_the_gate on organisation for select to caulkhorn_gate using (true)`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`drop table invitation`);
    await runner.query(`drop policy at_the_gate on organisation; revoke select (id, name) on organisation from caulkhorn_gate`);
    for (const table of ['membership', 'guest_grant']) {
      for (const verb of ['insert', 'update', 'delete']) await runner.query(`drop policy only_own_house_${verb} on ${table}`);
      await runner.query(`drop policy by_invitation on ${table}`);
      await runner.query(`revoke insert on ${table} from caulkhorn_gate; revoke delete on ${table} from caulkhorn_app`);
    }
    await runner.query(`revoke update (role) on membership from caulkhorn_app; revoke insert on person from caulkhorn_gate`);
  }
}
