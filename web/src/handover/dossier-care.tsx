import { AFTER_CARE, type DossierFace, careLooks } from '@caulkhorn/core/proof';
import { t, tOf } from '../messages/t';
import { dayOnly } from '../shared/times';
import { Section } from './dossier-faces';
import { DossierTable } from './dossier-table';

/** Looks further ahead than these stand in the calendar of the bundle. */
const TOLD = 4;

/** What is asked of whoever has the place from now on: when each face is looked at again, and what makes a warranty void. */
export function CareSection({ faces, timeZone }: { faces: readonly DossierFace[]; timeZone: string }) {
  const coated = faces.filter(({ face }) => face.family !== undefined);
  if (coated.length === 0) return null;
  return (
    <Section title={t('aftercare.title')}>
      <DossierTable heads={[t('dossier.col-face'), t('aftercare.look'), t('aftercare.voids')]}>
        {coated.map(({ face, finishedMs }) => {
          const care = AFTER_CARE[face.family!];
          const looks = finishedMs === undefined ? [] : careLooks(face.family!, finishedMs);
          const when = looks.slice(0, TOLD).map((ms) => dayOnly(ms, timeZone));
          return (
            <tr key={face.faceId} className="break-inside-avoid border-b border-rule align-top">
              <td className="py-1 pr-2">
                <b>{face.mark}</b>
              </td>
              <td className="py-1 pr-2">
                {tOf(`care-look.${care.look}`)}: {when.length > 0 ? when.join(', ') : t('aftercare.once-done')}
                {looks.length > TOLD ? ' …' : ''}
              </td>
              <td className="py-1">{care.voids.map((each) => tOf(`voided.${each}`)).join(', ')}</td>
            </tr>
          );
        })}
      </DossierTable>
      <p className="mt-1 text-[13px]">{t('aftercare.how')}</p>
    </Section>
  );
}
