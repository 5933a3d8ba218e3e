import { type Face, type Junction, type JunctionEdit, JUNCTION_KINDS } from '@caulkhorn/core/jobs';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { SelectField } from '../shared/ui/field';
import { FigureField } from '../shared/ui/figure-field';
import { parts, useJob, usePlanning } from '../job/job-context';

/** How a face meets the others, as found from the outlines, and what someone saw instead. */
export function JunctionList({ face, editable }: { face: Face; editable: boolean }) {
  const { model, put } = useJob(parts('model', 'put'));
  const { junctions } = usePlanning().plan;
  const marks = new Map(model.faces.map(({ id, mark }) => [id, mark]));
  const markOf = ([one, two]: readonly string[]) => marks.get((one === face.id ? two : one) ?? '') ?? '';
  const own = junctions
    .filter(({ faceIds }) => faceIds.includes(face.id))
    .sort((a, b) => markOf(a.faceIds).localeCompare(markOf(b.faceIds), 'en', { numeric: true }));
  const absent = model.faces
    .flatMap(({ junctionEdits = [] }) => junctionEdits.filter(({ isAbsent }) => isAbsent))
    .map(({ junctionId }) => ({ junctionId, faceIds: junctionId.split('~').map((end) => end.split('.')[0]!) }))
    .filter(({ faceIds }) => faceIds.includes(face.id));

  const edit = (junctionId: string, change: Partial<JunctionEdit> | null) => {
    // what was seen is kept with the first of the two
    const keeper = model.faces.find(({ id }) => junctionId.startsWith(`${id}.`)) ?? face;
    const { junctionEdits = [], ...rest } = keeper;
    const before = junctionEdits.find((each) => each.junctionId === junctionId);
    const others = junctionEdits.filter((each) => each.junctionId !== junctionId);
    const edits = change === null ? others : [...others, { ...before, junctionId, ...change }];
    put('face', edits.length > 0 ? { ...rest, junctionEdits: edits } : rest);
  };

  return (
    <>
      <h3 className="mt-4 mb-1 font-semibold">{t('face.junctions')}</h3>
      {own.length === 0 ? <p className="text-soft">{t('face.no-junctions')}</p> : null}
      {own.map((junction) => (
        <JunctionRow key={junction.id} junction={junction} face={face} editable={editable} edit={(change) => edit(junction.id, change)} />
      ))}
      {absent.map(({ junctionId, faceIds }) => (
        <p key={junctionId} className="flex items-center gap-2 border-b border-rule py-1 text-soft">
          <span className="flex-1">{t('junction.apart', { mark: markOf(faceIds) })}</span>
          {editable ? (
            <Button size="small" look="quiet" className="max-[719px]:h-14" onClick={() => edit(junctionId, null)}>
              {t('junction.bring-back')}
            </Button>
          ) : null}
        </p>
      ))}
    </>
  );
}

interface RowProps {
  junction: Junction;
  face: Face;
  editable: boolean;
  edit(change: Partial<JunctionEdit>): void;
}

function JunctionRow({ junction, face, editable, edit }: RowProps) {
  const { model } = useJob(parts('model'));
  const units = useUnits();
  const otherId = junction.faceIds[0] === face.id ? junction.faceIds[1] : junction.faceIds[0];
  const other = model.faces.find(({ id }) => id === otherId);
  const name = `${t(`junction.${junction.kind}`)} ${t('junction.with', { mark: other?.mark ?? '' })}, ${Math.round(junction.angleDeg)}°`;
  const head = (
    <>
      <span className="flex-1 text-soft">{name}</span>
      <span className="font-semibold whitespace-nowrap">{formatQuantity(junction.lengthM, 'm', units)}</span>
    </>
  );
  if (!editable) return <p className="flex items-baseline gap-3 border-b border-rule py-1.5">{head}</p>;
  return (
    <details className="border-b border-rule">
      <summary className="flex cursor-pointer items-baseline gap-3 py-1.5 hover:bg-sunk" title={t('junction.edit')}>
        {head}
      </summary>
      <div className="grid grid-cols-2 gap-2.5 pb-2">
        <SelectField
          label={t('junction.is')}
          value={junction.kind}
          onChange={(event) => edit({ kind: event.target.value as Junction['kind'] })}
          options={JUNCTION_KINDS.map((kind) => ({ value: kind, label: t(`junction.${kind}`) }))}
        />
        <FigureField
          label={t('junction.length')}
          value={junction.lengthM}
          unit="m"
          min={0.01}
          max={LONGEST_M}
          isNeeded
          keep={(lengthM) => edit({ lengthM: lengthM! })}
        />
        <FigureField
          label={t('junction.angle')}
          value={Math.round(junction.angleDeg * 10) / 10}
          unit="°"
          min={1}
          max={359}
          isNeeded
          keep={(angleDeg) => edit({ angleDeg: angleDeg! })}
        />
        <label className="col-span-2 flex items-center gap-2 max-[719px]:min-h-14">
          <input type="checkbox" className="size-4 accent-[var(--water)]" checked={false} onChange={() => edit({ isAbsent: true })} />
          {t('junction.absent')}
        </label>
      </div>
    </details>
  );
}

const LONGEST_M = 10_000;
