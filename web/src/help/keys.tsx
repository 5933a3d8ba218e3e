import { Suspense, lazy, useEffect, useState } from 'react';

const KeysHelp = lazy(() => import('./keys-help'));

/** `?` shows the keys of the screen one is at, wherever that is; what shows them is fetched when it is asked for. */
export function Keys() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== '?' || (event.target as HTMLElement).closest('input, textarea, select')) return;
      event.preventDefault();
      setOpen(true);
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, []);
  return open ? (
    <Suspense>
      <KeysHelp close={() => setOpen(false)} />
    </Suspense>
  ) : null;
}
