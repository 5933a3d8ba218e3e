import { SpaceDto, checkShape } from '@caulkhorn/contract';
import type { Space } from '@caulkhorn/core/jobs';
import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { t } from '../messages/t';
import { Button } from '../shared/ui/button';
import { faultText } from '../shared/fault-text';
import { parts, useJob } from '../job/job-context';

/** The rooms in the order of the walk: renamed, moved, or taken off when no face stands in them. */
export function RoomsPanel() {
  const { model, put, remove } = useJob(parts('model', 'put', 'remove'));
  const rooms = [...model.spaces].sort((a, b) => a.order - b.order);
  const moveTo = (from: number, to: number) => {
    const order = rooms.toSpliced(from, 1).toSpliced(to, 0, rooms[from]!);
    put('space', ...order.flatMap((each, i) => (each.order === i ? [] : [{ ...each, order: i }])));
  };
  if (rooms.length === 0) return null;
  return (
    <details className="mt-4">
      <summary className="py-1 font-medium">{t('rooms.title', { n: rooms.length })}</summary>
      <ul className="flex flex-col gap-2">
        {rooms.map((room, i) => (
          <li key={room.id} className="flex items-end gap-1">
            <RoomName key={room.name} room={room} save={(name) => put('space', { ...room, name })} />
            <RoomButton label={t('rooms.up', { name: room.name })} disabled={i === 0} onClick={() => moveTo(i, i - 1)}>
              <ArrowUp size={15} aria-hidden />
            </RoomButton>
            <RoomButton label={t('rooms.down', { name: room.name })} disabled={i === rooms.length - 1} onClick={() => moveTo(i, i + 1)}>
              <ArrowDown size={15} aria-hidden />
            </RoomButton>
            <RoomButton
              label={t('rooms.remove', { name: room.name })}
              disabled={model.faces.some(({ spaceId }) => spaceId === room.id)}
              onClick={() => remove('space', room.id)}
            >
              <Trash2 size={15} aria-hidden />
            </RoomButton>
          </li>
        ))}
      </ul>
    </details>
  );
}

function RoomButton({ label, ...rest }: { label: string; disabled: boolean; onClick(): void; children: React.ReactNode }) {
  return <Button look="quiet" size="small" className="mb-0.5 max-[719px]:size-12" aria-label={label} title={label} {...rest} />;
}

function RoomName({ room, save }: { room: Space; save(name: string): void }) {
  const [text, setText] = useState(room.name);
  const name = text.trim();
  const shape = checkShape(SpaceDto, { ...room, name });
  return (
    <div className="min-w-0 flex-1">
      <input
        className="h-9 w-full rounded-[3px] border border-rule-strong bg-raised px-2 aria-invalid:border-2 aria-invalid:border-iron max-[719px]:h-14"
        aria-label={t('room.name')}
        aria-invalid={!shape.ok}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={() => shape.ok && name !== room.name && save(name)}
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
      />
      {shape.ok ? null : (
        <p role="alert" className="text-[13px] font-medium text-iron">
          {faultText(shape.issues[0]!)}
        </p>
      )}
    </div>
  );
}
