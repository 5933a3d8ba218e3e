import { type Product, SHIPPED_CATALOGUE } from '@caulkhorn/core/catalogue';
import { type House, type HouseRules, USUAL_HOUSE } from '@caulkhorn/core/planning';
import type { EntityManager } from 'typeorm';

const USUAL_RULES: HouseRules = { schools: {}, paces: {}, labourMinorPerH: USUAL_HOUSE.labourMinorPerH, sparePct: USUAL_HOUSE.sparePct };

/** How one organisation works and what it buys, inside a tenant's transaction. Sheets are only ever added. */
export class HouseRows {
  constructor(
    private readonly manager: EntityManager,
    private readonly organisationId: string,
  ) {}

  async rules(): Promise<HouseRules & { version: number }> {
    const [row] = await this.manager.query<{ version: number; body: HouseRules }[]>(
      `select version, body from house where organisation_id = $1`,
      [this.organisationId],
    );
    return row ? { ...USUAL_RULES, ...row.body, version: row.version } : { ...USUAL_RULES, version: 0 };
  }

  /** Writes the rules if they still have the version they are based on; null when someone was faster. */
  async putRules(rules: HouseRules, baseVersion: number): Promise<number | null> {
    if (baseVersion === 0) {
      const rows = await this.manager.query<{ version: number }[]>(
        `insert into house (organisation_id, version, body) values ($1, 1, $2) on conflict do nothing returning version`,
        [this.organisationId, rules],
      );
      return rows[0]?.version ?? null;
    }
    const [rows] = await this.manager.query<[{ version: number }[], number]>(
      `update house set body = $2, version = version + 1 where organisation_id = $1 and version = $3 returning version`,
      [this.organisationId, rules, baseVersion],
    );
    return rows[0]?.version ?? null;
  }

  async products(): Promise<Product[]> {
    const rows = await this.manager.query<{ body: Product }[]>(`select body from product where organisation_id = $1 order by added`, [
      this.organisationId,
    ]);
    return rows.map(({ body }) => body);
  }

  /** Sheets that a guest needs: those that the jobs he is asked to look at have pinned. */
  async productsForGuest(personId: string): Promise<Product[]> {
    const rows = await this.manager.query<{ body: Product }[]>(
      `select p.body from product p
       where p.organisation_id = $1 and exists (
         select from build_up b
         join guest_grant g on g.organisation_id = b.organisation_id and g.job_id = b.job_id and g.person_id = $2,
         jsonb_each(b.body->'products') as pinned
         where b.organisation_id = p.organisation_id and b.deleted_at is null
           and pinned.value->>'id' = p.id and (pinned.value->>'version')::integer = p.version)
       order by p.added`,
      [this.organisationId, personId],
    );
    return rows.map(({ body }) => body);
  }

  async addProducts(products: readonly Product[]): Promise<void> {
    for (const product of products)
      await this.manager.query(`insert into product (organisation_id, id, version, body) values ($1, $2, $3, $4)`, [
        this.organisationId,
        product.id,
        product.version,
        product,
      ]);
  }

  /** All that a plan asks of the organisation. */
  async house(): Promise<House> {
    const { version: _, ...rules } = await this.rules();
    return { ...rules, catalogue: SHIPPED_CATALOGUE.with(await this.products()) };
  }
}
