import type { FieldSpec } from '@caulkhorn/core/fields';
import type { Issue } from '@caulkhorn/core/issues';
import { toSystem } from '@caulkhorn/core/quantities';
import { has, t } from '../messages/t';
import { formatNumber } from '../shared/numbers';
import { SelectField, TextArea, TextField } from '../shared/ui/field';
import { faultText } from '../shared/use-kept-form';
import { NONE, type Draft, type DraftRecord, type Reader, isRecord, textOf } from './draft';
import { RowsField } from './rows-field';

interface FormProps {
  specs: Readonly<Record<string, FieldSpec>>;
  draft: DraftRecord;
  reader: Reader;
  issues: readonly Issue[];
  /** path of this record within the whole input */ path?: string;
  /** names of fields of which one is to be given: none of them may simply be left out */ oneOf?: ReadonlySet<string>;
  onChange(draft: DraftRecord): void;
}

/** The form that follows from a calculator's own fields, nested ones included. */
export function FieldsForm({ specs, draft, path = '', oneOf, onChange, ...rest }: FormProps) {
  return (
    <>
      {Object.entries(specs).map(([name, spec]) => (
        <OneField
          key={name}
          {...rest}
          name={name}
          isOneOf={oneOf?.has(name) ?? false}
          spec={spec}
          draft={draft[name] ?? ''}
          path={path === '' ? name : `${path}.${name}`}
          onChange={(value) => onChange({ ...draft, [name]: value })}
        />
      ))}
    </>
  );
}

function hasDefault(spec: FieldSpec): boolean {
  return 'default' in spec && spec.default !== undefined;
}

export interface OneFieldProps {
  name: string;
  spec: FieldSpec;
  draft: Draft;
  reader: Reader;
  issues: readonly Issue[];
  path: string;
  isOneOf: boolean;
  onChange(draft: Draft): void;
}

function OneField(props: OneFieldProps) {
  const { name, spec, draft, reader, issues, path, onChange } = props;
  const label = t(`field.${name}`);
  const fault = faultAt(issues, path);
  const hint = hintFor(spec, reader);
  const typed = (event: { target: { value: string } }) => onChange(event.target.value);
  // in rows the same hint under every field would drown the figures
  const inRow = path.includes('[');
  const ifEmpty =
    spec.type === 'number' && spec.nullable
      ? t('bench.none-sign', { sign: NONE })
      : spec.required || props.isOneOf || (inRow && !hasDefault(spec))
        ? undefined
        : hint;
  const usual = { label, fault, value: textOf(draft), onChange: typed };
  switch (spec.type) {
    case 'number':
      return <TextField {...usual} unit={unitBeside(label, spec.unit, reader)} inputMode="decimal" placeholder={ifEmpty} />;
    case 'choice':
      return <SelectField {...usual} options={choices(spec.choices, spec)} />;
    case 'flag':
      return <SelectField {...usual} options={choices(['yes', 'no'], spec)} />;
    case 'time':
      return <TextField {...usual} type="datetime-local" hint={ifEmpty} />;
    case 'date':
      return <TextField {...usual} type="date" hint={ifEmpty} />;
    case 'text':
      return <TextField {...usual} placeholder={ifEmpty} />;
    case 'map':
      return (
        <TextArea label={label} value={textOf(draft)} onChange={typed} fault={faultUnder(issues, path)} hint={t('bench.names-hint')} />
      );
    case 'record':
      return (
        <fieldset className="col-span-full border-l-2 border-rule-strong pl-3">
          <legend className="text-[13px] font-semibold">
            {label} {fault ? <span className="font-medium text-iron">{fault}</span> : null}
          </legend>
          <div className="grid grid-cols-2 gap-x-4 gap-y-3 pt-1">
            <FieldsForm
              specs={spec.fields}
              draft={isRecord(draft) ? draft : {}}
              reader={reader}
              issues={issues}
              path={path}
              onChange={onChange}
            />
          </div>
        </fieldset>
      );
    case 'list':
      if (spec.of.type === 'record') return <RowsField {...props} columns={spec.of.fields} />;
      return (
        <div className="col-span-full">
          <TextArea
            label={label}
            unit={spec.of.type === 'number' ? unitText(spec.of.unit, reader) : undefined}
            value={textOf(draft)}
            onChange={typed}
            fault={faultUnder(issues, path)}
            hint={
              spec.of.type === 'choice'
                ? spec.of.choices.map((each) => `${each} = ${t(`value.${each}`)}`).join(', ')
                : t('bench.paste-hint')
            }
          />
        </div>
      );
  }
}

/** "Days (days)" says it twice. */
function unitBeside(label: string, unit: string, reader: Reader): string | undefined {
  return unit === 'day' && /day/i.test(label) ? undefined : unitText(unit, reader);
}

export function unitText(unit: string, { units }: Reader): string | undefined {
  if (unit === 'money') return undefined;
  const shown = toSystem(0, unit, units).unit;
  return has(`unit.${shown}`) ? t(`unit.${shown}`) : shown || undefined;
}

function choices(values: readonly string[], spec: FieldSpec): { value: string; label: string }[] {
  const preset = 'default' in spec ? spec.default : undefined;
  const none = { value: '', label: spec.required ? t('bench.choose') : '' };
  const named = values.map((value) => ({ value, label: value === 'yes' || value === 'no' ? t(value) : t(`value.${value}`) }));
  return preset === undefined || spec.required
    ? [none, ...named]
    : [
        { ...none, label: t('bench.else', { value: preset === true ? t('yes') : preset === false ? t('no') : t(`value.${preset}`) }) },
        ...named,
      ];
}

function hintFor(spec: FieldSpec, { units }: Reader): string {
  if (spec.type === 'number' && spec.default !== undefined) {
    const shown = toSystem(spec.default, spec.unit, units);
    return t('bench.else', { value: formatNumber(shown.value, 4, 0) });
  }
  return spec.type === 'choice' || spec.type === 'flag' ? '' : t('bench.optional');
}

/** What is merely not yet filled in is no fault while someone is still typing. */
const NOT_YET = new Set(['missing', 'one-of-missing', 'empty-list']);

export function faultAt(issues: readonly Issue[], path: string): string | undefined {
  const found = issues.find((each) => each.path === path && !NOT_YET.has(each.code));
  return found && faultText(found);
}

/** The first fault in a list or a map typed as text, with its place in it. */
export function faultUnder(issues: readonly Issue[], path: string): string | undefined {
  const found = issues.find((each) => each.path.startsWith(path) && !NOT_YET.has(each.code));
  if (!found) return undefined;
  const place = found.path.slice(path.length);
  return place === '' ? faultText(found) : `${placeInWords(place)}: ${faultText(found)}`;
}

/** "[2].rhPct" is row 3, humidity. */
export function placeInWords(place: string): string {
  return place
    .replace(/\[(\d+)\]/g, (_, index: string) => `${t('bench.row', { n: Number(index) + 1 })} `)
    .replace(/\.?([A-Za-z]\w*)/g, (_, name: string) => t(`field.${name}`))
    .trim();
}
