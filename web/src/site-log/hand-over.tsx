import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { DrawersHere } from '../job/drawers-here';
import { useJob } from '../job/job-context';
import { t } from '../messages/t';
import { arriveAs } from '../shared/arrive';
import { drawersHere } from '../shared/drawers';
import { Button } from '../shared/ui/button';
import { Dialog } from '../shared/ui/dialog';

/** On a shared device somebody else takes over where this page stands, by their own PIN. */
export function HandOver() {
  const client = useQueryClient();
  const session = useJob((state) => state.session);
  const othersHere = () => drawersHere().filter(({ personId }) => personId !== session.personId);
  const [others, setOthers] = useState(othersHere);
  const [isOpen, setOpen] = useState(false);
  if (others.length === 0) return null;
  return (
    <>
      <Button size="large" className="mt-2 w-full" onClick={() => setOpen(true)}>
        {t('drawers.hand-over')}
      </Button>
      <Dialog open={isOpen} onOpenChange={setOpen} title={t('drawers.hand-over')}>
        <div className="flex flex-col gap-3">
          <p className="text-soft">{t('drawers.hand-over-about')}</p>
          <DrawersHere
            drawers={others}
            onShut={() => setOthers(othersHere())}
            onOpened={async (opened) => {
              await arriveAs(opened, client);
              // the page begins anew as theirs, at the same place
              location.reload();
            }}
          />
        </div>
      </Dialog>
    </>
  );
}
