import { type Signature, type ToSign, signaturesOn } from '@caulkhorn/core/proof';
import type { LogLine } from '@caulkhorn/core/site-log';
import { useMemo } from 'react';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { fullTime } from '../shared/times';
import { GlassDrawn } from '../shared/ui/glass-drawn';

/** Every signature on the dossier, and what one would sign now; nothing to sign before a plan is released and something written. */
export function useSignatures(): { signatures: Signature[]; toSign: ToSign | undefined } {
  const { model, revision, lines } = useJob(parts('model', 'revision', 'lines'));
  const { readings, photos } = model;
  return useMemo(() => {
    const log = lines.filter((line): line is LogLine => line.receipt !== null);
    const last = log.at(-1)?.receipt;
    if (!revision || !last) return { signatures: [], toSign: undefined };
    const record = { revisionFingerprint: revision.fingerprint, readings, photos };
    return { signatures: signaturesOn({ ...record, log }), toSign: { ...record, last } };
  }, [revision, lines, readings, photos]);
}

/** Who signed, as what and when, and what became of the record since. */
export function SignatureLine({ signature: { entry, changes, added, withdrawn } }: { signature: Signature }) {
  const { model } = useJob(parts('model'));
  const { timeZone } = model.job;
  const { role, fingerprint, glass } = entry.body;
  const name = glass ? [glass.name, glass.firm].filter(Boolean).join(', ') : entry.personName;
  return (
    <>
      <p className={withdrawn ? 'line-through' : 'font-medium'}>
        {t('sign.signed', { name, role: t(`sign.role.${role}`), when: fullTime(entry.occurredAt, timeZone) })}
      </p>
      {glass ? (
        <div className="flex flex-wrap items-center gap-x-4">
          <GlassDrawn drawn={glass.drawn} label={t('sign.drawn', { name })} />
          <span>{t('sign.on-glass', { witness: entry.personName })}</span>
        </div>
      ) : null}
      {withdrawn ? (
        <p className="font-medium text-iron">
          {t('sign.taken-back', { by: withdrawn.by, when: fullTime(withdrawn.at, timeZone), reason: withdrawn.reason })}
        </p>
      ) : null}
      {changes.length === 0 ? <p className="text-water">{t('sign.holds')}</p> : null}
      {changes.map((change) => (
        <p key={change} className={change === 'log-altered' ? 'font-medium text-iron' : ''}>
          {t(`sign.change.${change}`, { n: added })}
        </p>
      ))}
      <p className="font-mono text-[11px] break-all text-soft">{t('sign.fingerprint', { hash: fingerprint })}</p>
    </>
  );
}
