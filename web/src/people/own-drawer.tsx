import '../messages/later';
import type { EnrolmentCode as Made, SessionInfo } from '@caulkhorn/contract';
import { useState } from 'react';
import { EnrolmentCode } from '../house/enrolment-code';
import { t } from '../messages/t';
import { api } from '../shared/api';
import { drawersHere, forgetDrawer, makeDrawer } from '../shared/drawers';
import { refusalOf } from '../shared/refusal';
import { Button } from '../shared/ui/button';
import { NewPin } from './new-pin';

/** A PIN by which one opens this browser as oneself, and a code by which another device becomes one's own. */
export function OwnDrawer({ session }: { session: SessionInfo }) {
  const [own, setOwn] = useState(() => drawersHere().find(({ personId }) => personId === session.personId));
  const [code, setCode] = useState<Made>();
  const [said, setSaid] = useState('');
  const keep = async (pin: string) => {
    setSaid('');
    try {
      await makeDrawer(session, pin);
      setOwn(drawersHere().find(({ personId }) => personId === session.personId));
      setSaid(t('drawers.made'));
      return undefined;
    } catch (fault) {
      return refusalOf(fault);
    }
  };
  const forget = async (drawerId: string) => {
    try {
      await api.delete(`/account/drawers/${drawerId}`);
      forgetDrawer(drawerId);
      setOwn(undefined);
      setSaid(t('drawers.gone'));
    } catch (fault) {
      setSaid(refusalOf(fault));
    }
  };
  const ask = () => api.post<Made>('/account/enrolment', {}).then(setCode, (fault: unknown) => setSaid(refusalOf(fault)));
  return (
    <>
      <p className="font-medium">{own ? t('drawers.have') : t('drawers.have-none')}</p>
      <NewPin label={own ? t('drawers.anew') : t('drawers.make')} keep={keep} />
      <div className="flex flex-wrap gap-2">
        {own ? <Button onClick={() => void forget(own.drawerId)}>{t('drawers.forget')}</Button> : null}
        <Button onClick={() => void ask()}>{t('enrol.make-own')}</Button>
      </div>
      {said ? <p role="status">{said}</p> : null}
      {code ? <EnrolmentCode {...code} name={session.name} /> : null}
    </>
  );
}
