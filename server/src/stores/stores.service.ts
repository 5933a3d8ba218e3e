import { type StoresAnswer, checkShape, stockMoveClass } from '@caulkhorn/contract';
import { issue } from '@caulkhorn/core/issues';
import { type StockMove, checkMove, foldStock } from '@caulkhorn/core/materials';
import { Injectable } from '@nestjs/common';
import type { EntityManager } from 'typeorm';
import { HouseStore } from '../records/house-store.js';
import type { Caller } from '../people/caller.js';
import { TenantDatabase } from '../platform/database.js';
import { invalid } from '../platform/errors.js';

/** What lies in the store follows from what happened in it; moves are only ever added. */
@Injectable()
export class StoresService {
  constructor(private readonly database: TenantDatabase) {}

  read(caller: Caller): Promise<StoresAnswer> {
    return this.database.within(caller, async (manager) => ({ moves: await movesOf(manager, caller) }));
  }

  /** Writes one move down, once however often it is sent. Stock never goes negative: two who take at once are taken one after the other. */
  async add(raw: unknown, caller: Caller): Promise<{ id: string }> {
    const shape = checkShape(stockMoveClass((raw as { kind?: unknown } | null)?.kind), raw);
    if (!shape.ok) throw invalid(shape.issues);
    return this.database.within(caller, async (manager) => {
      await manager.query(`select pg_advisory_xact_lock(hashtext($1))`, [`stores ${caller.organisationId}`]);
      const sent = shape.value as Omit<StockMove, 'by'>;
      if (await isKnown(manager, caller, sent.id)) return { id: sent.id };
      const [person] = await manager.query<{ name: string }[]>(`select name from person where id = $1`, [caller.personId]);
      const move = { ...sent, by: person!.name } as StockMove;
      await this.check(move, await lotMoves(manager, caller, move), manager, caller);
      await manager.query(`insert into stock_move (organisation_id, id, person_id, body) values ($1, $2, $3, $4)`, [
        caller.organisationId,
        move.id,
        caller.personId,
        move,
      ]);
      return { id: move.id };
    });
  }

  private async check(move: StockMove, before: readonly StockMove[], manager: EntityManager, caller: Caller): Promise<void> {
    const { catalogue } = await new HouseStore(manager, caller.organisationId).house();
    const issues = checkMove(move, foldStock(before, catalogue, move.at.slice(0, 10)), catalogue);
    if ('jobId' in move && move.jobId !== undefined) {
      const jobs = await manager.query<unknown[]>(`select 1 from job where organisation_id = $1 and id = $2`, [
        caller.organisationId,
        move.jobId,
      ]);
      if (jobs.length === 0) issues.push(issue('not-found', 'jobId'));
    }
    if (issues.length > 0) throw invalid(issues);
  }
}

async function isKnown(manager: EntityManager, { organisationId }: Caller, moveId: string): Promise<boolean> {
  const rows = await manager.query<unknown[]>(`select 1 from stock_move where organisation_id = $1 and id = $2`, [organisationId, moveId]);
  return rows.length > 0;
}

/** What happened to the one lot that a move is about: nothing else decides whether it may be written. */
async function lotMoves(manager: EntityManager, { organisationId }: Caller, move: StockMove): Promise<StockMove[]> {
  if (!('lotId' in move)) return [];
  const rows = await manager.query<{ body: StockMove }[]>(
    `select body from stock_move where organisation_id = $1 and (id = $2::uuid or lot_id = $2::text) order by added`,
    [organisationId, move.lotId],
  );
  return rows.map(({ body }) => body);
}

async function movesOf(manager: EntityManager, { organisationId }: Caller): Promise<StockMove[]> {
  const rows = await manager.query<{ body: StockMove }[]>(`select body from stock_move where organisation_id = $1 order by added`, [
    organisationId,
  ]);
  return rows.map(({ body }) => body);
}
