import { SignBodyDto, checkShape } from '@caulkhorn/contract';
import { issue } from '@caulkhorn/core/issues';
import { type Covered, dossierFingerprint } from '@caulkhorn/core/proof';
import { type EntryBody, isWritten } from '@caulkhorn/core/site-log';
import { useState } from 'react';
import { useJob, parts } from '../job/job-context';
import { t } from '../messages/t';
import { trueNowIso } from '../shared/true-clock';
import { Button } from '../shared/ui/button';
import { TextField } from '../shared/ui/field';
import { FormFoot } from '../shared/ui/form-foot';
import { useKeptForm } from '../shared/use-kept-form';
import { GlassPad } from '../shared/ui/glass-pad';

/** A client who stands here signs on this device; whoever is signed in has seen it. `covers` is asked when it is pressed. */
export function GlassForm({ covers, isShut }: { covers(): Covered; isShut: boolean }) {
  const { log, path } = useJob(parts('log', 'path'));
  const [isOpen, setOpen] = useState(false);
  const [drawn, setDrawn] = useState('');
  const form = useKeptForm(`glass ${path}`, { name: '', firm: '', drawn: '', hasRead: false });
  const { errors } = form.formState;
  const draw = (now: string) => {
    setDrawn(now);
    form.clearErrors('drawn');
  };
  const sign = form.handleSubmit(({ name, firm }) => {
    const of = covers();
    const glass = { name: name.trim(), ...(firm.trim() ? { firm: firm.trim() } : {}), drawn };
    const shape = checkShape<EntryBody>(SignBodyDto, {
      kind: 'sign',
      role: 'client',
      covers: of,
      fingerprint: dossierFingerprint(of),
      glass,
    });
    // an empty pad is told in its own words
    const issues = shape.ok ? [] : shape.issues.filter(({ path: at }) => !at.endsWith('drawn'));
    if (!isWritten(drawn)) issues.push(issue('glass-empty', 'drawn'));
    if (!shape.ok || issues.length > 0) return form.showIssues(issues);
    log(shape.value, trueNowIso());
    form.forget();
    form.reset({ name: '', firm: '', drawn: '', hasRead: false });
    setOpen(false);
  });
  if (!isOpen)
    return (
      <Button className="mt-3 max-[719px]:h-14 max-[719px]:w-full" onClick={() => setOpen(true)}>
        {t('glass.open')}
      </Button>
    );
  return (
    <form
      onSubmit={(event) => void sign(event)}
      noValidate
      aria-label={t('glass.title')}
      className="mt-3 flex flex-col gap-3 border border-rule bg-raised p-3"
    >
      <h4 className="font-semibold">{t('glass.title')}</h4>
      <p className="text-[13px] text-soft">{t('glass.how')}</p>
      <TextField label={t('glass.name')} maxLength={70} autoComplete="off" fault={errors.name?.message} {...form.register('name')} />
      <TextField label={t('glass.firm')} maxLength={48} autoComplete="off" fault={errors.firm?.message} {...form.register('firm')} />
      <label className="flex min-h-9 items-center gap-2 max-[719px]:min-h-14">
        <input type="checkbox" className="size-5" {...form.register('hasRead')} />
        {t('glass.read')}
      </label>
      <GlassPad fault={errors.drawn?.message} onDrawn={draw} />
      <div className="flex flex-wrap gap-2">
        <FormFoot
          fault={errors.root?.message}
          label={t('glass.do')}
          className="max-[719px]:h-14 max-[719px]:w-full"
          disabled={isShut || !form.watch('hasRead')}
        />
        <Button className="max-[719px]:h-14 max-[719px]:w-full" onClick={() => setOpen(false)}>
          {t('cancel')}
        </Button>
      </div>
    </form>
  );
}
