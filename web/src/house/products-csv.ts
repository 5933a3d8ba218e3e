import { PRODUCT_FIELDS, type Product, checkProduct } from '@caulkhorn/core/catalogue';
import { type FieldSpec, describeFields } from '@caulkhorn/core/fields';
import { type Issue, type Result, issue } from '@caulkhorn/core/issues';
import Papa from 'papaparse';
import { readSheet } from '../exchange/csv-in';
import { parseNumber } from '../shared/numbers';

/** Sheets as a table: a column for each figure, `coat.recoat.minH`; lists in one cell, `25:11850 10:5400`. docs/formats/products.md tells all. */

const NONE = 'none';
const SPECS = describeFields(PRODUCT_FIELDS);

interface Column {
  path: string;
  spec: FieldSpec;
}

const COLUMNS = columnsOf(SPECS);

function columnsOf(specs: Readonly<Record<string, FieldSpec>>, before = ''): Column[] {
  return Object.entries(specs).flatMap(([name, spec]) =>
    spec.type === 'record' ? columnsOf(spec.fields, `${before}${name}.`) : [{ path: `${before}${name}`, spec }],
  );
}

export function productsCsv(products: readonly Product[]): string {
  const data = products.map((product) => COLUMNS.map(({ path, spec }) => cellOf(spec, valueAt(product, path))));
  return Papa.unparse({ fields: COLUMNS.map(({ path }) => path), data }, { escapeFormulae: true, newline: '\r\n' });
}

function valueAt(product: unknown, path: string): unknown {
  return path.split('.').reduce<unknown>((at, name) => (at as Record<string, unknown> | undefined)?.[name], product);
}

function cellOf(spec: FieldSpec, value: unknown): string {
  if (value === undefined) return '';
  if (value === null) return NONE;
  if (spec.type === 'flag') return value ? 'yes' : 'no';
  if (spec.type !== 'list') return String(value as string | number);
  const { of } = spec;
  return (value as unknown[])
    .map((item) =>
      of.type === 'record'
        ? Object.keys(of.fields)
            .map((name) => cellOf(of.fields[name]!, valueAt(item, name)))
            .join(':')
            .replace(/:+$/, '')
        : String(item),
    )
    .join(' ');
}

/** Every sheet of a table, or every fault in it by line: half a table is never taken. */
export function readProductsCsv(text: string): Result<Product[]> {
  const sheet = readSheet(text);
  if (!sheet.ok) return sheet;
  const { header, rows } = sheet.value;
  const issues: Issue[] = header
    .filter((name) => !COLUMNS.some(({ path }) => path === name))
    .map((name) => issue('unknown-field', `line 1, ${name}`));
  const columns = header.map((name) => COLUMNS.find(({ path }) => path === name));
  const products = rows.map((cells, i) => {
    const raw: Record<string, unknown> = {};
    cells.forEach((cell, c) => {
      const column = columns[c];
      // a quote kept a spreadsheet from taking it for a formula
      const text = cell.trim().replace(/^'(?=[=+\-@])/, '');
      if (column && text !== '') setAt(raw, column.path, readCell(column.spec, text));
    });
    const checked = checkProduct(raw);
    if (checked.ok) return checked.value;
    issues.push(...checked.issues.map((each) => ({ ...each, path: `line ${i + 2}, ${each.path}` })));
    return undefined;
  });
  return issues.length > 0 ? { ok: false, issues } : { ok: true, value: products as Product[] };
}

function setAt(raw: Record<string, unknown>, path: string, value: unknown): void {
  const names = path.split('.');
  const last = names.pop()!;
  const into = names.reduce<Record<string, unknown>>((at, name) => (at[name] ??= {}) as Record<string, unknown>, raw);
  into[last] = value;
}

function readCell(spec: FieldSpec, text: string): unknown {
  if (spec.type === 'number') return spec.nullable && text === NONE ? null : parseNumber(text);
  if (spec.type === 'flag') return text === 'yes' ? true : text === 'no' ? false : text;
  if (spec.type !== 'list') return text;
  const { of } = spec;
  return text.split(/\s+/).map((item) => {
    if (of.type !== 'record') return readCell(of, item);
    const parts = item.split(':');
    const fields = Object.entries(of.fields);
    const given = fields.flatMap(([name, each], i) => (each.required || parts[i] ? [[name, readCell(each, parts[i] ?? '')] as const] : []));
    const extra = parts.slice(fields.length).map((part, i) => [`part ${fields.length + i + 1}`, part] as const);
    return Object.fromEntries<unknown>([...given, ...extra]);
  });
}
