import type { FieldSpec } from '@caulkhorn/core/fields';
import type { Issue } from '@caulkhorn/core/issues';
import { toSystem } from '@caulkhorn/core/quantities';
import { t, tOf } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { SelectField, TextArea, TextField } from '../shared/ui/field';
import { NONE, type Draft, type DraftRecord, type Reader, isRecord, textOf } from './draft';
import { faultAt, faultUnder, ownWords, unitText } from './field-words';
import { RowsField } from './rows-field';

interface FormProps {
  specs: Readonly<Record<string, FieldSpec>>;
  draft: DraftRecord;
  reader: Reader;
  issues: readonly Issue[];
  /** path of this record within the whole input */ path?: string;
  /** area of the catalogue that holds words of this form's own */ words?: string;
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

interface OneFieldProps {
  name: string;
  spec: FieldSpec;
  draft: Draft;
  reader: Reader;
  issues: readonly Issue[];
  path: string;
  isOneOf: boolean;
  words?: string;
  onChange(draft: Draft): void;
}

function OneField(props: OneFieldProps) {
  const { name, spec, draft, reader, issues, path, words, onChange } = props;
  const label = ownWords('field', name, words);
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
      return <SelectField {...usual} options={choices(spec.choices, spec, words)} />;
    case 'flag':
      return <SelectField {...usual} options={choices(['yes', 'no'], spec, words)} />;
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
              words={words}
              onChange={onChange}
            />
          </div>
        </fieldset>
      );
    case 'list':
      if (spec.of.type === 'record') {
        const columns = spec.of.fields;
        return (
          <RowsField {...props} columns={columns}>
            {(row, at, change) => <FieldsForm specs={columns} draft={row} reader={reader} issues={issues} path={at} onChange={change} />}
          </RowsField>
        );
      }
      if (spec.distinct && spec.of.type === 'choice')
        return (
          <ChoiceSet
            label={label}
            fault={faultUnder(issues, path)}
            choices={spec.of.choices.map((value) => ({ value, label: ownWords('value', value, words) }))}
            value={textOf(draft)}
            onChange={onChange}
          />
        );
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
                ? spec.of.choices.map((each) => `${each} = ${tOf(`value.${each}`)}`).join(', ')
                : t('bench.paste-hint')
            }
          />
        </div>
      );
  }
}

interface ChoiceSetProps {
  label: string;
  fault?: string;
  choices: readonly { value: string; label: string }[];
  /** what is chosen, parted by spaces, as it could be typed */ value: string;
  onChange(value: string): void;
}

/** Any of some, each pressed or not. */
function ChoiceSet({ label, fault, choices, value, onChange }: ChoiceSetProps) {
  const chosen = value.split(/[\s;]+/).filter(Boolean);
  const toggle = (each: string) => (chosen.includes(each) ? chosen.filter((other) => other !== each) : [...chosen, each]);
  return (
    <fieldset className="col-span-full">
      <legend className="text-[13px] text-soft">{label}</legend>
      <div className="flex flex-wrap gap-1.5 pt-1">
        {choices.map((each) => (
          <button
            key={each.value}
            type="button"
            aria-pressed={chosen.includes(each.value)}
            onClick={() => onChange(toggle(each.value).join('  '))}
            className={`min-h-8 rounded-[3px] border px-2 text-left max-[719px]:min-h-14 ${chosen.includes(each.value) ? 'border-ink bg-ink text-paper' : 'border-rule-strong hover:bg-sunk'}`}
          >
            {each.label}
          </button>
        ))}
      </div>
      {fault ? (
        <p role="alert" className="text-[13px] font-medium text-iron">
          {fault}
        </p>
      ) : null}
    </fieldset>
  );
}

/** "Days (days)" says it twice. */
function unitBeside(label: string, unit: string, reader: Reader): string | undefined {
  return unit === 'day' && /day/i.test(label) ? undefined : unitText(unit, reader);
}

function choices(values: readonly string[], spec: FieldSpec, words: string | undefined): { value: string; label: string }[] {
  const preset = 'default' in spec ? spec.default : undefined;
  const none = { value: '', label: spec.required ? t('bench.choose') : '' };
  const named = values.map((value) => ({ value, label: value === 'yes' || value === 'no' ? t(value) : ownWords('value', value, words) }));
  return preset === undefined || spec.required
    ? [none, ...named]
    : [
        { ...none, label: t('bench.else', { value: preset === true ? t('yes') : preset === false ? t('no') : tOf(`value.${preset}`) }) },
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
