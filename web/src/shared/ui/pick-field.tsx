interface PickFieldProps {
  label: string;
  value: string;
  options: readonly { value: string; label: string }[];
  hint?: string;
  fault?: string;
  disabled?: boolean;
  onPick(value: string): void;
}

/** A choice of few, each large enough for a glove: one press, and all of them in sight. */
export function PickField({ label, value, options, hint, fault, disabled, onPick }: PickFieldProps) {
  return (
    <fieldset disabled={disabled}>
      <legend className="mb-1 text-[13px] text-soft">{label}</legend>
      <div role="radiogroup" aria-label={label} className="grid grid-cols-2 gap-2">
        {options.map((option) => (
          <button
            key={option.value}
            type="button"
            role="radio"
            aria-checked={option.value === value}
            onClick={() => onPick(option.value)}
            className={`min-h-14 rounded-[3px] border-2 px-3 text-left text-base ${option.value === value ? 'border-water bg-water-soft font-semibold' : 'border-rule-strong bg-raised'}`}
          >
            {option.label}
          </button>
        ))}
      </div>
      {hint && !fault ? <p className="mt-1 text-[13px] text-soft">{hint}</p> : null}
      {fault ? (
        <p role="alert" className="mt-1 text-[13px] font-medium text-iron">
          {fault}
        </p>
      ) : null}
    </fieldset>
  );
}
