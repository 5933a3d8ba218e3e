import { type DossierFace, isShown } from '@caulkhorn/core/proof';
import { t } from '../messages/t';
import { Section } from './dossier-faces';

const GRADES = ['1a', '1b', '2', '3'] as const;

/** What was wanted and what is shown, before anything else: by grade of use, and how many faces are proven. */
export function FrontPage({ faces }: { faces: readonly DossierFace[] }) {
  const coated = faces.filter(({ face }) => face.family !== undefined);
  if (coated.length === 0) return null;
  const shown = coated.filter(({ tests }) => isShown(tests));
  const marks = (of: typeof coated) => of.map(({ face }) => face.mark).join(', ');
  const ungraded = coated.filter(({ face }) => face.grade === undefined);
  return (
    <Section title={t('front.title')}>
      <p className="text-base">
        {shown.length === coated.length
          ? t('front.all-shown', { n: coated.length })
          : t('front.some-shown', { n: shown.length, of: coated.length, marks: marks(coated.filter((each) => !shown.includes(each))) })}
      </p>
      <ul className="mt-1">
        {GRADES.map((grade) => {
          const wanted = coated.filter(({ face }) => face.grade === grade);
          return wanted.length === 0 ? null : (
            <li key={grade}>
              <b>{t('front.grade', { grade: t(`grade.${grade}`), marks: marks(wanted) })}</b>{' '}
              {wanted.every((each) => shown.includes(each)) ? t(`front.states.${grade}`) : t('front.grade-open')}
            </li>
          );
        })}
        {ungraded.length > 0 ? <li>{t('front.no-grade', { marks: marks(ungraded) })}</li> : null}
      </ul>
    </Section>
  );
}
