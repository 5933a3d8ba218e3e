import type { MigrationInterface, QueryRunner } from 'typeorm';

const TABLES = ['space', 'face', 'feature', 'water_body', 'water_level', 'build_up', 'reading', 'photo'];

/** The order in which things were added: a table gives its rows back in no order that lasts. */
export class Order1764000000004 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const table of TABLES) await runner.query(`alter table ${table} add column added bigint generated always as identity`);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of TABLES) await runner.query(`alter table ${table} drop column added`);
  }
}
