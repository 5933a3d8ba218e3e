import { describeFields } from '@caulkhorn/core/fields';
import { FEATURE_FIELDS, FEATURE_SPECS, type FacePoint, type Feature, type FeatureField, type MeasuredFlow } from '@caulkhorn/core/jobs';
import { type UnitSystem, toSystem } from '@caulkhorn/core/quantities';
import { type Texts, textsFor, withTexts } from '../fields/item-texts';
import { fieldText, readQuantity } from '../shared/numbers';

const SPECS = describeFields(FEATURE_FIELDS);
/** Measured by whoever surveys, and kept as typed beside the millimetres. */
export const MEASURES = ['widthMm', 'movementMm', 'diameterMm', 'depthMm'] as const;
const ALWAYS = ['mark', 'wetState', 'note'] as const;
const BY_KIND = ['movement', 'pipe', ...MEASURES] as const;
export type Measure = (typeof MEASURES)[number];
type Own = (typeof ALWAYS)[number] | (typeof BY_KIND)[number];

/** A feature as its form holds it: text, until it can be read. */
export interface FeatureTexts extends Texts<Own> {
  pastLeakage: boolean;
  flowBy: 'none' | 'drips' | 'bucket';
  dripsPerMin: string;
  volumeMl: string;
  seconds: string;
  path: { u: string; v: string }[];
}

export function hasField({ kind }: Pick<Feature, 'kind'>, field: FeatureField): boolean {
  const { needs, may } = FEATURE_SPECS[kind];
  return needs.includes(field) || may.includes(field);
}

export function textsOf(feature: Feature, units: UnitSystem): FeatureTexts {
  const { flow, typed } = feature;
  const texts = textsFor([...ALWAYS, ...BY_KIND], feature, SPECS, units);
  const asTyped = MEASURES.filter((name) => typed?.[name]?.unit === unitOf(units)).map((name) => [name, typed![name]!.text]);
  return {
    ...texts,
    ...(Object.fromEntries(asTyped) as Partial<typeof texts>),
    pipe: texts.pipe || 'rigid',
    pastLeakage: feature.pastLeakage ?? false,
    flowBy: !flow ? 'none' : flow.dripsPerMin === undefined ? 'bucket' : 'drips',
    dripsPerMin: fieldText(flow?.dripsPerMin, '', units),
    volumeMl: fieldText(flow?.volumeMl, '', units),
    seconds: fieldText(flow?.seconds, '', units),
    path: feature.path.map(([u, v]) => ({ u: fieldText(u, 'm', units), v: fieldText(v, 'm', units) })),
  };
}

/** The feature as the form now says; what the form does not show stays as it was. A number that cannot be read stays NaN, for the check to refuse. */
export function featureFrom(feature: Feature, texts: FeatureTexts, units: UnitSystem, now: string): Feature {
  const before = textsOf(feature, units);
  const path = texts.path.map((point, i): FacePoint => {
    const same = point.u === before.path[i]?.u && point.v === before.path[i]?.v;
    return same ? feature.path[i]! : [readQuantity(point.u, 'm', units) ?? NaN, readQuantity(point.v, 'm', units) ?? NaN];
  });
  const own = [...ALWAYS, ...BY_KIND.filter((name) => hasField(feature, name))];
  const edited = own.filter((name) => texts[name] !== before[name]);
  const { flow: _, pastLeakage: _before, typed: _typed, ...rest } = withTexts(feature, pick(texts, edited), SPECS, units);
  const typed = { ...feature.typed };
  for (const name of MEASURES.filter((each) => edited.includes(each))) {
    if (texts[name].trim() === '') delete typed[name];
    else typed[name] = { text: texts[name].slice(0, 40), unit: unitOf(units) };
  }
  const flow = flowFrom(feature, texts, before, now);
  return {
    ...rest,
    path,
    // a kind that has a pipe says which, as its form shows it
    ...(hasField(feature, 'pipe') ? { pipe: texts.pipe as Feature['pipe'] } : {}),
    ...(flow ? { flow } : {}),
    ...(texts.pastLeakage ? { pastLeakage: true } : {}),
    ...(Object.keys(typed).length > 0 ? { typed } : {}),
  };
}

const unitOf = (units: UnitSystem): string => toSystem(1, 'mm', units).unit;

function pick<N extends Own>(texts: FeatureTexts, names: readonly N[]): Texts<N> {
  return Object.fromEntries(names.map((name) => [name, texts[name]])) as Texts<N>;
}

/** Water caught, dated when its figures were last typed; none until the first figure is there. */
function flowFrom(feature: Feature, texts: FeatureTexts, before: FeatureTexts, now: string): MeasuredFlow | undefined {
  const names = texts.flowBy === 'drips' ? (['dripsPerMin'] as const) : texts.flowBy === 'bucket' ? (['volumeMl', 'seconds'] as const) : [];
  if (names.every((name) => texts[name].trim() === '')) return undefined;
  const same = texts.flowBy === before.flowBy && names.every((name) => texts[name] === before[name]);
  if (same) return feature.flow;
  const read = names.map((name) => [name, readQuantity(texts[name], '', 'metric')] as const).filter(([, value]) => value !== undefined);
  return { at: now, ...Object.fromEntries(read) };
}
