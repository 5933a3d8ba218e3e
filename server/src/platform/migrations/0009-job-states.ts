import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A job is open, a template, put away or deleted; since when counts for how long a deleted one can be brought back. */
export class JobStates1764000000009 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      alter table job
        add column state text not null default 'open' check (state in ('open', 'template', 'archived', 'deleted')),
        add column state_since timestamptz not null default now()`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`alter table job drop column state, drop column state_since`);
  }
}
