const M_PER_IN = 0.0254;
const IN_PER_FT = 12;
/** the fraction that a tape of the trade is read to */
const EIGHTHS = 8;

const FRACTION = String.raw`(\d+)\s*/\s*(\d+)`;
const FEET = String.raw`(\d+)\s*(?:'|′|ft|feet|foot)`;
const INCHES = String.raw`(?:(\d+(?:[.,]\d+)?)(?:[\s-]+${FRACTION})?|${FRACTION})\s*(?:"|″|in|inch|inches)?`;
const PATTERN = new RegExp(String.raw`^([+−-]?)\s*${FEET}(?:[\s-]*${INCHES})?$|^([+−-]?)\s*${INCHES}$`, 'i');

/** A length as it is called out on a tape: `7' 6"`, `7 ft 6 1/2 in`, `3/8"`, m; undefined where it is no such thing. A bare number is none. */
export function readFeetInches(text: string): number | undefined {
  const found = PATTERN.exec(text.trim());
  // without a mark of feet or inches it is a plain number, or a fraction of nobody knows what
  if (!found || !/['′"″a-z]/i.test(text)) return undefined;
  const [, footSign, feet, ...rest] = found;
  const [inches, top, bottom, aloneTop, aloneBottom] = feet === undefined ? rest.slice(6) : rest.slice(0, 5);
  const sign = feet === undefined ? rest[5] : footSign;
  const share = (over?: string, under?: string) => (over === undefined || Number(under) === 0 ? 0 : Number(over) / Number(under));
  const whole = Number(feet ?? 0) * IN_PER_FT + Number((inches ?? '0').replace(',', '.'));
  const m = (whole + share(top, bottom) + share(aloneTop, aloneBottom)) * M_PER_IN;
  return sign === '-' || sign === '−' ? -m : m;
}

/** m as feet, inches and eighths: `7′ 6 3/8″`. */
export function feetInches(lengthM: number): string {
  const eighths = Math.round((Math.abs(lengthM) / M_PER_IN) * EIGHTHS);
  const [feet, left] = [Math.floor(eighths / (IN_PER_FT * EIGHTHS)), eighths % (IN_PER_FT * EIGHTHS)];
  const [inches, over] = [Math.floor(left / EIGHTHS), left % EIGHTHS];
  const by = over % 4 === 0 ? 4 : over % 2 === 0 ? 2 : 1;
  const fraction = over === 0 ? '' : `${inches > 0 ? ' ' : ''}${over / by}/${EIGHTHS / by}`;
  const small = inches === 0 && over > 0 ? fraction : `${inches}${fraction}`;
  return `${lengthM < 0 && eighths > 0 ? '−' : ''}${feet > 0 ? `${feet}′ ` : ''}${small}″`;
}
