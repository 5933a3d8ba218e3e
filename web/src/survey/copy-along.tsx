import { type Face, FEATURE_SPECS, type FacePoint, type Feature, copiesAlong, extentOf } from '@caulkhorn/core/jobs';
import { toSystem } from '@caulkhorn/core/quantities';
import { CopyPlus } from 'lucide-react';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { v4 } from 'uuid';
import { t } from '../messages/t';
import { readQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { nextMark } from '../sheet/new-feature';
import { Button } from '../shared/ui/button';
import { SelectField, TextField } from '../shared/ui/field';
import { faultText } from '../shared/fault-text';
import { parts, useJob } from '../job/job-context';

/** The same thing again and again along a joint, a crack or an edge: tie holes, anchors, weep holes, cracks at every bay. */
export function CopyAlong({ feature, face }: { feature: Feature; face: Face }) {
  const { model, put } = useJob(parts('model', 'put'));
  const units = useUnits();
  const lines = useMemo(() => linesOn(face, feature, model.features), [face, feature, model.features]);
  const [chosen, setChosen] = useState('foot');
  const [spacing, setSpacing] = useState('');
  const line = (lines.find(({ id }) => id === chosen) ?? lines[0]!).path;
  const spacingM = readQuantity(spacing, 'm', units);
  const copies = spacingM === undefined ? undefined : copiesAlong(feature.path, line, spacingM, face);
  const paths = copies?.ok ? copies.value : [];

  const copy = () => {
    const { flow: _, ...rest } = feature;
    const made: Feature[] = [];
    for (const path of paths) made.push({ ...rest, id: v4(), mark: nextMark(feature.kind, [...model.features, ...made]), path });
    put('feature', ...made);
    toast(t('copy.done', { n: made.length }));
    setSpacing('');
  };

  return (
    <details className="mt-2">
      <summary className="py-1 font-medium">{t('copy.title')}</summary>
      <div className="grid grid-cols-2 gap-2.5">
        <SelectField
          label={t('copy.line')}
          value={chosen}
          onChange={(event) => setChosen(event.target.value)}
          options={lines.map(({ id, name }) => ({ value: id, label: name }))}
        />
        <TextField
          label={t('copy.spacing')}
          unit={toSystem(1, 'm', units).unit}
          inputMode="decimal"
          value={spacing}
          fault={copies && !copies.ok ? copies.issues.map(faultText).join(' ') : undefined}
          hint={copies?.ok && paths.length === 0 ? t('copy.none') : undefined}
          onChange={(event) => setSpacing(event.target.value)}
        />
      </div>
      <Button className="mt-2 max-[719px]:h-14" disabled={paths.length === 0} onClick={copy}>
        <CopyPlus size={16} /> {paths.length === 0 ? t('copy.title') : t('copy.do', { n: paths.length })}
      </Button>
    </details>
  );
}

/** Lines of the face to go along: its own edges, and every line drawn on it. */
function linesOn(face: Face, feature: Feature, features: readonly Feature[]): { id: string; name: string; path: FacePoint[] }[] {
  const { minU, maxU, minV, maxV } = extentOf(face.outline);
  return [
    { id: 'foot', name: t('copy.foot'), path: [[minU, minV], [maxU, minV]] }, // prettier-ignore
    { id: 'side', name: t('copy.side'), path: [[minU, minV], [minU, maxV]] }, // prettier-ignore
    ...features
      .filter(
        (each) => each.faceId === face.id && each.id !== feature.id && each.path.length > 1 && FEATURE_SPECS[each.kind].shape !== 'area',
      )
      .map((each) => ({ id: each.id, name: `${each.mark} ${t(`feature.${each.kind}`)}`, path: each.path })),
  ];
}
