import '../messages/glossary';
import { ArrowLeft, Search } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { t } from '../messages/t';
import { Button } from '../shared/ui/button';
import { TERMS, meaningOf, termOf } from '../words/glossary';

/** The trade's words with what they mean, found by letters. */
export default function GlossaryPage() {
  const navigate = useNavigate();
  const [words, setWords] = useState('');
  const wanted = words.trim().toLowerCase();
  const shown = [...TERMS]
    .filter((id) => `${termOf(id)} ${meaningOf(id)}`.toLowerCase().includes(wanted))
    .sort((a, b) => termOf(a).localeCompare(termOf(b)));
  return (
    <main id="content" className="mx-auto w-full max-w-3xl p-5 max-[719px]:p-3">
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <Button onClick={() => void navigate(-1)}>
          <ArrowLeft size={16} aria-hidden /> {t('help.back')}
        </Button>
        <h1 className="flex-1 text-xl font-semibold">{t('help.glossary')}</h1>
        <label className="flex items-center gap-1.5">
          <Search size={14} aria-hidden className="text-soft" />
          <span className="sr-only">{t('help.find')}</span>
          <input
            value={words}
            onChange={(event) => setWords(event.target.value)}
            placeholder={t('help.find')}
            className="h-9 w-52 rounded-[3px] border border-rule-strong bg-raised px-2 max-[719px]:h-14"
          />
        </label>
      </div>
      {shown.length === 0 ? <p className="text-soft">{t('list.nothing-found')}</p> : null}
      <dl className="divide-y divide-rule border-y border-rule">
        {shown.map((id) => (
          <div key={id} className="grid grid-cols-[190px_1fr] gap-x-4 py-2 max-[719px]:grid-cols-1">
            <dt className="font-semibold first-letter:uppercase">{termOf(id)}</dt>
            <dd>{meaningOf(id)}</dd>
          </div>
        ))}
      </dl>
    </main>
  );
}
