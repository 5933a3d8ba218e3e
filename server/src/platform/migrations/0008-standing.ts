import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * How a person stands to an organisation, or to one of its jobs, is asked at every request. One question to the database, not a
 * transaction of four: the function says in whose name it asks, for as long as it runs, and sees what that person may see.
 */
export class Standing1764000000008 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      create function standing_of(person uuid, organisation uuid, of_job uuid) returns text language plpgsql security invoker as $$
      begin
        perform set_config('app.person_id', person::text, true), set_config('app.organisation_id', '', true);
        return coalesce(
          (select m.role from membership m where m.organisation_id = organisation and m.person_id = person),
          (select 'guest' from guest_grant g
           where g.organisation_id = organisation and g.person_id = person and (of_job is null or g.job_id = of_job) limit 1));
      end $$`);
    await runner.query(`revoke execute on function standing_of from public`);
    await runner.query(`grant execute on function standing_of to caulkhorn_app`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`drop function standing_of`);
  }
}
