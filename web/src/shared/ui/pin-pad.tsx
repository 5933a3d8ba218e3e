import { MOST_PIN } from '@caulkhorn/contract';
import { Delete } from 'lucide-react';
import { useId, useState } from 'react';
import { t } from '../../messages/t';
import { Button } from './button';

interface Props {
  label: string;
  fault?: string | undefined;
  isBusy: boolean;
  onDone(pin: string): void;
}

/** A PIN by fat keys, or by the keyboard; what is typed is never shown. */
export function PinPad({ label, fault, isBusy, onDone }: Props) {
  const id = useId();
  const [pin, setPin] = useState('');
  const put = (digits: string) => setPin(digits.replace(/\D/g, '').slice(0, MOST_PIN));
  return (
    <form
      className="flex flex-col gap-2"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        if (pin === '' || isBusy) return;
        onDone(pin);
        setPin('');
      }}
    >
      <label htmlFor={id} className="text-[13px] text-soft">
        {label}
      </label>
      <input
        id={id}
        type="password"
        inputMode="numeric"
        autoComplete="off"
        value={pin}
        onChange={({ target }) => put(target.value)}
        className={`h-14 rounded-[3px] border bg-raised px-3 text-2xl tracking-[0.4em] ${fault ? 'border-2 border-iron' : 'border-rule-strong'}`}
        {...(fault ? { 'aria-invalid': true, 'aria-describedby': `${id}-fault` } : {})}
      />
      {fault ? (
        <p id={`${id}-fault`} role="alert" className="font-medium text-iron">
          {fault}
        </p>
      ) : null}
      <div className="grid grid-cols-3 gap-2">
        {['1', '2', '3', '4', '5', '6', '7', '8', '9'].map((digit) => (
          <Key key={digit} name={digit} press={() => put(pin + digit)} />
        ))}
        <button type="button" className={KEY} aria-label={t('pin.back')} onClick={() => put(pin.slice(0, -1))}>
          <Delete size={24} aria-hidden className="mx-auto" />
        </button>
        <Key name="0" press={() => put(`${pin}0`)} />
        <Button type="submit" look="solid" className="h-16 text-lg max-[719px]:h-16" disabled={pin === '' || isBusy}>
          {t('pin.open')}
        </Button>
      </div>
    </form>
  );
}

const KEY = 'h-16 rounded-[3px] border border-rule-strong bg-raised text-2xl font-semibold active:bg-water-soft';

function Key({ name, press }: { name: string; press(): void }) {
  return (
    <button type="button" className={KEY} onClick={press}>
      {name}
    </button>
  );
}
