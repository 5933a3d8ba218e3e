import { isDeepStrictEqual } from 'node:util';
import { type AddProductsDto, type HouseAnswer, type HouseRulesDto, isOutsider } from '@caulkhorn/contract';
import { type Product, SHIPPED_PRODUCTS, checkCatalogue, checkProduct } from '@caulkhorn/core/catalogue';
import type { Issue } from '@caulkhorn/core/issues';
import { USUAL_HOUSE } from '@caulkhorn/core/planning';
import { Injectable } from '@nestjs/common';
import type { Caller } from '../people/caller.js';
import { RefusedError, invalid } from '../platform/errors.js';
import { type Records, RecordsDatabase } from '../records/records.js';

@Injectable()
export class HouseService {
  constructor(private readonly database: RecordsDatabase) {}

  /** A guest sees the sheets of the jobs he was asked to look at, not what people cost. */
  read(caller: Caller): Promise<HouseAnswer> {
    return this.database.within(caller, async ({ house }) => {
      const rules = await house.rules();
      if (!isOutsider(caller.standing)) return { ...rules, products: await house.products() };
      // nor who works there and when they are off
      const { people: _, ...shown } = rules;
      return { ...shown, labourMinorPerH: USUAL_HOUSE.labourMinorPerH, products: await house.productsForGuest(caller.personId) };
    });
  }

  put({ baseVersion, ...rules }: HouseRulesDto, caller: Caller): Promise<{ version: number }> {
    return this.database.within(caller, async ({ house }) => {
      const version = await house.putRules(rules, baseVersion);
      if (version === null) throw new RefusedError(409, { error: 'stale-version' });
      return { version };
    });
  }

  addProducts({ products }: AddProductsDto, caller: Caller): Promise<{ added: number }> {
    return this.database.within(caller, async (records) => ({ added: await addMissing(products, 'products', records) }));
  }
}

/** Adds the sheets that the organisation does not have yet: all, or none. A sheet that is there already, word for word, is no fault. */
export async function addMissing(raw: readonly object[], path: string, records: Records): Promise<number> {
  const issues: Issue[] = [];
  const products = raw.flatMap((each, i): Product[] => {
    const checked = checkProduct(each, `${path}[${i}]`);
    if (checked.ok) return [checked.value];
    issues.push(...checked.issues);
    return [];
  });
  if (issues.length > 0) throw invalid(issues.slice(0, 200));
  // two who add at once are taken one after the other
  await records.takeTurns('products');
  const { house } = records;
  const known = [...SHIPPED_PRODUCTS, ...(await house.products())];
  const isKnown = (product: Product) =>
    known.some((other) => other.id === product.id && other.version === product.version && isDeepStrictEqual({ ...other }, { ...product }));
  const missing = products.filter((product) => !isKnown(product));
  const found = checkCatalogue(missing, known, path);
  if (found.length > 0) throw invalid(found.slice(0, 200));
  await house.addProducts(missing);
  return missing.length;
}
