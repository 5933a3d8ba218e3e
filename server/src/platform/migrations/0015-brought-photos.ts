import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Pictures that came with a bundle, as they were kept elsewhere: the camera's own file was never seen here, and that is said. */
export class BroughtPhotos1764000000015 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`alter table photo_file add column brought boolean not null default false`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`alter table photo_file drop column brought`);
  }
}
