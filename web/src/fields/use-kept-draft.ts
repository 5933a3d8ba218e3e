import { useState } from 'react';
import { DRAFT_PREFIX } from '../shared/kept-answers';
import { type DraftRecord, isRecord } from './draft';

/** What is typed into a form of fields, kept on the device until it was saved. Under another key another draft begins. */
export function useKeptDraft(key: string, start: DraftRecord): { draft: DraftRecord; change(draft: DraftRecord): void; forget(): void } {
  const storageKey = `${DRAFT_PREFIX}${key}`;
  const [typed, setTyped] = useState(() => ({ storageKey, draft: kept(storageKey) ?? start }));
  const draft = typed.storageKey === storageKey ? typed.draft : (kept(storageKey) ?? start);
  return {
    draft,
    change(next) {
      setTyped({ storageKey, draft: next });
      localStorage.setItem(storageKey, JSON.stringify(next));
    },
    forget() {
      localStorage.removeItem(storageKey);
      setTyped({ storageKey, draft: start });
    },
  };
}

function kept(storageKey: string): DraftRecord | undefined {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(storageKey) ?? 'null');
    return isRecord(read) ? (read as DraftRecord) : undefined;
  } catch {
    return undefined;
  }
}
