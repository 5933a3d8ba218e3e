import { type Result, accept, issue, refuse } from '../issues.js';

/** What the code on a pack says of what is in it. */
export interface PackLabel {
  batchNumber: string;
  /** of the house's own labels */ productId?: string;
  /** global trade item number, of a maker's label */ gtin?: string;
  /** last day on which it may be used, YYYY-MM-DD */ expiresOn?: string;
}

const OWN = 'caulkhorn:pack?';

/** What a label of our own says to whoever scans it. */
export function labelText({ batchNumber, productId, expiresOn }: PackLabel): string {
  const said = [
    ['batch', batchNumber],
    ['product', productId],
    ['until', expiresOn],
  ].flatMap(([key, value]) => (value === undefined ? [] : [`${key}=${encodeURIComponent(value)}`]));
  return `${OWN}${said.join('&')}`;
}

/**
 * Reads a code on a pack: one of our own labels, or a maker's by the GS1 element string as it is written for people, "(01)…(10)…(17)…"
 * (GS1 General Specifications, application identifiers 01, 10 and 17). Refuses any other code (`not-a-pack`), a number with a wrong
 * check digit (`wrong-check-digit`) and one without a batch (`no-batch-on-it`).
 * @param year in which it is read: two digits stand for the year nearest to it
 */
export function readLabel(text: string, year: number): Result<PackLabel> {
  if (text.startsWith(OWN)) return readOwn(text.slice(OWN.length));
  const elements = new Map([...text.matchAll(/\((\d{2,4})\)([^(]*)/g)].map(([, id, value]) => [id!, value!.trim()]));
  const gtin = elements.get('01');
  if (elements.size === 0 || !text.startsWith('(')) return refuse(issue('not-a-pack', ''));
  if (gtin !== undefined && !isGtin(gtin)) return refuse(issue('wrong-check-digit', ''));
  const batchNumber = elements.get('10');
  if (!batchNumber || batchNumber.length > 20) return refuse(issue('no-batch-on-it', ''));
  const expiresOn = gs1Day(elements.get('17'), year);
  return accept({ batchNumber, ...(gtin ? { gtin } : {}), ...(expiresOn ? { expiresOn } : {}) });
}

function readOwn(query: string): Result<PackLabel> {
  const said = new Map<string, string>();
  for (const pair of query.split('&')) {
    const [key = '', value = ''] = pair.split('=');
    try {
      said.set(key, decodeURIComponent(value));
    } catch {
      return refuse(issue('not-a-pack', ''));
    }
  }
  const [batchNumber, productId, expiresOn] = [said.get('batch'), said.get('product'), said.get('until')];
  if (!batchNumber || batchNumber.length > 60) return refuse(issue('no-batch-on-it', ''));
  return accept({
    batchNumber,
    ...(productId ? { productId } : {}),
    ...(expiresOn && /^\d{4}-\d{2}-\d{2}$/.test(expiresOn) ? { expiresOn } : {}),
  });
}

/** Weights 3 and 1 by turns from the right, to a multiple of ten (GS1 General Specifications, check digit calculation). */
function isGtin(text: string): boolean {
  if (!/^\d{14}$/.test(text)) return false;
  const sum = [...text].reduce((total, digit, i) => total + Number(digit) * (i % 2 === 0 ? 3 : 1), 0);
  return sum % 10 === 0;
}

/** YYMMDD; of a day 00 the last of its month counts. Two digits are the year within fifty of the one given. */
function gs1Day(text: string | undefined, year: number): string | undefined {
  const [, yy, mm, dd] = /^(\d{2})(\d{2})(\d{2})$/.exec(text ?? '') ?? [];
  if (yy === undefined) return undefined;
  const near = year - (year % 100) + Number(yy);
  const full = near - year > 50 ? near - 100 : near - year < -49 ? near + 100 : near;
  const at = dd === '00' ? new Date(Date.UTC(full, Number(mm), 0)) : new Date(Date.UTC(full, Number(mm) - 1, Number(dd)));
  const day = at.toISOString().slice(0, 10);
  return day.slice(0, 7) === `${full}-${mm}` ? day : undefined;
}
