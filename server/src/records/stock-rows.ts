import type { StockMove } from '@caulkhorn/core/materials';
import type { EntityManager } from 'typeorm';

/** What happened in an organisation's store of materials, inside a tenant's transaction. Moves are only ever added. */
export class StockRows {
  constructor(
    private readonly manager: EntityManager,
    private readonly organisationId: string,
  ) {}

  async has(moveId: string): Promise<boolean> {
    const rows = await this.manager.query<unknown[]>(`select 1 from stock_move where organisation_id = $1 and id = $2`, [
      this.organisationId,
      moveId,
    ]);
    return rows.length > 0;
  }

  /** In the order in which they came in. */
  async all(): Promise<StockMove[]> {
    const rows = await this.manager.query<{ body: StockMove }[]>(`select body from stock_move where organisation_id = $1 order by added`, [
      this.organisationId,
    ]);
    return rows.map(({ body }) => body);
  }

  /** A delivery, and what happened to it since. */
  async ofLot(lotId: string): Promise<StockMove[]> {
    const rows = await this.manager.query<{ body: StockMove }[]>(
      `select body from stock_move where organisation_id = $1 and (id = $2::uuid or lot_id = $2::text) order by added`,
      [this.organisationId, lotId],
    );
    return rows.map(({ body }) => body);
  }

  async add(move: StockMove, personId: string): Promise<void> {
    await this.manager.query(`insert into stock_move (organisation_id, id, person_id, body) values ($1, $2, $3, $4)`, [
      this.organisationId,
      move.id,
      personId,
      move,
    ]);
  }
}
