import {
  FEATURE_SPECS,
  type FacePoint,
  type Feature,
  type FeatureField,
  type MeasuredFlow,
  type TypedQuantities,
} from '@caulkhorn/core/jobs';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { toSystem } from '@caulkhorn/core/quantities';
import { fieldText, readQuantity } from '../shared/numbers';

export const MEASURES = ['widthMm', 'movementMm', 'diameterMm', 'depthMm'] as const;
export type Measure = (typeof MEASURES)[number];

/** A feature as its form holds it: text, until it can be read. */
export interface FeatureTexts extends Record<Measure, string> {
  mark: string;
  wetState: string;
  movement: string;
  pipe: string;
  pastLeakage: boolean;
  note: string;
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
  const text = (name: Measure) => {
    const typed = feature.typed?.[name];
    return typed && typed.unit === toSystem(1, 'mm', units).unit ? typed.text : fieldText(feature[name], 'mm', units);
  };
  const { flow } = feature;
  return {
    mark: feature.mark,
    wetState: feature.wetState,
    widthMm: text('widthMm'),
    movementMm: text('movementMm'),
    diameterMm: text('diameterMm'),
    depthMm: text('depthMm'),
    movement: feature.movement ?? 'static',
    pipe: feature.pipe ?? 'rigid',
    pastLeakage: feature.pastLeakage ?? false,
    note: feature.note ?? '',
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
  const unit = toSystem(1, 'mm', units).unit;
  const typed: TypedQuantities = { ...feature.typed };
  const measured = MEASURES.filter((name) => hasField(feature, name)).map((name): [Measure, number | undefined] => {
    if (texts[name] === before[name]) return [name, feature[name]];
    const value = readQuantity(texts[name], 'mm', units);
    if (value === undefined) delete typed[name];
    else typed[name] = { text: texts[name].slice(0, 40), unit };
    return [name, value];
  });
  const note = texts.note.trim();
  const flow = flowFrom(feature, texts, before, now);
  const shown = new Set<string>([...measured.map(([name]) => name), 'flow', 'pastLeakage', 'note', 'typed']);
  const untouched = Object.fromEntries(Object.entries(feature).filter(([name]) => !shown.has(name))) as Omit<
    Feature,
    'flow' | 'pastLeakage' | 'note' | 'typed'
  >;
  return {
    ...untouched,
    mark: texts.mark.trim(),
    path,
    wetState: texts.wetState as Feature['wetState'],
    ...(Object.fromEntries(measured.filter(([, value]) => value !== undefined)) as Partial<Record<Measure, number>>),
    ...(hasField(feature, 'movement') ? { movement: texts.movement as Feature['movement'] } : {}),
    ...(hasField(feature, 'pipe') ? { pipe: texts.pipe as Feature['pipe'] } : {}),
    ...(flow ? { flow } : {}),
    ...(texts.pastLeakage ? { pastLeakage: true } : {}),
    ...(note ? { note } : {}),
    ...(Object.keys(typed).length > 0 ? { typed } : {}),
  };
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
