import { useId } from 'react';

interface FileFieldProps {
  label: string;
  accept: string;
  disabled?: boolean;
  onFile(file: File): void;
}

/** Chooses one file; the same file can be chosen again after it was mended. */
export function FileField({ label, accept, disabled, onFile }: FileFieldProps) {
  const id = useId();
  return (
    <div className="flex flex-col gap-1">
      <label htmlFor={id} className="text-[13px] text-soft">
        {label}
      </label>
      <input
        id={id}
        type="file"
        accept={accept}
        disabled={disabled}
        className="file:mr-3 file:h-9 file:cursor-pointer file:rounded-[3px] file:border file:border-rule-strong file:bg-raised file:px-3.5 file:font-medium hover:file:bg-sunk max-[719px]:file:h-12"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) onFile(file);
        }}
      />
    </div>
  );
}
