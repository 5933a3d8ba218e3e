import { type StoresAnswer, checkShape, stockMoveClass } from '@caulkhorn/contract';
import { issue } from '@caulkhorn/core/issues';
import { type StockMove, checkMove, foldStock } from '@caulkhorn/core/materials';
import { Injectable } from '@nestjs/common';
import type { Caller } from '../people/caller.js';
import { invalid } from '../platform/errors.js';
import { type Records, RecordsDatabase } from '../records/records.js';

/** What lies in the store follows from what happened in it; moves are only ever added. */
@Injectable()
export class StoresService {
  constructor(private readonly database: RecordsDatabase) {}

  read(caller: Caller): Promise<StoresAnswer> {
    return this.database.within(caller, async ({ stock }) => ({ moves: await stock.all() }));
  }

  /** Writes one move down, once however often it is sent. Stock never goes negative: two who take at once are taken one after the other. */
  async add(raw: unknown, caller: Caller): Promise<{ id: string }> {
    const shape = checkShape(stockMoveClass((raw as { kind?: unknown } | null)?.kind), raw);
    if (!shape.ok) throw invalid(shape.issues);
    return this.database.within(caller, async (records) => {
      await records.takeTurns('stores');
      const sent = shape.value as Omit<StockMove, 'by'>;
      if (await records.stock.has(sent.id)) return { id: sent.id };
      const move = { ...sent, by: await records.people.nameOf(caller.personId) } as StockMove;
      await this.check(move, records);
      await records.stock.add(move, caller.personId);
      return { id: move.id };
    });
  }

  private async check(move: StockMove, records: Records): Promise<void> {
    const { catalogue } = await records.house.house();
    // what happened to the one lot that it is about: nothing else decides whether it may be written
    const before = 'lotId' in move ? await records.stock.ofLot(move.lotId) : [];
    const issues = checkMove(move, foldStock(before, catalogue, move.at.slice(0, 10)), catalogue);
    if ('jobId' in move && move.jobId !== undefined && !(await records.ofJob(move.jobId).items.exists()))
      issues.push(issue('not-found', 'jobId'));
    if (issues.length > 0) throw invalid(issues);
  }
}
