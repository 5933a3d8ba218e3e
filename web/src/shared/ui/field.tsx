import {
  type InputEvent,
  type InputHTMLAttributes,
  type ReactNode,
  type SelectHTMLAttributes,
  type TextareaHTMLAttributes,
  useId,
} from 'react';

import { mayBecomeFigure } from '../numbers';

const CONTROL =
  'w-full min-w-0 rounded-[3px] border bg-raised px-2 h-9 text-ink placeholder:text-soft max-[719px]:h-14 max-[719px]:text-base disabled:opacity-60';

interface FrameProps {
  label: string;
  unit?: string;
  fault?: string;
  hint?: string;
}

/** A label, its control and, beside them, what is wrong. The fault is announced and tied to the control. */
function Frame({ label, unit, fault, hint, id, children }: FrameProps & { id: string; children: ReactNode }) {
  return (
    <div className="flex min-w-0 flex-col gap-1">
      <label htmlFor={id} className="text-[13px] text-soft">
        {label}
        {unit ? <span> ({unit})</span> : null}
      </label>
      {children}
      {hint && !fault ? <p className="text-[13px] text-soft">{hint}</p> : null}
      {fault ? (
        <p id={`${id}-fault`} role="alert" className="text-[13px] font-medium text-iron">
          {fault}
        </p>
      ) : null}
    </div>
  );
}

const edge = (fault?: string) => (fault ? 'border-iron border-2' : 'border-rule-strong');
const described = (id: string, fault?: string) => (fault ? { 'aria-invalid': true, 'aria-describedby': `${id}-fault` } : {});

/** What a figure in such a unit is stored in: by it goes which letters may follow the figure. */
const STORED_IN: Readonly<Record<string, string>> = { ft: 'm', in: 'mm', 'ft²': 'm²', '°F': '°C', lb: 'kg', 'US gal': 'L', psi: 'kPa' };

/** A letter that is no part of a figure or its unit does not land in the field: it does what it does on the page, such as taking up a tool. */
function passStrayLetters(unit: string) {
  return (event: InputEvent<HTMLInputElement>) => {
    const { data } = event;
    const field = event.currentTarget;
    const { value, selectionStart, selectionEnd } = field;
    const next = `${value.slice(0, selectionStart ?? value.length)}${data}${value.slice(selectionEnd ?? value.length)}`;
    // what is pasted lands, with its fault beside it
    if (data?.length !== 1 || mayBecomeFigure(next, STORED_IN[unit] ?? unit)) return;
    event.preventDefault();
    // behind a dialog nothing is taken up
    if (field.closest('[role="dialog"]')) return;
    field.blur();
    document.body.dispatchEvent(new KeyboardEvent('keydown', { key: data, bubbles: true, cancelable: true }));
  };
}

export function TextField({ label, unit, fault, hint, className = '', ...rest }: FrameProps & InputHTMLAttributes<HTMLInputElement>) {
  const id = useId();
  const isFigure = rest.inputMode === 'decimal' || rest.inputMode === 'numeric';
  return (
    <Frame {...{ label, unit, fault, hint, id }}>
      <input
        {...(isFigure ? { onBeforeInput: passStrayLetters(unit ?? '') } : {})}
        id={id}
        className={`${CONTROL} ${edge(fault)} ${className}`}
        autoComplete="off"
        {...described(id, fault)}
        {...rest}
      />
    </Frame>
  );
}

export function TextArea({ label, fault, hint, ...rest }: FrameProps & TextareaHTMLAttributes<HTMLTextAreaElement>) {
  const id = useId();
  return (
    <Frame {...{ label, fault, hint, id }}>
      <textarea id={id} rows={2} className={`${CONTROL} h-auto py-1.5 ${edge(fault)}`} {...described(id, fault)} {...rest} />
    </Frame>
  );
}

export function SelectField({
  label,
  fault,
  hint,
  options,
  ...rest
}: FrameProps & SelectHTMLAttributes<HTMLSelectElement> & { options: readonly { value: string; label: string }[] }) {
  const id = useId();
  return (
    <Frame {...{ label, fault, hint, id }}>
      <select id={id} className={`${CONTROL} ${edge(fault)}`} {...described(id, fault)} {...rest}>
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
    </Frame>
  );
}
