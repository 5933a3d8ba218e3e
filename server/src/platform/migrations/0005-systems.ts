import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * An organisation's rules and its own sheets; build-ups of any family, with a product for each part, and plans that count in
 * each product's own measure.
 */
export class Systems1764000000005 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      create table house (
        organisation_id uuid primary key references organisation (id),
        version integer not null,
        body jsonb not null)`);
    await runner.query(`
      create table product (
        organisation_id uuid not null references organisation (id),
        id text not null,
        version integer not null,
        body jsonb not null,
        added bigint generated always as identity,
        primary key (organisation_id, id, version))`);
    for (const table of ['house', 'product']) {
      await runner.query(`alter table ${table} enable row level security`);
      await runner.query(
        `create policy own_organisation on ${table} using (organisation_id = nullif(current_setting('app.organisation_id', true), '')::uuid)`,
      );
    }
    await runner.query(`grant select, insert, update on house to caulkhorn_app`);
    await runner.query(`grant select, insert on product to caulkhorn_app`);
    await runner.query(`
      update build_up set body = (body - 'slurry' - 'plug' - 'mortar' - 'crackSchool' - 'secondCoatSchool') || jsonb_build_object(
        'products', jsonb_build_object('coat', body->'slurry', 'plug', body->'plug', 'mortar', body->'mortar'),
        'schools', jsonb_build_object(
          'crack-width', jsonb_build_object('school', body->'crackSchool'),
          'second-coat', jsonb_build_object('school', body->'secondCoatSchool')))
      where body ? 'slurry'`);
    await runner.query(`
      update plan_revision set body = jsonb_set(body, '{quantities}', coalesce((
        select jsonb_agg((q - 'requiredKg' - 'packs') || jsonb_build_object(
          'required', q->'requiredKg', 'measure', 'kg', 'currency', 'EUR',
          'packs', coalesce((select jsonb_agg((p - 'sizeKg') || jsonb_build_object('size', p->'sizeKg'))
                             from jsonb_array_elements(q->'packs') as p), '[]'::jsonb)))
        from jsonb_array_elements(body->'quantities') as q), '[]'::jsonb))`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`drop table house, product`);
  }
}
