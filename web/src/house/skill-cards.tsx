import { SKILLS, type Skill, type SkillCard } from '@caulkhorn/core/jobs';
import type { HousePerson } from '@caulkhorn/core/planning';
import { DAY_MS } from '@caulkhorn/core/quantities';
import { useState } from 'react';
import { t } from '../messages/t';
import { dayOnly } from '../shared/times';
import { useNow } from '../shared/use-now';
import { Button } from '../shared/ui/button';
import { SelectField, TextField } from '../shared/ui/field';
import { Tag } from './tag';

const shown = (day: string): string => dayOnly(`${day}T12:00:00Z`, 'UTC');

/** Cards that say somebody has learned it; at the talk before work they are sealed into the log of the job. */
export function SkillCards({ person, may, keep }: { person: HousePerson; may: boolean; keep(cards: SkillCard[]): void }) {
  const { cards = [] } = person;
  const [skill, setSkill] = useState<Skill>(SKILLS[0]);
  const [number, setNumber] = useState('');
  const [until, setUntil] = useState('');
  const today = new Date(useNow(DAY_MS / 24)).toISOString().slice(0, 10);
  const textOf = (card: SkillCard) =>
    `${t(`skill.${card.skill}`)} ${card.number}${card.until ? `, ${t(card.until < today ? 'yard.card-lapsed' : 'yard.card-until', { day: shown(card.until) })}` : ''}`;
  return (
    <details className="col-span-full">
      <summary className="min-h-7 py-1 text-[13px] max-[719px]:min-h-14 max-[719px]:py-4">{t('yard.cards', { n: cards.length })}</summary>
      <ul className="flex flex-wrap gap-1.5">
        {cards.map((card) => (
          <Tag
            key={`${card.skill} ${card.number}`}
            text={textOf(card)}
            removes={t('yard.remove-card', { card: textOf(card) })}
            onRemove={may ? () => keep(cards.filter((other) => other !== card)) : undefined}
          />
        ))}
      </ul>
      {may ? (
        <form
          className="mt-1 grid max-w-2xl grid-cols-[1fr_1fr_1fr_auto] items-end gap-2 max-[719px]:grid-cols-1"
          onSubmit={(event) => {
            event.preventDefault();
            const card = { skill, number: number.trim(), ...(until === '' ? {} : { until }) };
            if (card.number === '') return;
            keep([...cards.filter((other) => other.skill !== card.skill || other.number !== card.number), card]);
            setNumber('');
            setUntil('');
          }}
        >
          <SelectField
            label={t('yard.card-of')}
            value={skill}
            options={SKILLS.map((value) => ({ value, label: t(`skill.${value}`) }))}
            onChange={({ target }) => setSkill(target.value as Skill)}
          />
          <TextField label={t('yard.card-number')} value={number} maxLength={60} onChange={({ target }) => setNumber(target.value)} />
          <TextField label={t('yard.card-ends')} type="date" value={until} onChange={({ target }) => setUntil(target.value)} />
          <Button size="small" type="submit" className="mb-0.5 max-[719px]:h-14" disabled={number.trim() === ''}>
            {t('yard.card-add')}
          </Button>
        </form>
      ) : null}
    </details>
  );
}
