import type { MigrationInterface, QueryRunner } from 'typeorm';
import { ORGANISATION } from './settings.js';

/**
 * A client signs the dossier of one job by a link and a code, without an account: a person who has no address and no password, and who
 * may see that job until a day. Of link and code only fingerprints are kept.
 */
export class SigningLink1764000000014 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      alter table person
        alter column email drop not null,
        alter column password_hash drop not null,
        add constraint account_or_none check ((email is null) = (password_hash is null))`);
    await runner.query(`
      alter table guest_grant
        add column standing text not null default 'guest' check (standing in ('guest', 'client')),
        add column until timestamptz`);
    await runner.query(`grant update (until) on guest_grant to caulkhorn_app`);
    await runner.query(standingOf(`g.standing`, `and (g.until is null or g.until > now())`));
    await runner.query(`
      create table signing_link (
        organisation_id uuid not null,
        job_id uuid not null,
        id uuid not null,
        name text not null,
        firm text,
        token_sha256 text not null unique,
        code_sha256 text not null,
        tries_left smallint not null default 5,
        made_by uuid not null references person (id),
        made_at timestamptz not null default now(),
        expires_at timestamptz not null,
        person_id uuid references person (id),
        opened_at timestamptz,
        signed_at timestamptz,
        withdrawn_at timestamptz,
        primary key (organisation_id, job_id, id),
        foreign key (organisation_id, job_id) references job (organisation_id, id))`);
    await runner.query(`alter table signing_link enable row level security`);
    await runner.query(`create policy own_organisation on signing_link to caulkhorn_app using (organisation_id = ${ORGANISATION})`);
    await runner.query(`grant select, insert, update (signed_at, withdrawn_at) on signing_link to caulkhorn_app`);
    await runner.query(`create policy at_the_gate on signing_link to caulkhorn_gate using (true) with check (true)`);
    await runner.query(`grant select, update (tries_left, person_id, opened_at) on signing_link to caulkhorn_gate`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`drop table signing_link`);
    await runner.query(standingOf(`'guest'`, ''));
    await runner.query(`revoke update (until) on guest_grant from caulkhorn_app`);
    await runner.query(`delete from guest_grant where standing = 'client'`);
    await runner.query(`alter table guest_grant drop column standing, drop column until`);
    // who wrote stays written: those who came by a link keep their rows, under an address that nobody has
    await runner.query(`update person set email = id::text || '@signed-by-link.invalid', password_hash = 'none' where email is null`);
    await runner.query(`
      alter table person drop constraint account_or_none, alter column email set not null, alter column password_hash set not null`);
  }
}

const standingOf = (standing: string, isOpen: string): string => `
  create or replace function standing_of(person uuid, organisation uuid, of_job uuid) returns text language plpgsql security invoker as $$
  begin
    perform set_config('app.person_id', person::text, true), set_config('app.organisation_id', '', true);
    return coalesce(
      (select m.role from membership m where m.organisation_id = organisation and m.person_id = person),
      (select ${standing} from guest_grant g
       where g.organisation_id = organisation and g.person_id = person ${isOpen} and (of_job is null or g.job_id = of_job) limit 1));
  end $$`;
