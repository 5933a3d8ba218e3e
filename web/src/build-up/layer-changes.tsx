import { ALTERABLE_LAYERS, type BuildUp, type LayerAlteration, type ReadyStep } from '@caulkhorn/core/jobs';
import type { FacePlan } from '@caulkhorn/core/planning';
import { useState } from 'react';
import { t, tOf } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { parseNumber } from '../shared/numbers';
import { Button } from '../shared/ui/button';
import { SelectField, TextArea, TextField } from '../shared/ui/field';
import { faultText } from '../shared/fault-text';
import { parts, useJob } from '../job/job-context';
import { alterationText } from '../words/alteration-text';

const DOES = ['coats', 'add', 'rate'] as const;

/** Layers made otherwise than the system has them: a third coat where it drinks, mesh all over, more of a render; always with the reason. */
export function LayerChanges({ plan, buildUp, editable }: { plan: FacePlan; buildUp: BuildUp; editable: boolean }) {
  const { put } = useJob(parts('put'));
  const made = buildUp.alterations ?? [];
  const keep = (alterations: LayerAlteration[]) => {
    const { alterations: _, ...rest } = buildUp;
    put('build-up', alterations.length > 0 ? { ...rest, alterations } : rest);
  };
  const readies = buildUp.readies ?? [];
  const leave = (step: ReadyStep) => {
    const { readies: _, ...rest } = buildUp;
    const left = readies.filter((each) => each !== step);
    put('build-up', left.length > 0 ? { ...rest, readies: left } : rest);
  };
  if (plan.layers.length === 0 && made.length + readies.length === 0) return null;
  return (
    <details className="mt-3" open={made.length + readies.length > 0}>
      <summary className="py-1 font-medium max-[719px]:min-h-14">{t('alter.title', { n: made.length + readies.length })}</summary>
      <ul>
        {readies.map((step) => (
          <li key={step} className="flex items-baseline gap-2 border-b border-rule py-1">
            <span className="flex-1">
              <b className="font-medium">{t('alter.ready')}</b> {t(`prepare.${step}`)}
            </span>
            {editable ? (
              <Button size="small" look="quiet" onClick={() => leave(step)}>
                {t('alter.remove')}
              </Button>
            ) : null}
          </li>
        ))}
        {made.map((each, i) => (
          <li key={i} className="flex items-baseline gap-2 border-b border-rule py-1">
            <span className="flex-1">
              <b className="font-medium">{alterationText(each)}</b> {each.reason}
            </span>
            {editable ? (
              <Button size="small" look="quiet" onClick={() => keep(made.filter((other) => other !== each))}>
                {t('alter.remove')}
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
      {plan.findings
        .filter(({ code }) => code === 'thinner-than-sheet')
        .map((found, i) => (
          <p key={i} role="alert" className="font-medium text-iron">
            {faultText({ ...found, values: { layer: tOf(`layer.${String(found.values?.['layer'])}`) } })}
          </p>
        ))}
      {editable ? <NewChange onAdd={(change) => keep([...made, change])} /> : null}
    </details>
  );
}

function NewChange({ onAdd }: { onAdd(change: LayerAlteration): void }) {
  const [what, setWhat] = useState<LayerAlteration['do']>('coats');
  const [layer, setLayer] = useState<LayerAlteration['layer']>('coat');
  const [figure, setFigure] = useState('');
  const [reason, setReason] = useState('');
  const value = parseNumber(figure);
  const hasFigure = what === 'add' || value > 0;
  const add = () => {
    onAdd({ do: what, layer, ...(what === 'add' ? {} : { figure: value }), reason: reason.trim() });
    setFigure('');
    setReason('');
  };
  return (
    <div className="mt-2 grid grid-cols-2 gap-2.5 max-[719px]:grid-cols-1">
      <SelectField
        label={t('alter.what')}
        value={what}
        options={DOES.map((each) => ({ value: each, label: t(`alter.do.${each}`) }))}
        onChange={({ target }) => {
          setWhat(target.value as LayerAlteration['do']);
          if (target.value !== 'add' && layer === 'frost-cover') setLayer('coat');
        }}
      />
      <SelectField
        label={t('alter.layer')}
        value={layer}
        options={ALTERABLE_LAYERS.filter((each) => what === 'add' || each !== 'frost-cover').map((each) => ({
          value: each,
          label: t(`layer.${each}`),
        }))}
        onChange={({ target }) => setLayer(target.value as LayerAlteration['layer'])}
      />
      {what === 'add' ? null : (
        <TextField
          label={t(`alter.figure.${what}`)}
          unit={what === 'rate' ? 'kg/m²' : ''}
          inputMode="decimal"
          placeholder={what === 'coats' ? formatNumber(3, 0) : ''}
          value={figure}
          onChange={({ target }) => setFigure(target.value)}
        />
      )}
      <div className="min-[720px]:col-span-2">
        <TextArea label={t('alter.reason')} value={reason} maxLength={500} onChange={({ target }) => setReason(target.value)} />
      </div>
      <Button size="small" disabled={!hasFigure || reason.trim() === ''} onClick={add}>
        {t('alter.add')}
      </Button>
    </div>
  );
}
