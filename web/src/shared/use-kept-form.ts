import type { Issue } from '@caulkhorn/core/issues';
import { useEffect, useRef } from 'react';
import { type DefaultValues, type FieldPath, type FieldValues, type UseFormReturn, useForm } from 'react-hook-form';
import { ApiError } from './api';
import { faultText } from './fault-text';
import { DRAFT_PREFIX } from './kept-answers';
import { refusalOf } from './refusal';

export type KeptForm<T extends FieldValues> = UseFormReturn<T> & {
  /** where what is typed is kept; nothing is there once it has been saved */ storageKey: string;
  /** shows each finding beside its field; what belongs to no field goes to the form as a whole */ showIssues(
    issues: readonly Issue[],
    prefix?: string,
  ): void;
  /** shows what a route refused of it; what is no refusal is thrown on */ showRefusal(fault: unknown): void;
  /** what was typed has been saved and need not be kept */ forget(): void;
};

/** A form whose typed text survives leaving the screen, a reload and a crash, until it is saved. */
export function useKeptForm<T extends FieldValues>(key: string, defaults: T): KeptForm<T> {
  const storageKey = `${DRAFT_PREFIX}${key}`;
  const form = useForm<T>({ defaultValues: { ...defaults, ...kept<T>(storageKey) } as DefaultValues<T> });
  // under another key, such as in other units, the text kept there is shown: what is typed never changes its unit by itself
  const shown = useRef(storageKey);
  useEffect(() => {
    if (shown.current === storageKey) return;
    shown.current = storageKey;
    form.reset({ ...defaults, ...kept<T>(storageKey) });
  });
  useEffect(() => {
    const { unsubscribe } = form.watch((values, { name }) => {
      // a field, typed in or set by a tool beside it; not the form as a whole set back
      if (name) localStorage.setItem(storageKey, JSON.stringify(values));
    });
    return unsubscribe;
  }, [form, storageKey]);
  const showIssues = (issues: readonly Issue[], prefix = '') => {
    const said = new Map<FieldPath<T>, string[]>();
    for (const found of issues) {
      const path = prefix && found.path.startsWith(`${prefix}.`) ? found.path.slice(prefix.length + 1) : found.path;
      const name = Object.keys(defaults).find(
        (field) => path === field || path.endsWith(`.${field}`) || path.startsWith(`${field}[`) || path.startsWith(`${field}.`),
      );
      const place = (name ?? 'root') as FieldPath<T>;
      said.set(place, [...(said.get(place) ?? []), faultText(found)]);
    }
    // several of one place are all told
    for (const [place, texts] of said) form.setError(place, { message: [...new Set(texts)].join(' ') });
  };
  return {
    ...form,
    storageKey,
    showIssues,
    showRefusal(fault) {
      if (!(fault instanceof ApiError)) throw fault;
      if (fault.code === 'invalid') return showIssues(fault.issues());
      form.setError('root', { message: refusalOf(fault) });
    },
    forget: () => localStorage.removeItem(storageKey),
  };
}

function kept<T>(storageKey: string): Partial<T> {
  try {
    return JSON.parse(localStorage.getItem(storageKey) ?? '{}') as Partial<T>;
  } catch {
    return {};
  }
}
