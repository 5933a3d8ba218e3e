import {
  ATTACKS,
  type Demands,
  type Face,
  GRADES,
  OLD_LAYERS,
  type OldLayer,
  FINISH_KINDS,
  STANDINGS,
  TRAFFICS,
} from '@caulkhorn/core/jobs';
import type { ReactNode } from 'react';
import { t, tOf } from '../messages/t';
import { SelectField } from '../shared/ui/field';
import { FigureField } from '../shared/ui/figure-field';
import { parts, useJob } from '../job/job-context';

const UNSAID = '';
/** What may come at a face, each said by one press. */
const EXPOSURES = ['sewerGas', 'chlorine', 'saltWater', 'fuel', 'sun', 'frostSoaked', 'undoable', 'groundGas', 'confined'] as const;
type OneOf = 'traffic' | 'finish' | 'standing' | 'attack' | 'grade';
const ONE_OF: ReadonlySet<keyof Demands> = new Set<OneOf>(['traffic', 'finish', 'standing', 'attack', 'grade']);

/** What the finished face must bear, and what lies on it already. Without a face: what is asked of the whole job. */
export function Asked({ face }: { face?: Face }) {
  const { model, put, putHead, can } = useJob(parts('model', 'put', 'putHead', 'can'));
  const { job } = model;
  const own: Demands = (face ? face.demands : job.demands) ?? {};
  const disabled = !(face ? can('survey') : can('plan'));
  const save = (demands: Demands) => {
    if (face) put('face', { ...face, demands });
    else putHead({ ...job, demands });
  };
  const set = <K extends keyof Demands>(name: K, value: Demands[K] | undefined) => {
    const { [name]: _, ...rest } = own;
    save(value === undefined ? rest : { ...rest, [name]: value });
  };
  const inherited = (name: keyof Demands): string =>
    face && job.demands?.[name] !== undefined ? t('asked.as-job', { value: demandText(name, job.demands[name]) }) : t('asked.not-said');
  const yesNo = (name: 'potable' | 'mustBreathe') => (
    <SelectField
      label={t(`asked.${name}`)}
      disabled={disabled}
      value={own[name] === undefined ? UNSAID : String(own[name])}
      options={[
        { value: UNSAID, label: inherited(name) },
        { value: 'true', label: t('yes') },
        { value: 'false', label: t('no') },
      ]}
      onChange={({ target }) => set(name, target.value === UNSAID ? undefined : target.value === 'true')}
    />
  );
  const oneOf = <K extends OneOf>(name: K, choices: readonly NonNullable<Demands[K]>[]) => (
    <SelectField
      label={tOf(`asked.${name}`)}
      disabled={disabled}
      value={own[name] ?? UNSAID}
      options={[{ value: UNSAID, label: inherited(name) }, ...choices.map((value) => ({ value, label: tOf(`${name}.${value}`) }))]}
      onChange={({ target }) => set(name, (target.value || undefined) as Demands[K])}
    />
  );
  const toggled = (name: (typeof EXPOSURES)[number]): boolean => own[name] ?? (face ? job.demands?.[name] : undefined) ?? false;
  // of a face, "no" where the job says yes must be kept as said
  const toggle = (name: (typeof EXPOSURES)[number]) => set(name, toggled(name) ? (face && job.demands?.[name] ? false : undefined) : true);
  return (
    <details className="mt-4">
      <summary className="py-1 font-semibold">{t(face ? 'asked.of-face' : 'asked.of-job')}</summary>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2.5 max-[719px]:grid-cols-1">
        {oneOf('traffic', TRAFFICS)}
        {oneOf('finish', FINISH_KINDS)}
        {oneOf('standing', STANDINGS)}
        {oneOf('attack', ATTACKS)}
        {oneOf('grade', GRADES)}
        {yesNo('potable')}
        {yesNo('mustBreathe')}
        <FigureField
          label={t('asked.coverWithinH')}
          unit="h"
          value={own.coverWithinH}
          disabled={disabled}
          keep={(hours) => set('coverWithinH', hours)}
        />
        {face ? null : <Ahead />}
      </div>
      <fieldset className="mt-3" disabled={disabled}>
        <legend className="text-[13px] text-soft">{t('asked.comes-at-it')}</legend>
        <div className="flex flex-wrap gap-1.5 pt-1">
          {EXPOSURES.map((name) => (
            <Toggle key={name} isOn={toggled(name)} onToggle={() => toggle(name)}>
              {t(`asked.${name}`)}
            </Toggle>
          ))}
        </div>
        <p className="mt-1 text-[13px] text-soft">{t(face ? 'asked.comes-at-it-why' : 'asked.comes-at-it-job')}</p>
      </fieldset>
      {face ? <OldLayers face={face} disabled={disabled} /> : null}
    </details>
  );
}

