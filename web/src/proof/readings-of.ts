import type { describeFields } from '@caulkhorn/core/fields';

type Specs = ReturnType<typeof describeFields>;

export function columnsOf(spec: Specs[string]): Specs {
  return spec.type === 'list' && spec.of.type === 'record' ? { ...spec.of.fields } : {};
}

/** The readings of a test, where it has any: the name of their list and what stands in each. */
export function readingsIn(specs: Specs): { list: string; columns: Specs } | undefined {
  const found = Object.entries(specs).find(([, spec]) => spec.type === 'list' && spec.of.type === 'record');
  return found && { list: found[0], columns: columnsOf(found[1]) };
}
