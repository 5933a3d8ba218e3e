import { isLevelFace } from '@caulkhorn/core/jobs';
import { ArrowLeft, Ellipsis, Focus, type LucideIcon, Maximize2, ZoomIn, ZoomOut } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { t } from '../messages/t';
import { Button } from '../shared/ui/button';
import { parts, useJob, useSelection } from '../job/job-context';
import type { SheetCamera } from './sheet-camera';
import { FIRST_TOOLS, TOOLS } from './tools';

const ZOOM_STEP = 1.4;

/** Tools, zoom, and what the tool in hand is waiting for. */
export function SheetToolbar({ camera, editable }: { camera: SheetCamera; editable: boolean }) {
  const { selected } = useSelection('selected');
  return (
    <>
      <div
        className="absolute bottom-2 left-14 flex max-w-[calc(100%-64px)] flex-wrap gap-1 rounded-[3px] border border-rule bg-raised p-1"
        role="toolbar"
        aria-label={t('sheet.tools')}
      >
        {editable ? <Tools /> : null}
        <LookButton label={t('sheet.zoom-in')} icon={ZoomIn} onClick={() => camera.zoomBy(ZOOM_STEP)} />
        <LookButton label={t('sheet.zoom-out')} icon={ZoomOut} onClick={() => camera.zoomBy(1 / ZOOM_STEP)} />
        <LookButton label={t('sheet.fit-chosen')} icon={Focus} disabled={!selected} onClick={() => camera.showChosen()} />
        <LookButton label={t('sheet.fit')} icon={Maximize2} onClick={() => camera.lookAgain(true)} />
      </div>
      <PlateButton />
    </>
  );
}

function LookButton({ label, icon: Icon, ...rest }: { label: string; icon: LucideIcon; disabled?: boolean; onClick(): void }) {
  return (
    <Button size="small" look="quiet" aria-label={label} title={label} className="w-8 px-0! max-[719px]:size-12" {...rest}>
      <Icon size={16} aria-hidden />
    </Button>
  );
}

function Tools() {
  const { tool, take } = useSelection('tool', 'take');
  const first = TOOLS.filter((each) => FIRST_TOOLS.has(each.tool) || each.tool === tool);
  return (
    <>
      {first.map(({ tool: each, icon: Icon, letter }) => (
        <Button
          key={each}
          size="small"
          look={tool === each ? 'solid' : 'quiet'}
          aria-pressed={tool === each}
          title={`${t(`tool.${each}`)} (${letter})`}
          onClick={() => take(each)}
          className="max-[719px]:h-12"
        >
          <Icon size={16} aria-hidden />
          <span className={each === 'select' ? 'sr-only' : '@max-[700px]:sr-only'}>{t(`tool.${each}`)}</span>
        </Button>
      ))}
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button size="small" look="quiet" className="max-[719px]:h-12" title={t('sheet.more-tools')} aria-label={t('sheet.more-tools')}>
            <Ellipsis size={16} aria-hidden />
          </Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            side="top"
            align="start"
            sideOffset={6}
            className="z-50 grid grid-cols-2 gap-x-2 rounded-[3px] border border-rule-strong bg-raised p-1 shadow-xl"
          >
            {TOOLS.filter((each) => !FIRST_TOOLS.has(each.tool)).map(({ tool: each, icon: Icon, letter }) => (
              <DropdownMenu.Item
                key={each}
                onSelect={() => take(each)}
                className="flex h-9 cursor-pointer items-center gap-2 rounded-[3px] px-2 outline-none data-[highlighted]:bg-sunk max-[719px]:h-12"
              >
                <Icon size={16} aria-hidden />
                <span className="flex-1">{t(`tool.${each}`)}</span>
                <kbd className="text-[13px] text-soft">{letter}</kbd>
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </>
  );
}

/** A level face stands edge-on in the section; here it opens in true plan. */
function PlateButton() {
  const { model } = useJob(parts('model'));
  const { selected, openPlateId, openPlate } = useSelection('selected', 'openPlateId', 'openPlate');
  const face = selected?.kind === 'face' ? model.faces.find((f) => f.id === selected.id) : undefined;
  if (openPlateId)
    return (
      <Button className="absolute top-2 left-2" onClick={() => openPlate(null)}>
        <ArrowLeft size={16} /> {t('sheet.back-to-section')}
      </Button>
    );
  if (!face || !isLevelFace(face)) return null;
  return (
    <Button className="absolute top-7 left-16" onClick={() => openPlate(face.id)}>
      {t('sheet.open-plan', { mark: face.mark })}
    </Button>
  );
}
