import type { DeviceAnswer } from '@caulkhorn/contract';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { t } from '../messages/t';
import { api } from '../shared/api';
import { deviceId } from '../shared/device';
import { refusalOf } from '../shared/refusal';
import { fullTime } from '../shared/times';
import { Button } from '../shared/ui/button';
import { Dialog } from '../shared/ui/dialog';
import { Failed, Loading } from '../shared/ui/states';

const ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;

/** Devices that write the log of a house: one's own, or all of them for who looks after its people. A lost one is told so here. */
export function Devices({ organisationId, personId }: { organisationId: string; personId: string }) {
  const path = `/organisations/${organisationId}/devices`;
  const client = useQueryClient();
  const devices = useQuery({ queryKey: ['devices', organisationId], queryFn: ({ signal }) => api.get<DeviceAnswer[]>(path, signal) });
  const [lost, setLost] = useState<DeviceAnswer | null>(null);
  const tell = useMutation({
    mutationFn: (id: string) => api.post(`${path}/${id}/revocation`, {}),
    onError: (fault) => toast.error(refusalOf(fault)),
    onSettled: () => client.invalidateQueries({ queryKey: ['devices', organisationId] }),
  });
  if (devices.isPending) return <Loading what={t('devices-known.title')} />;
  if (!devices.data) return <Failed fault={devices.error} retry={() => void devices.refetch()} />;
  if (devices.data.length === 0) return <p className="text-soft">{t('devices-known.none')}</p>;
  const here = deviceId(personId);
  const nameOf = ({ id, personName }: DeviceAnswer) => t('devices-known.of', { name: personName, short: id.slice(0, 4) });
  return (
    <>
      <ul className="divide-y divide-rule">
        {devices.data.map((device) => (
          <li key={device.id} className="flex flex-wrap items-center gap-x-3 gap-y-1 py-2">
            <span className="min-w-[14rem] flex-1">
              <b className="font-semibold">{nameOf(device)}</b>
              {device.id === here ? <span className="text-soft"> {t('devices-known.this')}</span> : null}
              <span className="block text-[13px] text-soft">
                {t('devices-known.since', { since: fullTime(device.enrolledAt, ZONE) })}
                {device.lastAt ? ` · ${t('devices-known.last', { at: fullTime(device.lastAt, ZONE) })}` : ''}
                {device.hasKey ? '' : ` · ${t('devices-known.no-key')}`}
              </span>
              {device.revokedAt ? (
                <span className="block font-medium text-iron">
                  {t('devices-known.lost-since', { at: fullTime(device.revokedAt, ZONE) })}
                </span>
              ) : null}
            </span>
            {device.revokedAt ? null : <Button onClick={() => setLost(device)}>{t('devices-known.lost')}</Button>}
          </li>
        ))}
      </ul>
      {lost ? (
        <Dialog open onOpenChange={() => setLost(null)} title={t('devices-known.lost-title', { device: nameOf(lost) })}>
          <p className="max-w-[55ch]">{t('devices-known.lost-about')}</p>
          <div className="mt-4 flex justify-end gap-2">
            <Button onClick={() => setLost(null)}>{t('devices-known.keep')}</Button>
            <Button
              look="solid"
              onClick={() => {
                tell.mutate(lost.id);
                setLost(null);
              }}
            >
              {t('devices-known.tell')}
            </Button>
          </div>
        </Dialog>
      ) : null}
    </>
  );
}
