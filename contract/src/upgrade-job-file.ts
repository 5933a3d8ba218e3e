/** As much as an upgrade needs to know of a file that nobody has checked yet. */
type Loose = Record<string, unknown>;

const isLoose = (value: unknown): value is Loose => typeof value === 'object' && value !== null && !Array.isArray(value);
const eachOf = (value: unknown, change: (item: Loose) => Loose): unknown =>
  Array.isArray(value) ? value.map((item: unknown) => (isLoose(item) ? change(item) : item)) : value;

/**
 * A job file of an older format as the present one has it. What it cannot make sense of it leaves alone: the checks that
 * follow name it. Version 1 knew three products and two schools a face, and counted everything in kg.
 */
export function upgradeJobFile(raw: unknown): unknown {
  return toThird(toSecond(raw));
}

/** Version 2 kept of a released plan only its work, its quantities and a hash of the model that it was made from. */
function toThird(raw: unknown): unknown {
  if (!isLoose(raw) || raw['formatVersion'] !== 2) return raw;
  const frozen = ({ modelHash, ...revision }: Loose): Loose => ({ ...revision, fingerprint: modelHash, decided: null });
  return { ...raw, formatVersion: 3, planRevisions: eachOf(raw['planRevisions'], frozen) };
}

function toSecond(raw: unknown): unknown {
  if (!isLoose(raw) || raw['formatVersion'] !== 1) return raw;
  return {
    ...raw,
    formatVersion: 2,
    buildUps: eachOf(raw['buildUps'], upgradeBuildUp),
    planRevisions: eachOf(raw['planRevisions'], (revision) => ({
      ...revision,
      quantities: eachOf(revision['quantities'], upgradeQuantity),
    })),
  };
}

function upgradeBuildUp({ slurry, plug, mortar, crackSchool, secondCoatSchool, ...rest }: Loose): Loose {
  return {
    ...rest,
    products: { coat: slurry, plug, mortar },
    schools: { 'crack-width': { school: crackSchool }, 'second-coat': { school: secondCoatSchool } },
  };
}

/** Prices were in the shipped catalogue's currency. */
function upgradeQuantity({ requiredKg, packs, ...rest }: Loose): Loose {
  const counts = eachOf(packs, ({ sizeKg, ...pack }) => ({ size: sizeKg, ...pack }));
  return { ...rest, required: requiredKg, measure: 'kg', packs: counts, currency: 'EUR' };
}
