import { type InputHTMLAttributes, type ReactNode, type SelectHTMLAttributes, type TextareaHTMLAttributes, useId } from 'react';

const CONTROL =
  'w-full min-w-0 rounded-[3px] border bg-raised px-2 h-9 text-ink placeholder:text-soft max-[719px]:h-12 max-[719px]:text-base disabled:opacity-60';

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

export function TextField({ label, unit, fault, hint, className = '', ...rest }: FrameProps & InputHTMLAttributes<HTMLInputElement>) {
  const id = useId();
  return (
    <Frame {...{ label, unit, fault, hint, id }}>
      <input id={id} className={`${CONTROL} ${edge(fault)} ${className}`} autoComplete="off" {...described(id, fault)} {...rest} />
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
