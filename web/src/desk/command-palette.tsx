import { Command } from 'cmdk';
import { useNavigate, useParams } from 'react-router';
import { FEATURE_SPECS } from '@caulkhorn/core/jobs';
import { t } from '../messages/t';
import { usePreferences } from '../shared/preferences';
import { TOOLS, letterOf } from '../sheet/tools';
import { parts, useJob, useSelection } from '../job/job-context';
import { LENSES } from './lenses';
import { usePalette } from './use-palette';

const MOST_ITEMS = 200;

/** Everything by words: steps, actions with their keys, faces and features. */
export function CommandPalette() {
  const { open, setOpen } = usePalette();
  const { model, undo, redo } = useJob(parts('model', 'undo', 'redo'));
  const { toggleTheme, toggleUnits } = usePreferences();
  const { select, take } = useSelection('select', 'take');
  const navigate = useNavigate();
  const { organisationId, jobId } = useParams();
  const act = (action: () => void) => () => {
    setOpen(false);
    action();
  };
  const go = (to: string) => act(() => void navigate(to));
  const base = `/o/${organisationId}/jobs/${jobId}`;
  const actions: readonly { label: string; keys?: string; run: () => void }[] = [
    ...LENSES.map((lens, i) => ({
      label: t('palette.go', { lens: t(`lens.${lens.id}`) }),
      keys: `Alt ${i + 1}`,
      run: go(`${base}/${lens.id}`),
    })),
    { label: t('handover.dossier'), run: go(`${base}/dossier`) },
    { label: t('to-jobs'), run: go('/') },
    { label: t('help.glossary'), run: go('/glossary') },
    { label: t('palette.go', { lens: t('bench.title') }), run: go('/bench') },
    ...TOOLS.map((tool) => ({
      label: tool === 'reading' ? t('draft.reading.start') : t(`draft.${FEATURE_SPECS[tool].shape}.start`, { what: t(`feature.${tool}`) }),
      keys: letterOf(tool),
      run: act(() => take(tool)),
    })),
    { label: t('undo.do'), keys: 'Ctrl Z', run: act(undo) },
    { label: t('redo.do'), keys: 'Ctrl Shift Z', run: act(redo) },
    { label: t('units.switch'), run: act(toggleUnits) },
    { label: t('theme.switch'), run: act(toggleTheme) },
  ];
  return (
    <Command.Dialog
      open={open}
      onOpenChange={setOpen}
      label={t('palette.open')}
      filter={matches}
      overlayClassName="fixed inset-0 z-40 bg-black/45"
      contentClassName="fixed top-24 left-1/2 z-50 w-[560px] max-w-[calc(100vw-24px)] -translate-x-1/2 rounded-[4px] border border-rule-strong bg-raised shadow-xl"
    >
      <Command.Input
        placeholder={t('palette.hint')}
        className="h-12 w-full border-b border-rule bg-transparent px-4 text-base outline-none"
      />
      <Command.List className="max-h-[60vh] overflow-y-auto p-1.5">
        <Command.Empty className="p-3 text-soft">{t('list.nothing-found')}</Command.Empty>
        {actions.map(({ label, keys, run }) => (
          <Command.Item
            key={label}
            value={label}
            keywords={[label]}
            onSelect={run}
            className="flex cursor-pointer items-center justify-between rounded-[3px] px-2.5 py-2 data-[selected=true]:bg-water-soft"
          >
            {label}
            {keys ? <kbd className="rounded-[2px] border border-rule-strong px-1.5 text-[12px] text-soft">{keys}</kbd> : null}
          </Command.Item>
        ))}
        {[
          ...model.faces.map((face) => ({ kind: 'face' as const, id: face.id, text: `${face.mark} ${face.name}` })),
          ...model.features
            .slice(0, MOST_ITEMS)
            .map((f) => ({ kind: 'feature' as const, id: f.id, text: `${f.mark} ${t(`feature.${f.kind}`)}` })),
        ].map((item) => (
          <Command.Item
            key={item.id}
            value={item.id}
            keywords={[item.text]}
            onSelect={act(() => select({ kind: item.kind, id: item.id }))}
            className="cursor-pointer rounded-[3px] px-2.5 py-2 data-[selected=true]:bg-water-soft"
          >
            {item.text}
          </Command.Item>
        ))}
      </Command.List>
    </Command.Dialog>
  );
}

/** Every word must occur; ids are no words. */
function matches(_value: string, search: string, keywords: string[] = []): number {
  const text = keywords.join(' ').toLowerCase();
  const words = search.toLowerCase().split(/\s+/);
  if (!words.every((word) => text.includes(word))) return 0;
  return text.startsWith(words[0]!) ? 1 : 0.5;
}
