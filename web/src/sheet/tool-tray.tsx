import { DropdownMenu } from 'radix-ui';
import { t } from '../messages/t';
import { useSelection } from '../job/job-context';
import type { Tool } from '../job/selection';
import { FIRST_TOOLS, letterOf } from './tools';

const TILE =
  'flex shrink-0 flex-col items-center gap-0.5 rounded-[3px] py-1 text-[12px] leading-[14px] text-soft hover:text-ink max-[719px]:min-w-[60px]';

/** On a page that is wide and low the letters must do. */
const WORD = '[@media(max-width:719px)_and_(max-height:520px)]:sr-only';

/** The tools as stamped letters along the level staff, in the order in which one surveys. Pressed again, one is laid down. */
export function ToolTray({ tools }: { tools: readonly Tool[] }) {
  const { tool, take, layDown } = useSelection('tool', 'take', 'layDown');
  const isRare = (each: Tool) => !FIRST_TOOLS.includes(each);
  const rare = tools.filter(isRare);
  return (
    <div
      className="flex w-[76px] shrink-0 flex-col overflow-y-auto border-r border-rule bg-raised px-1 py-1 max-[719px]:w-full max-[719px]:flex-row max-[719px]:overflow-x-auto max-[719px]:border-t max-[719px]:border-r-0"
      role="toolbar"
      aria-label={t('sheet.tools')}
      aria-orientation="vertical"
    >
      {tools
        .filter((each) => !isRare(each) || each === tool)
        .map((each) => (
          <button
            key={each}
            type="button"
            aria-pressed={tool === each}
            title={t('sheet.take-up', { what: t(`tool.${each}`), letter: letterOf(each) })}
            onClick={() => (tool === each ? layDown() : take(each))}
            className={TILE}
          >
            <Stamp letter={letterOf(each)} isTaken={tool === each} />
            <span className={`${WORD} ${tool === each ? 'font-semibold text-water' : ''}`}>{t(`tool.${each}`)}</span>
          </button>
        ))}
      {rare.length > 0 ? (
        <DropdownMenu.Root>
          <DropdownMenu.Trigger asChild>
            <button type="button" className={TILE} title={t('sheet.more-tools')} aria-label={t('sheet.more-tools')}>
              <Stamp letter="…" isTaken={false} />
              <span className={WORD}>{t('sheet.more')}</span>
            </button>
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content
              side="right"
              align="end"
              sideOffset={6}
              className="z-50 grid grid-cols-2 gap-1 rounded-[3px] border border-rule-strong bg-raised p-2 shadow-xl"
            >
              {rare.map((each) => (
                <DropdownMenu.Item
                  key={each}
                  onSelect={() => take(each)}
                  className="flex min-h-11 cursor-pointer items-center gap-2 rounded-[2px] px-2 outline-none data-[highlighted]:bg-water-soft"
                >
                  <Stamp letter={letterOf(each)} isTaken={tool === each} /> {t(`tool.${each}`)}
                </DropdownMenu.Item>
              ))}
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      ) : null}
    </div>
  );
}

/** A letter as a stamp leaves it: as it will stand on the sheet. */
function Stamp({ letter, isTaken }: { letter: string; isTaken: boolean }) {
  return (
    <span
      aria-hidden
      className={`grid size-9 place-items-center rounded-[2px] border-2 text-lg leading-none font-bold max-[719px]:size-11 ${isTaken ? 'border-water bg-water text-paper' : 'border-ink text-ink'}`}
    >
      {letter}
    </span>
  );
}
