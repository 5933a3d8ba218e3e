import { isDeepStrictEqual } from 'node:util';
import type { AddProductsDto, HouseAnswer, HouseRulesDto } from '@caulkhorn/contract';
import { type Product, SHIPPED_PRODUCTS, checkCatalogue, checkProduct } from '@caulkhorn/core/catalogue';
import type { Issue } from '@caulkhorn/core/issues';
import { USUAL_HOUSE } from '@caulkhorn/core/planning';
import { Injectable } from '@nestjs/common';
import type { EntityManager } from 'typeorm';
import type { Caller } from '../people/caller.js';
import { TenantDatabase } from '../platform/database.js';
import { RefusedError, invalid } from '../platform/errors.js';
import { HouseStore } from '../records/house-store.js';

@Injectable()
export class HouseService {
  constructor(private readonly database: TenantDatabase) {}

  /** A guest sees the sheets of the jobs he was asked to look at, not what people cost. */
  read(caller: Caller): Promise<HouseAnswer> {
    return this.database.within(caller, async (manager) => {
      const store = new HouseStore(manager, caller.organisationId);
      const rules = await store.rules();
      if (caller.standing !== 'guest') return { ...rules, products: await store.products() };
      return { ...rules, labourMinorPerH: USUAL_HOUSE.labourMinorPerH, products: await store.productsForGuest(caller.personId) };
    });
  }

  put({ baseVersion, ...rules }: HouseRulesDto, caller: Caller): Promise<{ version: number }> {
    return this.database.within(caller, async (manager) => {
      const version = await new HouseStore(manager, caller.organisationId).putRules(rules, baseVersion);
      if (version === null) throw new RefusedError(409, { error: 'stale-version' });
      return { version };
    });
  }

  addProducts({ products }: AddProductsDto, caller: Caller): Promise<{ added: number }> {
    return this.database.within(caller, async (manager) => ({ added: await addMissing(products, 'products', manager, caller) }));
  }
}

/** Adds the sheets that the organisation does not have yet: all, or none. A sheet that is there already, word for word, is no fault. */
export async function addMissing(raw: readonly object[], path: string, manager: EntityManager, caller: Caller): Promise<number> {
  const issues: Issue[] = [];
  const products = raw.flatMap((each, i): Product[] => {
    const checked = checkProduct(each, `${path}[${i}]`);
    if (checked.ok) return [checked.value];
    issues.push(...checked.issues);
    return [];
  });
  if (issues.length > 0) throw invalid(issues.slice(0, 200));
  // two who add at once are taken one after the other
  await manager.query(`select pg_advisory_xact_lock(hashtext($1))`, [`products ${caller.organisationId}`]);
  const store = new HouseStore(manager, caller.organisationId);
  const known = [...SHIPPED_PRODUCTS, ...(await store.products())];
  const isKnown = (product: Product) =>
    known.some((other) => other.id === product.id && other.version === product.version && isDeepStrictEqual({ ...other }, { ...product }));
  const missing = products.filter((product) => !isKnown(product));
  const found = checkCatalogue(missing, known, path);
  if (found.length > 0) throw invalid(found.slice(0, 200));
  await store.addProducts(missing);
  return missing.length;
}
