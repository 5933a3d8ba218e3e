import '../messages/later';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { t } from '../messages/t';
import { ApiError } from '../shared/api';
import { arriveAs } from '../shared/arrive';
import { enrolHere } from '../shared/drawers';
import { refusalOf } from '../shared/refusal';
import { TextField } from '../shared/ui/field';
import { Mark } from '../shared/ui/mark';
import { NewPin } from './new-pin';

/** Where a device becomes somebody's: by the code that the desk has made, read from its picture or typed, and a PIN of their own. */
export function EnrolPage() {
  const client = useQueryClient();
  // behind the # it is never part of an address that anyone logs
  const [code, setCode] = useState(() => location.hash.slice(1));
  const enrol = async (pin: string) => {
    if (code.trim() === '') return t('enrol.no-code');
    try {
      await arriveAs(await enrolHere(code.trim(), pin), client);
      // the code is spent, and is not left in the history
      location.replace('/');
      return undefined;
    } catch (fault) {
      return fault instanceof ApiError && fault.code === 'code-spent' ? t('enrol.spent') : refusalOf(fault);
    }
  };
  return (
    <main id="content" className="mx-auto flex max-w-sm flex-col gap-4 p-6">
      <p className="flex items-center gap-3 text-xl font-bold">
        <Mark /> Caulkhorn
      </p>
      <h1 className="text-xl font-semibold">{t('enrol.title')}</h1>
      <p className="text-soft">{t('enrol.about')}</p>
      <TextField
        label={t('enrol.code')}
        autoComplete="off"
        autoCapitalize="characters"
        spellCheck={false}
        maxLength={20}
        value={code}
        onChange={({ target }) => setCode(target.value)}
      />
      <NewPin label={t('enrol.do')} keep={enrol} />
    </main>
  );
}
