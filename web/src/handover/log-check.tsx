import { useState } from 'react';
import { t, tOf } from '../messages/t';
import { FileField } from '../shared/ui/file-field';
import { type LogCheck, checkLog, spansOf } from '../bundle/check-log';

/** Checks the log of an exported job here in the browser: every link, every signature, and who has signed what. Nothing leaves the device. */
export function LogCheckPanel() {
  const [check, setCheck] = useState<LogCheck | 'checking' | null>(null);
  return (
    <details className="mt-4 border-t border-rule pt-2">
      <summary className="min-h-9 py-1.5 font-semibold">{t('verify.title')}</summary>
      <p className="mb-2 text-[13px] text-soft">{t('verify.hint')}</p>
      <FileField
        label={t('verify.file')}
        accept=".json,application/json"
        onFile={(file) => {
          setCheck('checking');
          void file
            .text()
            .then(checkLog)
            .then(setCheck, () => setCheck({ kind: 'no-job' }));
        }}
      />
      <div role="status" className="mt-2">
        {check === 'checking' ? t('verify.checking') : check ? <LogOutcome check={check} /> : null}
      </div>
    </details>
  );
}

/** What a log shows of itself. */
export function LogOutcome({ check }: { check: LogCheck }) {
  if (check.kind === 'no-job') return <p className="font-medium text-iron">{t('verify.no-job')}</p>;
  if (check.kind === 'broken')
    return (
      <p className="border-l-4 border-iron bg-iron-soft px-2.5 py-1.5 font-medium">
        {t('verify.broken', { n: check.entry })} {tOf(`verify.${check.code}`)}
      </p>
    );
  const { entries, byDevice, receivedBy, notReceived, imported, odd, lastHash, lastReceiptHash, isWhole } = check;
  return (
    <div className="flex flex-col gap-1">
      <p className="font-medium text-water">{t('verify.holds', { n: entries })}</p>
      <p>{t('verify.by-device', { n: byDevice })}</p>
      {[...receivedBy].map(([id, numbers]) => (
        <p key={id}>{t('verify.received', { server: id, numbers: spansOf(numbers) })}</p>
      ))}
      {notReceived.length > 0 ? (
        <p className="font-medium text-ochre">{t('verify.not-received', { numbers: spansOf(notReceived) })}</p>
      ) : null}
      {isWhole ? null : <p className="font-medium text-ochre">{t('verify.not-whole')}</p>}
      {imported.length > 0 ? <p>{t('verify.imported', { numbers: spansOf(imported) })}</p> : null}
      {odd.length > 0 ? <p>{t('verify.odd', { numbers: spansOf(odd) })}</p> : null}
      <p className="text-[13px] break-all text-soft">{t('verify.last', { hash: lastHash, receipt: lastReceiptHash })}</p>
    </div>
  );
}
