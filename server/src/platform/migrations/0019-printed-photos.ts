import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Pictures as wide as a dossier prints them, made once when they come in. Those from before have none, and are made small at each print. */
export class PrintedPhotos1764000000019 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`alter table photo_file add column printed bytea`);
    // pressed already, as the picture itself is
    await runner.query(`alter table photo_file alter column printed set storage external`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`alter table photo_file drop column printed`);
  }
}
