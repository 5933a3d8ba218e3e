import '../messages/later';
import { SignBodyDto, UnsignBodyDto, checkShape } from '@caulkhorn/contract';
import { type Signature, coveredBy, dossierFingerprint } from '@caulkhorn/core/proof';
import { type EntryBody, SIGN_ROLES } from '@caulkhorn/core/site-log';
import { useState } from 'react';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { trueNowIso } from '../shared/true-clock';
import { Button } from '../shared/ui/button';
import { TextField } from '../shared/ui/field';
import { FormFoot } from '../shared/ui/form-foot';
import { useKeptForm } from '../shared/use-kept-form';
import { GlassForm } from './glass-form';
import { SignatureLine, useSignatures } from './signature-line';
import { useMissing } from './use-missing';
import { useRecordRead } from './use-record-read';

/** Who has signed the dossier, and one's own signature under it. */
export function SigningPanel() {
  const { session, organisationId, outbox, can, log } = useJob(parts('session', 'organisationId', 'outbox', 'can', 'log'));
  const { signatures, toSign } = useSignatures();
  const open = useMissing().length;
  const read = useRecordRead();
  const [hasRead, setRead] = useState(false);
  const standing = session.organisations.find(({ id }) => id === organisationId)?.standing;
  const role = SIGN_ROLES.find((each) => each === standing);
  const isMine = ({ entry }: Signature) => entry.personId === session.personId && !entry.body.glass;
  const mine = signatures.find((signature) => isMine(signature) && !signature.withdrawn && signature.changes.length === 0);
  const waits = outbox.pending.length > 0 || outbox.refused.length > 0;
  const sign = () => {
    const covers = coveredBy(toSign!);
    const body = checkShape<EntryBody>(SignBodyDto, { kind: 'sign', role: role!, covers, fingerprint: dossierFingerprint(covers) });
    if (body.ok) log(body.value, trueNowIso());
    setRead(false);
  };
  return (
    <section aria-label={t('sign.title')} className="mt-4 border-t border-rule pt-2">
      <h3 className="font-semibold">{t('sign.title')}</h3>
      {signatures.length === 0 ? <p className="text-soft">{t('sign.none')}</p> : null}
      <ul>
        {signatures.map((signature) => (
          <li key={signature.entry.id} className="border-b border-rule py-1.5">
            <SignatureLine signature={signature} />
            {!signature.withdrawn && (isMine(signature) || can('plan')) && can('sign') ? <TakeBack signId={signature.entry.id} /> : null}
          </li>
        ))}
      </ul>
      {can('sign') && role && !mine ? (
        toSign ? (
          <div className="mt-2 flex flex-col gap-2">
            <p className="text-[13px] text-soft">{t('sign.how')}</p>
            {open > 0 ? <p className="font-medium">{t('sign.open', { n: open })}</p> : null}
            {waits ? <p className="font-medium">{t('sign.wait')}</p> : null}
            {read === 'read' ? null : <p className="font-medium">{t(`sign.${read}`)}</p>}
            <label className="flex min-h-9 items-start gap-2 max-[719px]:min-h-14">
              <input
                type="checkbox"
                className="mt-1 size-5"
                checked={hasRead}
                disabled={read !== 'read'}
                onChange={({ target }) => setRead(target.checked)}
              />
              {t('sign.as', { role: t(`sign.role.${role}`) })}
            </label>
            <Button
              look="solid"
              className="self-start max-[719px]:h-14 max-[719px]:self-stretch"
              disabled={!hasRead || waits || read !== 'read'}
              onClick={sign}
            >
              {t('sign.do', { role: t(`sign.role.${role}`) })}
            </Button>
          </div>
        ) : (
          <p className="mt-1 text-soft">{t('sign.nothing')}</p>
        )
      ) : null}
      {can('ask-to-sign') && toSign ? <GlassForm covers={() => coveredBy(toSign)} isShut={waits || read !== 'read'} /> : null}
    </section>
  );
}

/** A signature is taken back with a reason; both stay in the record. */
function TakeBack({ signId }: { signId: string }) {
  const { log } = useJob(parts('log'));
  const [isOpen, setOpen] = useState(false);
  const form = useKeptForm(`unsign ${signId}`, { reason: '' });
  const save = form.handleSubmit(({ reason }) => {
    const shape = checkShape<EntryBody>(UnsignBodyDto, { kind: 'unsign', signId, reason: reason.trim() });
    if (!shape.ok) return form.showIssues(shape.issues);
    log(shape.value, trueNowIso());
    form.forget();
  });
  if (!isOpen)
    return (
      <Button look="quiet" size="small" className="max-[719px]:h-14" onClick={() => setOpen(true)}>
        {t('sign.take-back')}
      </Button>
    );
  return (
    <form onSubmit={(event) => void save(event)} noValidate className="mt-1 flex flex-col gap-2">
      <TextField label={t('sign.reason')} maxLength={1000} fault={form.formState.errors.reason?.message} {...form.register('reason')} />
      <FormFoot fault={form.formState.errors.root?.message} label={t('sign.take-back')} className="self-start max-[719px]:h-14" />
    </form>
  );
}
