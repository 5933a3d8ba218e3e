import { toSystem } from '@caulkhorn/core/quantities';
import { useState } from 'react';
import { t } from '../../messages/t';
import { fieldText, formatLimit, readQuantity } from '../numbers';
import { useUnits } from '../preferences';
import { TextField } from './field';

interface FigureFieldProps {
  label: string;
  /** SI, or without a unit of its own */ value: number | undefined;
  /** SI unit; shown and typed in the reader's units */ unit?: string;
  /** written beside the label instead of the unit */ unitText?: string;
  min?: number;
  max?: number;
  /** may not be left empty */ isNeeded?: boolean;
  disabled?: boolean;
  placeholder?: string;
  hint?: string;
  /** called when the field is left with another figure than before; undefined when it was emptied */ keep(value: number | undefined): void;
}

/** A figure that is saved as soon as it is left. What cannot be saved stays, with the reason beside it. */
export function FigureField(props: FigureFieldProps) {
  const units = useUnits();
  const { value, unit = '' } = props;
  // another figure from elsewhere, or other units, begin anew
  return <Field key={fieldText(value, unit, units)} {...props} />;
}

function Field({ label, value, unit = '', unitText, min = -Infinity, max = Infinity, isNeeded, keep, ...rest }: FigureFieldProps) {
  const units = useUnits();
  const start = fieldText(value, unit, units);
  const [text, setText] = useState(start);
  const typed = readQuantity(text, unit, units);
  const fault = faultOf();
  return (
    <TextField
      label={label}
      unit={unitText ?? toSystem(1, unit, units).unit}
      inputMode="decimal"
      value={text}
      fault={fault}
      onChange={(event) => setText(event.target.value)}
      onBlur={() => {
        if (fault === undefined && text !== start) keep(typed);
      }}
      {...rest}
    />
  );

  function faultOf(): string | undefined {
    if (typed === undefined) return isNeeded ? t('issue.not-a-number') : undefined;
    if (Number.isNaN(typed)) return t('issue.not-a-number');
    if (typed < min) return t('issue.below-min', { min: formatLimit(min, unit, units) });
    return typed > max ? t('issue.above-max', { max: formatLimit(max, unit, units) }) : undefined;
  }
}
