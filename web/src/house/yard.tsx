import { MACHINE_KINDS, SKILLS, type MachineKind, type Skill } from '@caulkhorn/core/jobs';
import type { Holiday, HousePerson, PersonWeek } from '@caulkhorn/core/planning';
import { X } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { t } from '../messages/t';
import { dayOnly } from '../shared/times';
import { Button } from '../shared/ui/button';
import { TextField } from '../shared/ui/field';
import { FigureField } from '../shared/ui/figure-field';
import { FileField } from '../shared/ui/file-field';
import type { PartProps } from '../stores/part-props';
import { OwnHours } from './own-hours';
import { SkillCards } from './skill-cards';
import { Tag } from './tag';
import { usePutHouse } from './use-put-house';

/** Machines, people and holidays of a house: what programmes of all its jobs share. */
export function Yard({ organisationId, house, may }: PartProps) {
  const put = usePutHouse(organisationId, house);
  const { machines = {}, people = [], holidays = [] } = house;
  const keepMachine = (kind: MachineKind, count: number | undefined) => {
    const { [kind]: _, ...rest } = machines;
    put.mutate({ machines: count === undefined ? rest : { ...rest, [kind]: Math.round(count) } });
  };
  return (
    <div className="flex flex-col gap-8">
      <section aria-labelledby="yard-machines">
        <h2 id="yard-machines" className="text-base font-semibold">
          {t('yard.machines')}
        </h2>
        <p className="mb-3 max-w-2xl text-soft">{t('yard.machines-how')}</p>
        <div className="grid grid-cols-4 gap-x-8 gap-y-2 max-[900px]:grid-cols-2">
          {MACHINE_KINDS.map((kind) => (
            <FigureField
              key={kind}
              label={t(`machine.${kind}`)}
              value={machines[kind]}
              min={0}
              max={100}
              disabled={!may}
              keep={(count) => keepMachine(kind, count)}
            />
          ))}
        </div>
      </section>
      <People people={people} may={may} keep={(next) => put.mutate({ people: next })} />
      <Holidays holidays={holidays} may={may} keep={(next) => put.mutate({ holidays: next })} />
    </div>
  );
}

function People({ people, may, keep }: { people: readonly HousePerson[]; may: boolean; keep(people: HousePerson[]): void }) {
  const [name, setName] = useState('');
  const isNew = name.trim() !== '' && !people.some((person) => person.name === name.trim());
  const change = (person: HousePerson, part: Partial<HousePerson>) =>
    keep(people.map((each) => (each === person ? { ...each, ...part } : each)));
  const keepWeek = ({ week: _, ...person }: HousePerson, week: PersonWeek | undefined) =>
    keep(people.map((each) => (each.name === person.name ? { ...person, ...(week ? { week } : {}) } : each)));
  return (
    <section aria-labelledby="yard-people">
      <h2 id="yard-people" className="text-base font-semibold">
        {t('yard.people')}
      </h2>
      <p className="mb-3 max-w-2xl text-soft">{t('yard.people-how')}</p>
      {people.length === 0 ? <p className="mb-2">{t('yard.none')}</p> : null}
      <ul>
        {people.map((person) => (
          <li
            key={person.name}
            className="grid grid-cols-[10rem_1fr_1fr_auto] items-start gap-x-4 gap-y-1 border-b border-rule py-2 max-[719px]:grid-cols-1"
          >
            <b className="py-1 font-semibold">{person.name}</b>
            <Trained person={person} may={may} keep={(skills) => change(person, { skills })} />
            <DaysOff person={person} may={may} keep={(daysOff) => change(person, { daysOff })} />
            {may ? (
              <Button
                size="small"
                look="quiet"
                aria-label={t('yard.remove', { name: person.name })}
                onClick={() => keep(people.filter((each) => each !== person))}
              >
                <X size={15} aria-hidden />
              </Button>
            ) : null}
            <OwnHours name={person.name} week={person.week} may={may} keep={(week) => keepWeek(person, week)} />
            <SkillCards person={person} may={may} keep={(cards) => change(person, { cards })} />
          </li>
        ))}
      </ul>
      {may ? (
        <form
          className="mt-3 flex max-w-md items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (!isNew) return;
            keep([...people, { name: name.trim(), skills: [], daysOff: [] }]);
            setName('');
          }}
        >
          <div className="flex-1">
            <TextField label={t('yard.name')} value={name} maxLength={120} onChange={({ target }) => setName(target.value)} />
          </div>
          <Button type="submit" disabled={!isNew}>
            {t('yard.add-person')}
          </Button>
        </form>
      ) : null}
    </section>
  );
}

