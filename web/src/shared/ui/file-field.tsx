import { useId, useState } from 'react';
import { t } from '../../messages/t';

interface FileFieldProps {
  label: string;
  accept: string;
  disabled?: boolean;
  onFile(file: File): void;
}

/** Chooses one file; the same file can be chosen again after it was mended. */
export function FileField({ label, accept, disabled, onFile }: FileFieldProps) {
  const id = useId();
  const [name, setName] = useState('');
  return (
    <div className="flex flex-col gap-1">
      <label htmlFor={id} className="text-[13px] text-soft">
        {label}
      </label>
      <div className="flex items-center gap-3">
        <input
          id={id}
          type="file"
          accept={accept}
          disabled={disabled}
          className="w-[6.75rem] shrink-0 max-[719px]:w-[7.75rem] overflow-hidden text-[0px] file:mr-3 file:h-9 file:cursor-pointer file:rounded-[3px] file:border file:border-rule-strong file:bg-raised file:px-3.5 file:text-[15px] file:font-medium file:text-ink hover:file:bg-sunk max-[719px]:file:h-14"
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = '';
            if (!file) return;
            setName(file.name);
            onFile(file);
          }}
        />
        <span className="min-w-0 truncate text-soft">{name || t('file.none')}</span>
      </div>
    </div>
  );
}
