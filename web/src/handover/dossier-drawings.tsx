import { drawnSheet } from '@caulkhorn/core/jobs';
import { useMemo } from 'react';
import { paperFor, writeSvg } from '../drawings/write-svg';
import { sheetDrawing } from '../drawings/sheet-drawing';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { useUnits } from '../shared/preferences';
import { Section } from './dossier-faces';

const SCALES = [20, 25, 50, 75, 100, 150, 200, 250, 500, 1000, 2000];
/** What fits across either paper between its margins, mm. */
const WIDTH_MM = 184;
/** With its head above and a line below it on one page. */
const HEIGHT_MM = 205;

/** The sheet as it was released, one drawing a space, each at the largest usual scale that fits the paper. */
export function DrawingsSection({ faceId }: { /** of the one that is told alone */ faceId: string | null }) {
  const { model, revision } = useJob(parts('model', 'revision'));
  const units = useUnits();
  const released = revision?.decided?.sheet;
  const drawings = useMemo(() => {
    const { job, readings } = model;
    const sheet = released ?? drawnSheet(model);
    const { spaces, faces, features } = sheet;
    return [...spaces]
      .sort((a, b) => a.order - b.order)
      .flatMap((space) => {
        const shown = faces.filter((face) => face.spaceId === space.id && (faceId === null || face.id === faceId));
        if (shown.length === 0) return [];
        const ids = new Set(shown.map(({ id }) => id));
        const on = <T extends { faceId: string }>(all: readonly T[]) => all.filter((each) => ids.has(each.faceId));
        const drawing = sheetDrawing({ ...sheet, faces: shown, features: on(features) }, on(readings), units);
        const fits = (scale: number) => {
          const { widthMm, heightMm } = paperFor(drawing, scale);
          return widthMm <= WIDTH_MM && heightMm <= HEIGHT_MM;
        };
        const scale = SCALES.find(fits) ?? SCALES.at(-1)!;
        const lines = [`${job.name} · ${job.site}`, t('dossier.drawn', { datum: job.datum, scale })];
        return [{ space, scale, svg: writeSvg(drawing, scale, { title: space.name, lines }) }];
      });
  }, [model, released, faceId, units]);
  if (drawings.length === 0) return null;
  return (
    <Section title={t('dossier.drawings')}>
      {drawings.map(({ space, scale, svg }) => (
        <img
          key={space.id}
          src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`}
          alt={t('dossier.drawing-of', { space: space.name, scale })}
          className="my-2 max-w-full break-inside-avoid bg-white"
        />
      ))}
      <p className="text-[13px]">{t(released ? 'dossier.drawings-released' : 'dossier.drawings-how')}</p>
    </Section>
  );
}
