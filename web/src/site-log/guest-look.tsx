import '../messages/later';
import { HoldBodyDto, checkShape } from '@caulkhorn/contract';
import { issue } from '@caulkhorn/core/issues';
import { type EntryBody, isWritten } from '@caulkhorn/core/site-log';
import { useState } from 'react';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { trueNowIso } from '../shared/true-clock';
import { Button } from '../shared/ui/button';
import { TextArea, TextField } from '../shared/ui/field';
import { GlassPad } from '../shared/ui/glass-pad';
import { useKeptForm } from '../shared/use-kept-form';

interface Props {
  about: { workItemId: string; planRevisionId: string };
  /** what will be hidden was not photographed: it is not let go yet */ isUnseen: boolean;
  /** whether the guest did the work himself */ isDoer(name: string): boolean;
  close(): void;
}

/** Somebody from outside, without an account, says at a hold point what he saw, and signs on this screen. */
export function GuestLook({ about, isUnseen, isDoer, close }: Props) {
  const { log } = useJob(parts('log'));
  const form = useKeptForm(`guest look ${about.workItemId}`, { name: '', firm: '', drawn: '', reason: '' });
  const [drawn, setDrawn] = useState('');
  const { errors } = form.formState;
  const say = (verdict: 'released' | 'refused') =>
    form.handleSubmit(({ name, firm, reason }) => {
      const glass = { name: name.trim(), ...(firm.trim() ? { firm: firm.trim() } : {}), drawn };
      const why = verdict === 'refused' && reason.trim() ? { reason: reason.trim() } : {};
      const shape = checkShape<EntryBody>(HoldBodyDto, { kind: 'hold', ...about, verdict, ...why, glass });
      // an empty pad is told in its own words
      const issues = shape.ok ? [] : shape.issues.filter(({ path }) => !path.endsWith('drawn'));
      if (!isWritten(drawn)) issues.push(issue('glass-empty', 'drawn'));
      if (verdict === 'refused' && !reason.trim()) issues.push(issue('missing', 'reason'));
      if (isDoer(glass.name)) issues.push(issue('own-work', 'name'));
      if (!shape.ok || issues.length > 0) return form.showIssues(issues);
      log(shape.value, trueNowIso());
      form.forget();
      close();
    });
  return (
    <form
      aria-label={t('hold.guest')}
      className="mt-2 flex flex-col gap-2.5 border border-rule bg-raised p-3"
      onSubmit={(event) => event.preventDefault()}
      noValidate
    >
      <h4 className="font-semibold">{t('hold.guest')}</h4>
      <p className="text-[13px] text-soft">{t('hold.guest-how')}</p>
      <TextField label={t('glass.name')} maxLength={70} autoComplete="off" fault={errors.name?.message} {...form.register('name')} />
      <TextField label={t('glass.firm')} maxLength={48} autoComplete="off" fault={errors.firm?.message} {...form.register('firm')} />
      <GlassPad
        fault={errors.drawn?.message}
        onDrawn={(now) => {
          setDrawn(now);
          form.clearErrors('drawn');
        }}
      />
      <Button size="large" look="solid" disabled={isUnseen} onClick={() => void say('released')()}>
        {t('hold.let-go')}
      </Button>
      <TextArea label={t('hold.reason')} maxLength={1000} fault={errors.reason?.message} {...form.register('reason')} />
      <Button size="large" onClick={() => void say('refused')()}>
        {t('hold.refuse')}
      </Button>
      <Button size="large" look="quiet" onClick={close}>
        {t('cancel')}
      </Button>
    </form>
  );
}
