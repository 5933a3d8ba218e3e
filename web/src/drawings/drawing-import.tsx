import { FaceDto, checkShape } from '@caulkhorn/contract';
import { type Drawing, type DrawingUnit, METRES_PER, type Outline, layersOf, outlinesOf } from '@caulkhorn/core/exchange';
import { type Issue, issue } from '@caulkhorn/core/issues';
import { type Face, MASONRY, type Space, type WaterBody, checkItem, extentOf, lookupIn } from '@caulkhorn/core/jobs';
import { toSystem } from '@caulkhorn/core/quantities';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { v4 } from 'uuid';
import { t } from '../messages/t';
import { formatQuantity, parseNumber, readQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { Dialog } from '../shared/ui/dialog';
import { FaultList } from '../shared/ui/fault-list';
import { FileField } from '../shared/ui/file-field';
import { SelectField, TextField } from '../shared/ui/field';
import { nextMarks, placeForNext } from './room-place';
import { substrateChoices } from '../words/substrate-choices';
import { parts, useJob } from '../job/job-context';
import { facesFromOutlines } from './faces-from-outlines';
import { useDrawingFile } from './use-drawing-file';

/** Outlines of faces from a DXF or SVG file: layer, unit and scale are chosen, what comes of it is shown, and all goes in or nothing. */
export function DrawingImport({ open, onOpenChange }: { open: boolean; onOpenChange(open: boolean): void }) {
  const { state, take, clear } = useDrawingFile();
  const close = () => {
    clear();
    onOpenChange(false);
  };
  return (
    <Dialog open={open} onOpenChange={(next) => (next ? onOpenChange(true) : close())} title={t('drawing.title')} wide>
      <div className="flex flex-col gap-3">
        <p>{t('drawing.how')}</p>
        <FileField label={t('drawing.file')} accept=".dxf,.svg" onFile={(file) => take(file)} />
        {state.kind === 'reading' ? (
          <p role="status" className="flex items-center gap-3">
            {t('drawing.reading', { name: state.name })}
            <Button size="small" onClick={clear}>
              {t('drawing.stop')}
            </Button>
          </p>
        ) : null}
        {state.kind === 'refused' ? <FaultList title={t('drawing.refused')} issues={state.issues} /> : null}
        {state.kind === 'read' ? <Choices key={state.name} drawing={state.drawing} done={close} /> : null}
      </div>
    </Dialog>
  );
}

const UNITS = Object.keys(METRES_PER) as DrawingUnit[];

function Choices({ drawing, done }: { drawing: Drawing; done(): void }) {
  const { model, put } = useJob(parts('model', 'put'));
  const units = useUnits();
  const layers = useMemo(() => layersOf(drawing), [drawing]);
  const [texts, setTexts] = useState({
    layer: layers[0] ?? '',
    unit: (drawing.unit ?? '') as DrawingUnit | '',
    scale: '1',
    kind: 'wall' as 'wall' | 'slab',
    space: '',
    level: '',
    thickness: units === 'metric' ? '300' : '12',
    substrate: '',
  });
  const set = (part: Partial<typeof texts>) => setTexts({ ...texts, ...part });
  const scale = parseNumber(texts.scale);
  const metresPerUnit = texts.unit && scale > 0 ? METRES_PER[texts.unit] * scale : undefined;
  const outlines = useMemo(
    () => (metresPerUnit === undefined || texts.layer === '' ? null : outlinesOf(drawing, texts.layer, metresPerUnit)),
    [drawing, texts.layer, metresPerUnit],
  );
  const [issues, setIssues] = useState<readonly Issue[]>([]);
  const skipped = Object.entries(drawing.notRead).map(([what, n]) => `${what} × ${n}`);

  const save = () => {
    if (!outlines?.ok) return;
    const levelM = readQuantity(texts.level, 'm', units);
    const thicknessMm = readQuantity(texts.thickness, 'mm', units);
    if (levelM === undefined || Number.isNaN(levelM)) return setIssues([issue('level-wanted', '')]);
    if (texts.substrate === '') return setIssues([issue('material-wanted', '')]);
    const space: Space = {
      id: v4(),
      name: texts.space.trim() || t('room.unnamed', { n: model.spaces.length + 1 }),
      order: model.spaces.length,
    };
    const known = model.waterBodies.find(({ kind }) => kind === 'ground');
    const ground: WaterBody = known ?? { id: v4(), name: t('water.ground'), kind: 'ground', densityKgM3: 1000 };
    const shapes = facesFromOutlines(outlines.value, { kind: texts.kind, levelM, ...placeForNext(model) });
    const marks = nextMarks(model.faces, shapes.length);
    const faces = shapes.map((shape, i): Face => ({
      id: v4(),
      spaceId: space.id,
      mark: marks[i]!,
      name: t('room.face', { room: space.name, kind: t(`face-kind.${shape.kind}`), n: i + 1 }),
      ...shape,
      thicknessMm: thicknessMm ?? NaN,
      substrate: texts.substrate as Face['substrate'],
      strengthMPa: MASONRY.includes(texts.substrate as Face['substrate']) ? 0 : 30,
      roughnessFactor: 1.1,
      near: { kind: 'room' },
      far: { kind: 'ground', waterBodyId: ground.id },
      order: i,
    }));
    const lookup = lookupIn({ ...model, spaces: [...model.spaces, space], waterBodies: [...model.waterBodies, ground] });
    const found = faces.flatMap((face, i) => {
      const shape = checkShape(FaceDto, face);
      return (shape.ok ? checkItem('face', face, lookup) : shape.issues).map((each) => ({ ...each, path: `${i + 1} ${each.path}` }));
    });
    if (found.length > 0) return setIssues(found);
    put('space', space);
    if (!known) put('water-body', ground);
    put('face', ...faces);
    toast(t('room.added', { n: faces.length }));
    done();
  };

  if (layers.length === 0) return <FaultList title={t('drawing.refused')} issues={[issue('drawing-without-lines', '')]} />;
  const metre = toSystem(1, 'm', units).unit;
  return (
    <>
      <div className="grid grid-cols-3 gap-2.5 max-[719px]:grid-cols-2">
        <SelectField
          label={t('drawing.layer')}
          value={texts.layer}
          onChange={(event) => set({ layer: event.target.value })}
          options={layers.map((layer) => ({ value: layer, label: layer }))}
        />
        <SelectField
          label={t('drawing.unit')}
          value={texts.unit}
          onChange={(event) => set({ unit: event.target.value as DrawingUnit })}
          options={[
            ...(texts.unit ? [] : [{ value: '', label: t('drawing.unit-wanted') }]),
            ...UNITS.map((unit) => ({ value: unit, label: unit })),
          ]}
          hint={drawing.unit ? t('drawing.unit-said') : t('drawing.unit-unsaid')}
        />
        <TextField
          label={t('drawing.scale')}
          inputMode="decimal"
          value={texts.scale}
          fault={scale > 0 ? undefined : t('issue.not-above', { above: 0 })}
          hint={t('drawing.scale-hint')}
          onChange={(event) => set({ scale: event.target.value })}
        />
      </div>
      {skipped.length > 0 ? <p className="text-[13px] text-soft">{t('drawing.not-read', { what: skipped.join(', ') })}</p> : null}
      {outlines && !outlines.ok ? <FaultList title={t('drawing.refused')} issues={outlines.issues} /> : null}
      {outlines?.ok ? (
        <>
          <OutlineSketch outlines={outlines.value} />
          <div className="grid grid-cols-3 gap-2.5 max-[719px]:grid-cols-2">
            <SelectField
              label={t('drawing.drawn-as')}
              value={texts.kind}
              onChange={(event) => set({ kind: event.target.value as 'wall' | 'slab' })}
              options={(['wall', 'slab'] as const).map((kind) => ({ value: kind, label: t(`drawing.as-${kind}`) }))}
            />
            <TextField label={t('room.name')} value={texts.space} onChange={(event) => set({ space: event.target.value })} />
            <TextField
              label={t(texts.kind === 'wall' ? 'drawing.foot' : 'drawing.level')}
              unit={metre}
              inputMode="decimal"
              value={texts.level}
              onChange={(event) => set({ level: event.target.value })}
            />
            <SelectField
              label={t('face.substrate')}
              value={texts.substrate}
              onChange={(event) => set({ substrate: event.target.value })}
              options={substrateChoices()}
            />
            <TextField
              label={t('field.thicknessMm')}
              unit={toSystem(1, 'mm', units).unit}
              inputMode="decimal"
              value={texts.thickness}
              onChange={(event) => set({ thickness: event.target.value })}
            />
          </div>
          {issues.length > 0 ? <FaultList title={t('drawing.refused')} issues={issues} /> : null}
          <div className="flex justify-end gap-2">
            <Button onClick={done}>{t('cancel')}</Button>
            <Button look="solid" onClick={save}>
              {t('drawing.add', { n: outlines.value.length })}
            </Button>
          </div>
        </>
      ) : null}
    </>
  );
}

const MOST_NUMBERED = 60;

/** What the file gives, as it will be: numbered, openings cut out, the size of the whole beside it. */
function OutlineSketch({ outlines }: { outlines: readonly Outline[] }) {
  const units = useUnits();
  const { minU, maxU, minV, maxV } = extentOf(outlines.flatMap(({ outline }) => outline));
  const [wide, high] = [maxU - minU, maxV - minV];
  const margin = Math.max(wide, high) * 0.03;
  const path = (points: Outline['outline']) => `M${points.map(([u, v]) => `${u} ${-v}`).join('L')}Z`;
  return (
    <figure>
      <svg
        viewBox={`${minU - margin} ${-maxV - margin} ${wide + 2 * margin} ${high + 2 * margin}`}
        className="max-h-56 w-full rounded-[3px] bg-sunk"
        role="img"
        aria-label={t('drawing.sketch', { n: outlines.length })}
      >
        {outlines.map(({ outline, openings }, i) => (
          <path
            key={i}
            d={[outline, ...openings].map(path).join('')}
            fillRule="evenodd"
            fill="var(--water-soft)"
            stroke="var(--ink)"
            strokeWidth={1.5}
            vectorEffect="non-scaling-stroke"
          />
        ))}
        {outlines.slice(0, MOST_NUMBERED).map(({ outline }, i) => {
          const box = extentOf(outline);
          return (
            <text
              key={i}
              x={(box.minU + box.maxU) / 2}
              y={-(box.minV + box.maxV) / 2}
              fontSize={Math.max(wide, high) * 0.035}
              textAnchor="middle"
              dominantBaseline="middle"
              fill="var(--ink)"
            >
              {i + 1}
            </text>
          );
        })}
      </svg>
      <figcaption className="mt-1 text-[13px] text-soft">
        {t('drawing.size', {
          n: outlines.length,
          width: formatQuantity(wide, 'm', units),
          height: formatQuantity(high, 'm', units),
        })}
      </figcaption>
    </figure>
  );
}
