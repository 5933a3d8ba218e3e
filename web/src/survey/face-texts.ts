import { describeFields } from '@caulkhorn/core/fields';
import { FACE_FIELDS, type Face } from '@caulkhorn/core/jobs';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { type Texts, textsFor, withTexts } from '../fields/item-texts';
import { outlineText, readOutline } from './outline-text';
import { readSide, sideValue } from './sides';

const SPECS = describeFields(FACE_FIELDS);
/** Of a face itself, each one text in its form. */
const OWN = [
  ...(['mark', 'name', 'spaceId', 'substrate', 'thicknessMm', 'strengthMPa', 'roughnessFactor'] as const),
  ...(['castOn', 'csp', 'salts', 'screed', 'coatings', 'reach', 'deadLoadKPa'] as const),
] as const;
/** Of where it stands. */
const PLACE = ['xM', 'yM', 'zM', 'headingDeg', 'tiltDeg'] as const;
type Placed = Exclude<(typeof PLACE)[number], 'tiltDeg'>;

/** A face as its form holds it: text, until it can be read. */
export interface FaceTexts extends Texts<(typeof OWN)[number] | (typeof PLACE)[number]> {
  near: string;
  far: string;
  outline: string;
  openings: { text: string }[];
}

export function faceTexts(face: Face, units: UnitSystem): FaceTexts {
  return {
    ...textsFor(OWN, face, SPECS, units),
    ...{
      tiltDeg: '',
      ...(textsFor(placeNames(face), face.placement, placeSpecs(face), units) as Partial<Texts<'tiltDeg'>> & Texts<Placed>),
    },
    near: sideValue(face.near),
    far: sideValue(face.far),
    outline: outlineText(face.outline, units),
    openings: (face.openings ?? []).map((points) => ({ text: outlineText(points, units) })),
  };
}

/** The face as the form now says. What the form does not show, and what nobody touched, stays as exact as it was. */
export function faceFrom(face: Face, texts: FaceTexts, units: UnitSystem): Face {
  const before = faceTexts(face, units);
  const outlines = texts.openings.flatMap(({ text }) => {
    if (text.trim() === '') return [];
    const same = before.openings.findIndex((each) => each.text === text);
    return [same < 0 ? readOutline(text, units) : face.openings![same]!];
  });
  const { openings: _, ...rest } = withTexts(face, pick(texts, OWN), SPECS, units);
  return {
    ...rest,
    near: texts.near === before.near ? face.near : readSide(texts.near),
    far: texts.far === before.far ? face.far : readSide(texts.far),
    placement: withTexts(face.placement, pick(texts, placeNames(face)), placeSpecs(face), units),
    outline: texts.outline === before.outline ? face.outline : readOutline(texts.outline, units),
    ...(outlines.length > 0 ? { openings: outlines } : {}),
  };
}

function placeSpecs({ placement }: Face) {
  const { placement: spec } = SPECS;
  return spec?.type === 'union' ? spec.kinds[placement.kind]! : {};
}

/** A shaft has no tilt. */
const placeNames = (face: Face) => PLACE.filter((name) => name in placeSpecs(face));

function pick<N extends string>(texts: FaceTexts, names: readonly N[]): Texts<N> {
  return Object.fromEntries(names.map((name) => [name, texts[name as keyof FaceTexts]])) as Texts<N>;
}
