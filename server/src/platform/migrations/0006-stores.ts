import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What happened in an organisation's store. Rows are only ever added: the application's role may not change them. */
export class Stores1764000000006 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      create table stock_move (
        organisation_id uuid not null references organisation (id),
        id uuid not null,
        person_id uuid not null references person (id),
        body jsonb not null,
        added bigint generated always as identity,
        received_at timestamptz not null default now(),
        primary key (organisation_id, id))`);
    await runner.query(`alter table stock_move enable row level security`);
    await runner.query(
      `create policy own_organisation on stock_move using (organisation_id = nullif(current_setting('app.organisation_id', true), '')::uuid)`,
    );
    await runner.query(`grant select, insert on stock_move to caulkhorn_app`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`drop table stock_move`);
  }
}
