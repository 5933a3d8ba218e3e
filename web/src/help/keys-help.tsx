import { Link, useLocation } from 'react-router';
import { t } from '../messages/t';
import { Dialog } from '../shared/ui/dialog';
import { TOOLS, letterOf } from '../sheet/tools';

type Key = readonly [keys: string, what: string];
interface Section {
  title: string;
  keys: readonly Key[];
}

/** The keys of the screen one is at. */
export default function KeysHelp({ close }: { close(): void }) {
  const { pathname } = useLocation();
  return (
    <Dialog open onOpenChange={(isOpen) => !isOpen && close()} title={t('keys.title')} wide>
      <div className="columns-2 gap-x-8 max-[719px]:columns-1">
        {sectionsAt(pathname).map(({ title, keys }) => (
          <section key={title} aria-label={title} className="mb-4 break-inside-avoid">
            <h3 className="mb-1 font-semibold">{title}</h3>
            <dl>
              {keys.map(([key, what]) => (
                <div key={key} className="grid grid-cols-[132px_1fr] gap-2 border-b border-rule py-1">
                  <dt>
                    <kbd className="rounded-[2px] border border-rule-strong px-1.5 font-sans text-[13px] whitespace-nowrap">{key}</kbd>
                  </dt>
                  <dd>{what}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
      <p className="mt-4">
        <Link to="/glossary" className="underline underline-offset-4" onClick={close}>
          {t('help.glossary-of')}
        </Link>
      </p>
    </Dialog>
  );
}

function sectionsAt(path: string): Section[] {
  const everywhere: Section = {
    title: t('keys.everywhere'),
    keys: [
      ['?', t('keys.help')],
      ['Tab', t('keys.tab')],
      ['Esc', t('keys.esc')],
    ],
  };
  const lens = /^\/o\/[^/]+\/jobs\/[^/]+\/?([a-z-]*)$/.exec(path)?.[1];
  if (path.startsWith('/bench')) return [{ title: t('bench.title'), keys: [['/', t('keys.bench-find')]] }, everywhere];
  if (lens === undefined || lens === 'dossier' || lens === 'cards') return [everywhere];
  const job: Section[] = [
    {
      title: t('keys.job'),
      keys: [
        ['Ctrl K', t('palette.open')],
        ['Alt 1 … 7', t('keys.steps')],
        ['Ctrl Z', t('undo.do')],
        ['Ctrl Shift Z', t('redo.do')],
      ],
    },
    {
      title: t('keys.sheet'),
      keys: [
        ['← →', t('keys.walk')],
        ['1', t('keys.one')],
        ['0', t('keys.all')],
        [t('keys.wheel'), t('keys.wheel-does')],
        [t('keys.ctrl-wheel'), t('keys.ctrl-wheel-does')],
        [t('keys.shift-wheel'), t('keys.shift-wheel-does')],
      ],
    },
    {
      title: t('list.name'),
      keys: [
        ['↑ ↓', t('keys.list')],
        ['Shift ↑ ↓', t('keys.several')],
        ['Enter', t('keys.open-plan')],
        ['Delete', t('keys.delete')],
      ],
    },
  ];
  const drawing: Section = {
    title: t('sheet.tools'),
    keys: [
      ...TOOLS.map((tool): Key => [letterOf(tool), t(`tool.${tool}`)]),
      [t('keys.space'), t('keys.again')],
      ['1.2 0.5 Enter', t('keys.figures')],
      ['Enter', t('keys.end')],
      ['Alt', t('keys.no-snap')],
      ['Esc', t('keys.lay-down')],
    ],
  };
  return [...(lens === 'survey' || lens === '' ? [drawing] : []), ...job, everywhere];
}
