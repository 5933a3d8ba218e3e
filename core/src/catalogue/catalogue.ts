import type { FamilyId, ProductRef, ProductRole } from '../jobs/index.js';
import type { Product } from './product.js';
import { FAMILIES, FAMILY_PRODUCTS } from './families/index.js';
import { CEMENTITIOUS } from './shipped/cementitious.js';
import { ELASTOMERIC } from './shipped/elastomeric.js';
import { FILLERS } from './shipped/fillers.js';
import { GREEN_CONCRETE } from './shipped/green-concrete.js';
import { HELPERS } from './shipped/helpers.js';
import { MEMBRANES } from './shipped/membranes.js';
import { SLAB_AND_SOAK } from './shipped/slab-and-soak.js';

/** Every version of every invented product that comes with the app. */
export const SHIPPED_PRODUCTS: readonly Product[] = [
  ...CEMENTITIOUS,
  ...GREEN_CONCRETE,
  ...MEMBRANES,
  ...ELASTOMERIC,
  ...SLAB_AND_SOAK,
  ...FILLERS,
  ...HELPERS,
  ...FAMILY_PRODUCTS,
];

/** Products to choose from, looked up by id and version. */
export class Catalogue {
  private readonly versions = new Map<string, Map<number, Product>>();

  /** @param products all versions known, in any order */
  constructor(readonly products: readonly Product[]) {
    for (const product of products) {
      const versions = this.versions.get(product.id) ?? new Map<number, Product>();
      this.versions.set(product.id, versions.set(product.version, product));
    }
  }

  find({ id, version }: ProductRef): Product | undefined {
    return this.versions.get(id)?.get(version);
  }

  /** Highest version of a product; undefined for one that is not known. */
  newest(id: string): Product | undefined {
    return [...(this.versions.get(id)?.values() ?? [])].reduce<Product | undefined>(
      (best, next) => (!best || next.version > best.version ? next : best),
      undefined,
    );
  }

  /** Newest versions of what plays a part, for a family; what something else has replaced is left out. Its `coat` is its own material, whatever part that plays elsewhere. */
  choices(part: ProductRole, family: FamilyId): Product[] {
    const role = part === 'coat' ? (FAMILIES[family].material ?? 'coat') : part;
    const replaced = new Set(this.products.flatMap(({ replaces }) => replaces ?? []));
    return [...this.versions.keys()]
      .filter((id) => !replaced.has(id))
      .map((id) => this.newest(id)!)
      .filter((product) => product.role === role && (!product.families || product.families.includes(family)));
  }

  /** The same catalogue with an organisation's own products beside it. */
  with(own: readonly Product[]): Catalogue {
    return own.length === 0 ? this : new Catalogue([...this.products, ...own]);
  }
}

export const SHIPPED_CATALOGUE = new Catalogue(SHIPPED_PRODUCTS);
