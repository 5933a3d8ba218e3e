import { type ReleasedFace, type ReleasedSection, releasedSections } from '@caulkhorn/core/proof';
import { useMemo } from 'react';
import { DetailSection } from '../build-up/detail-section';
import { t, tOf } from '../messages/t';
import { Section } from './dossier-faces';

/** A list of places that nobody reads further. */
const MOST_PLACES = 40;

/** How details were decided to be made: each cut once, to scale, with every place that has it. */
export function SectionsOfDetails({ faces }: { faces: readonly ReleasedFace[] }) {
  const sections = useMemo(() => releasedSections(faces), [faces]);
  if (sections.length === 0) return null;
  return (
    <Section title={t('dossier.sections')}>
      <div className="grid grid-cols-2 gap-x-6 gap-y-4 max-[719px]:grid-cols-1">
        {sections.map((each) => (
          <div key={each.places[0]!.treatment.targetId + each.places[0]!.face.faceId} className="break-inside-avoid">
            <h3 className="font-semibold">{placesText(each.places, faces)}</h3>
            <p className="text-[13px]">{each.steps.map((step) => tOf(`step.${step.do}`)).join(', ')}</p>
            <DetailSection section={each.section} widthPx={330} />
          </div>
        ))}
      </div>
      <p className="mt-1 text-[13px]">{t('dossier.sections-how')}</p>
    </Section>
  );
}

function placesText(places: ReleasedSection['places'], faces: readonly ReleasedFace[]): string {
  const markOf = (id: string) => faces.find(({ faceId }) => faceId === id)?.mark;
  const names = places.map(({ face, treatment: { mark, of, faceIds = [] } }) => {
    if (mark) return `${face.mark} ${mark}`;
    const others = faceIds.filter((id) => id !== face.faceId).flatMap((id) => markOf(id) ?? []);
    const [other] = others;
    const kind = tOf(`junction.${of}`);
    return `${face.mark} ${other ? t('proof.junction-to', { kind, mark: other }) : kind}`;
  });
  const all = [...new Set(names)];
  const rest = all.length - MOST_PLACES;
  return [...all.slice(0, MOST_PLACES), ...(rest > 0 ? [t('proof.more', { n: rest })] : [])].join(', ');
}