function Trained({ person, may, keep }: { person: HousePerson; may: boolean; keep(skills: Skill[]): void }) {
  // a tick is there at once, however long its way through the store is
  const [shownFor, show] = useState({ from: person.skills, skills: person.skills });
  if (shownFor.from !== person.skills) show({ from: person.skills, skills: person.skills });
  const { skills } = shownFor;
  const tick = (skill: Skill, isOn: boolean) => {
    const next = SKILLS.filter((each) => (each === skill ? isOn : skills.includes(each)));
    show({ from: person.skills, skills: next });
    keep(next);
  };
  return (
    <fieldset disabled={!may} className="flex flex-wrap gap-x-3">
      <legend className="text-[13px] text-soft">{t('yard.skills')}</legend>
      {SKILLS.map((skill) => (
        <label key={skill} className="flex min-h-7 items-center gap-1.5 max-[719px]:min-h-14">
          <input
            type="checkbox"
            className="size-4 accent-[var(--water)]"
            checked={skills.includes(skill)}
            onChange={({ target }) => tick(skill, target.checked)}
          />
          {t(`skill.${skill}`)}
        </label>
      ))}
    </fieldset>
  );
}

function DaysOff({ person, may, keep }: { person: HousePerson; may: boolean; keep(days: string[]): void }) {
  const [day, setDay] = useState('');
  return (
    <div>
      <p className="text-[13px] text-soft">{t('yard.off')}</p>
      <ul className="flex flex-wrap gap-1.5">
        {person.daysOff.length === 0 ? <li className="py-1">{t('yard.off-none')}</li> : null}
        {person.daysOff.map((each) => (
          <Tag
            key={each}
            text={shown(each)}
            removes={t('yard.remove-day', { day: shown(each) })}
            onRemove={may ? () => keep(person.daysOff.filter((other) => other !== each)) : undefined}
          />
        ))}
      </ul>
      {may ? (
        <form
          className="mt-1 flex items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (day !== '' && !person.daysOff.includes(day)) keep([...person.daysOff, day].sort());
            setDay('');
          }}
        >
          <TextField label={t('yard.off-add')} type="date" value={day} onChange={({ target }) => setDay(target.value)} />
          <Button size="small" type="submit" className="mb-0.5 max-[719px]:h-14" disabled={day === ''}>
            {t('yard.off-take')}
          </Button>
        </form>
      ) : null}
    </div>
  );
}

function Holidays({ holidays, may, keep }: { holidays: readonly Holiday[]; may: boolean; keep(holidays: Holiday[]): void }) {
  const [day, setDay] = useState('');
  const [name, setName] = useState('');
  const withMore = (more: readonly Holiday[]) =>
    [...new Map([...holidays, ...more].map((each) => [each.day, each])).values()].sort((a, b) => (a.day < b.day ? -1 : 1));
  const read = async (file: File) => {
    // calendars are read by a library that nobody needs before
    const { holidaysIn } = await import('./holidays-in');
    const found = holidaysIn(await file.text());
    if (found.length === 0) return void toast.error(t('yard.holidays-faulty'));
    keep(withMore(found));
    toast(t('yard.holidays-taken', { n: found.length }));
  };
  return (
    <section aria-labelledby="yard-holidays">
      <h2 id="yard-holidays" className="text-base font-semibold">
        {t('yard.holidays')}
      </h2>
      <p className="mb-3 max-w-2xl text-soft">{t('yard.holidays-how')}</p>
      <ul className="mb-3 max-w-md">
        {holidays.map((each) => (
          <li key={each.day} className="flex items-center gap-3 border-b border-rule py-1">
            <span className="w-32">{shown(each.day)}</span>
            <span className="flex-1">{each.name}</span>
            {may ? (
              <Button
                size="small"
                look="quiet"
                aria-label={t('yard.remove-day', { day: shown(each.day) })}
                onClick={() => keep(holidays.filter((other) => other !== each))}
              >
                <X size={15} aria-hidden />
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
      {may ? (
        <div className="flex max-w-2xl flex-wrap items-end gap-3">
          <form
            className="flex flex-1 items-end gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              if (day === '' || name.trim() === '') return;
              keep(withMore([{ day, name: name.trim() }]));
              setDay('');
              setName('');
            }}
          >
            <TextField label={t('yard.day')} type="date" value={day} onChange={({ target }) => setDay(target.value)} />
            <TextField label={t('yard.holiday-name')} value={name} maxLength={120} onChange={({ target }) => setName(target.value)} />
            <Button type="submit" disabled={day === '' || name.trim() === ''}>
              {t('yard.add-day')}
            </Button>
          </form>
          <FileField label={t('yard.holidays-file')} accept=".ics,.csv,text/calendar,text/csv" onFile={(file) => void read(file)} />
        </div>
      ) : null}
    </section>
  );
}

/** A day of the calendar, whatever the zone. */
const shown = (day: string): string => dayOnly(`${day}T12:00:00Z`, 'UTC');
