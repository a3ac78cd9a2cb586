import { useEffect, useState } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import { keepNote, readNote } from '../store/notes.ts';
import type { BuilderForm } from './form.ts';

/** What was written and not saved yet, with the version it was written on. */
export interface Kept {
  version: number;
  form: BuilderForm;
}

const keyOf = (id: string) => `nachweis-builder-${id}`;
/** So long nothing was typed, it is written down. */
const PAUSE_MS = 400;

/** What an earlier visit left unsaved, also where somebody else has saved another version since; null for nothing. */
export const keptForm = (id: string): Kept | null => readNote<Kept>(keyOf(id));

export const forgetForm = (id: string): void => void keepNote(keyOf(id), null);

/**
 * Keeps what is written in this browser until it is saved, so that a reload or a crash takes nothing.
 * @returns whether the browser takes it
 */
export function useBuilderDraft(id: string, version: number, form: UseFormReturn<BuilderForm>): boolean {
  const { watch, formState } = form;
  // Read here, so that the library keeps it.
  const { isDirty } = formState;
  const [isTaken, setTaken] = useState(true);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const { unsubscribe } = watch((value) => {
      clearTimeout(timer);
      timer = setTimeout(() => {
        // Without room it is in this page only, which says so and warns before it is left.
        setTaken(keepNote(keyOf(id), { version, form: value }));
      }, PAUSE_MS);
    });
    return () => {
      clearTimeout(timer);
      unsubscribe();
    };
  }, [id, version, watch]);
  useEffect(() => {
    if (!isDirty) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    addEventListener('beforeunload', warn);
    return () => removeEventListener('beforeunload', warn);
  }, [isDirty]);
  return isTaken;
}