function Toggle({ isOn, onToggle, children }: { isOn: boolean; onToggle(): void; children: ReactNode }) {
  return (
    <button
      type="button"
      aria-pressed={isOn}
      onClick={onToggle}
      className={`h-8 rounded-[3px] border px-2 max-[719px]:h-14 ${isOn ? 'border-ink bg-ink text-paper' : 'border-rule-strong hover:bg-sunk'}`}
    >
      {children}
    </button>
  );
}

function demandText(name: keyof Demands, value: Demands[keyof Demands]): string {
  if (typeof value === 'boolean') return t(value ? 'yes' : 'no');
  return ONE_OF.has(name) ? tOf(`${name}.${String(value)}`) : String(value);
}

/** Temperatures that must be reckoned with while the work goes on. */
function Ahead() {
  const { model, putHead, can } = useJob(parts('model', 'putHead', 'can'));
  const { ahead } = model.job;
  const set = (part: Partial<NonNullable<typeof ahead>>) => {
    const next = { minC: ahead?.minC ?? part.minC ?? part.maxC!, maxC: ahead?.maxC ?? part.maxC ?? part.minC!, ...part };
    putHead({ ...model.job, ahead: { minC: Math.min(next.minC, next.maxC), maxC: Math.max(next.minC, next.maxC) } });
  };
  return (
    <>
      <FigureField
        label={t('asked.min-c')}
        unit="°C"
        value={ahead?.minC}
        disabled={!can('plan')}
        keep={(minC) => minC !== undefined && set({ minC })}
      />
      <FigureField
        label={t('asked.max-c')}
        unit="°C"
        value={ahead?.maxC}
        disabled={!can('plan')}
        keep={(maxC) => maxC !== undefined && set({ maxC })}
      />
    </>
  );
}

function OldLayers({ face, disabled }: { face: Face; disabled: boolean }) {
  const { put } = useJob(parts('put'));
  const layers = face.oldLayers ?? [];
  const toggle = (layer: OldLayer) => {
    const { oldLayers: _, ...rest } = face;
    const next = layers.includes(layer) ? layers.filter((each) => each !== layer) : [...layers, layer];
    put('face', next.length > 0 ? { ...rest, oldLayers: next } : rest);
  };
  return (
    <fieldset className="mt-3" disabled={disabled}>
      <legend className="text-[13px] text-soft">{t('asked.old-layers')}</legend>
      <div className="flex flex-wrap gap-1.5 pt-1">
        {OLD_LAYERS.map((layer) => {
          const at = layers.indexOf(layer);
          return (
            <Toggle key={layer} isOn={at >= 0} onToggle={() => toggle(layer)}>
              {at >= 0 ? `${at + 1} ` : ''}
              {t(`old-layer.${layer}`)}
            </Toggle>
          );
        })}
      </div>
      {layers.length > 1 ? <p className="mt-1 text-[13px] text-soft">{t('asked.old-layers-order')}</p> : null}
    </fieldset>
  );
}
