import type { ReactNode } from 'react';
import { Mark } from '../shared/ui/mark';

/** A page for who came by a link and is not signed in. */
export function GatePage({ title, children }: { title: string; children: ReactNode }) {
  return (
    <main id="content" className="mx-auto flex max-w-sm flex-col gap-4 p-6">
      <p className="flex items-center gap-3 text-xl font-bold">
        <Mark /> Caulkhorn
      </p>
      <h1 className="text-xl font-semibold">{title}</h1>
      {children}
    </main>
  );
}
