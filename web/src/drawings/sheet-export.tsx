import { drawnSheet } from '@caulkhorn/core/jobs';
import { format } from 'date-fns';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { t } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { saveFile } from '../shared/save-file';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { Dialog } from '../shared/ui/dialog';
import { SelectField } from '../shared/ui/field';
import { parts, useJob } from '../job/job-context';
import { sheetDrawing } from './sheet-drawing';
import { featuresCsv, readingsCsv } from '../exchange/write-csv';
import { paperFor, writeSvg } from './write-svg';
import { trueNow } from '../shared/true-clock';

const FORMATS = ['pdf', 'svg', 'dxf', 'features', 'readings'] as const;
/** ISO 32000-1, Annex C: a page may be 14 400 units of 1/72 inch long. */
const LONGEST_PAGE_MM = (14_400 / 72) * 25.4;
type Format = (typeof FORMATS)[number];
const SCALES = [10, 20, 25, 50, 100, 200, 500];
/** Full size, or a table: no paper. */
const WITHOUT_SCALE: ReadonlySet<Format> = new Set(['dxf', 'features', 'readings']);

/** The sheet as a drawing to scale, or the survey as tables, in formats that other programs read. */
export function SheetExport({ open, onOpenChange }: { open: boolean; onOpenChange(open: boolean): void }) {
  const { model } = useJob(parts('model'));
  const units = useUnits();
  const [chosen, setChosen] = useState<Format>('pdf');
  const [scale, setScale] = useState(100);
  const [isBusy, setBusy] = useState(false);
  const drawing = useMemo(() => sheetDrawing(drawnSheet(model), model.readings, units), [model, units]);
  const paper = paperFor(drawing, scale);
  const isTooLong = chosen === 'pdf' && Math.max(paper.widthMm, paper.heightMm) > LONGEST_PAGE_MM;

  const save = async () => {
    const day = format(trueNow(), 'yyyy-MM-dd');
    const name = `${model.job.name.replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-|-$/g, '')}-${day}`;
    const title = {
      title: model.job.name,
      lines: [model.job.site, t('export.datum', { datum: model.job.datum }), t('export.scale-line', { scale, day })],
    };
    if (chosen === 'features') return saveFile(`${name}-features.csv`, featuresCsv(model), 'text/csv;charset=utf-8');
    if (chosen === 'readings') return saveFile(`${name}-readings.csv`, readingsCsv(model), 'text/csv;charset=utf-8');
    if (chosen === 'svg') return saveFile(`${name}.svg`, writeSvg(drawing, scale, title), 'image/svg+xml');
    if (chosen === 'dxf') {
      const [{ writeDxf }, library] = await Promise.all([import('./write-dxf'), import('@tarikjabiri/dxf')]);
      return saveFile(`${name}.dxf`, writeDxf(drawing, library), 'image/vnd.dxf');
    }
    const { writePdf } = await import('./write-pdf');
    return saveFile(`${name}.pdf`, await writePdf(writeSvg(drawing, scale, title), paper, model.job.name));
  };

  const run = () => {
    setBusy(true);
    void save()
      .then(
        () => onOpenChange(false),
        () => toast.error(t('export.failed')),
      )
      .finally(() => setBusy(false));
  };

  return (
    <Dialog open={open} onOpenChange={onOpenChange} title={t('export.title')}>
      <div className="flex flex-col gap-3">
        <fieldset className="flex flex-col">
          <legend className="mb-1 font-semibold">{t('export.format')}</legend>
          {FORMATS.map((each) => (
            <label key={each} className="flex min-h-9 items-center gap-2 border-b border-rule max-[719px]:min-h-14">
              <input
                type="radio"
                name="format"
                className="size-4 accent-[var(--water)]"
                checked={chosen === each}
                onChange={() => setChosen(each)}
              />
              <span className="w-28 font-medium">{t(`export.${each}`)}</span>
              <span className="min-w-0 flex-1 text-[13px] text-soft">{t(`export.${each}-what`)}</span>
            </label>
          ))}
        </fieldset>
        {WITHOUT_SCALE.has(chosen) ? null : (
          <SelectField
            label={t('export.scale')}
            value={String(scale)}
            onChange={(event) => setScale(Number(event.target.value))}
            options={SCALES.map((each) => ({ value: String(each), label: `1 : ${each}` }))}
            hint={t('export.paper', { width: formatNumber(paper.widthMm, 0), height: formatNumber(paper.heightMm, 0) })}
            fault={isTooLong ? t('export.too-long') : undefined}
          />
        )}
        <div className="flex justify-end gap-2">
          <Button onClick={() => onOpenChange(false)}>{t('cancel')}</Button>
          <Button look="solid" disabled={isBusy || isTooLong} onClick={run}>
            {t(isBusy ? 'export.busy' : 'export.do')}
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
