import type { Issue } from '@caulkhorn/core/issues';
import { isEqual, mapValues } from 'es-toolkit';
import { useEffect, useRef } from 'react';
import type { DefaultValues, FieldPath, FieldValues, UseFormRegisterReturn } from 'react-hook-form';
import { type KeptForm, useKeptForm } from './use-kept-form';

interface Saving<T extends FieldValues, O> {
  /** under what typed text is kept until it is saved */ key: string;
  /** the thing that is changed; as another value it was changed elsewhere */ of: O;
  /** it, as the form shows it */ texts: T;
  isEditable: boolean;
  /** writes the texts down, or answers what keeps it from that */ write(texts: T): readonly Issue[];
  /** chosen here, with nothing to be written yet: stays when the thing changes elsewhere */ stays?(typed: T, before: O): Partial<T>;
  /** findings below this path belong to fields of the form */ prefix?: string;
}

export type SavingForm<T extends FieldValues> = KeptForm<T> & {
  /** saves what is there, or shows beside each field why not */ save(): void;
  /** a text: saved when it is left */ field(name: FieldPath<T>): UseFormRegisterReturn;
  /** a choice: saved when it is made */ choice(name: FieldPath<T>): UseFormRegisterReturn;
};

/**
 * A form of something that is there already: each field is saved as it is left, without a button. What cannot be saved stays, with the
 * reason beside it; what others change shows at once, and what is being typed here stays.
 */
export function useSavingForm<T extends FieldValues, O>(saving: Saving<T, O>): SavingForm<T> {
  const { key, of, texts, isEditable, write, stays, prefix } = saving;
  const form = useKeptForm<T>(key, texts);
  const { register, reset, clearErrors, getValues } = form;
  const save = () => {
    clearErrors();
    const typed = getValues();
    const issues = write(typed);
    if (issues.length > 0) return form.showIssues(issues, prefix);
    // the fields stay in place: who leaves one by pressing a box ticks that box in the same moment
    reset(typed, { keepFieldsRef: true });
    form.forget();
  };

  // what is being typed is told apart only where someone asks for it
  const { dirtyFields } = form.formState;
  const seen = useRef({ of, texts });
  useEffect(() => {
    const before = seen.current;
    if (before.of === of) return;
    seen.current = { of, texts };
    const typed = getValues();
    // only what changed is shown anew: what was saved here a moment ago may not have come round yet
    const next = mapValues(texts, (text, name) => (name in dirtyFields || !isEqual(text, before.texts[name]) ? text : typed[name]));
    reset({ ...next, ...stays?.(typed, before.of) } as DefaultValues<T>, { keepDirtyValues: true, keepErrors: true });
    // what was shown anew is no text of anybody's to be kept
    if (Object.keys(dirtyFields).length === 0) form.forget();
  });

  // what was typed before a reload is saved now, or told why not
  useEffect(() => {
    if (isEditable && localStorage.getItem(form.storageKey) !== null) save();
    // only when the form opens
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  return {
    ...form,
    save,
    field: (name) => register(name, { onBlur: save }),
    choice: (name) => register(name, { onChange: save }),
  };
}
