import '../messages/later';
import { Plus } from 'lucide-react';
import { t } from '../messages/t';
import { Button } from '../shared/ui/button';
import { TextField } from '../shared/ui/field';

export interface Ticked {
  ticked: string[];
  /** names that nobody knew before */ added: string[];
  /** being typed */ another: string;
}

export const NOBODY_TICKED: Ticked = { ticked: [], added: [], another: '' };

interface NameTicksProps {
  legend: string;
  /** who is asked about first; written twice in other letters somebody is asked about once */ known: readonly string[];
  /** what adding another one does, for who cannot see the plus */ addLabel: string;
  value: Ticked;
  fault: string | undefined;
  put(part: Partial<Ticked>): void;
}

/** People to be ticked by name, and one more by hand. */
export function NameTicks({ legend, known, addLabel, value: { ticked, added, another }, fault, put }: NameTicksProps) {
  const names = [...new Map([...known, ...added].map((name) => [name.trim().toLowerCase(), name.trim()])).values()];
  const toggle = (name: string) => put({ ticked: ticked.includes(name) ? ticked.filter((each) => each !== name) : [...ticked, name] });
  const add = () => {
    const name = another.trim();
    if (name !== '') put({ added: [...added, name], ticked: [...new Set([...ticked, name])], another: '' });
  };
  return (
    <>
      <fieldset>
        <legend className="font-semibold">{legend}</legend>
        {names.map((name) => (
          <label key={name} className="flex min-h-14 items-center gap-2.5">
            <input
              type="checkbox"
              className="size-7 shrink-0 accent-[var(--water)]"
              checked={ticked.includes(name)}
              onChange={() => toggle(name)}
            />
            {name}
          </label>
        ))}
      </fieldset>
      <div className="flex items-end gap-2">
        <div className="min-w-0 flex-1">
          <TextField label={t('talk.else')} fault={fault} value={another} onChange={({ target }) => put({ another: target.value })} />
        </div>
        <Button className="size-14" aria-label={addLabel} onClick={add}>
          <Plus size={20} aria-hidden />
        </Button>
      </div>
      <p className="text-[13px] text-soft">{t('talk.else-how')}</p>
    </>
  );
}
