import { type RefObject, useCallback, useEffect, useRef, useState } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import { keepNote, readNote } from '../store/notes.ts';
import type { BuilderForm } from './form.ts';

/** What was written and not saved yet, with the version it was written on. */
export interface Kept {
  version: number;
  form: BuilderForm;
}

/** Under what a person's unsaved changes of an assignment are kept: another one at the same computer has their own. */
export const keptUnder = (personId: string, assignmentId: string): string => `${personId}/${assignmentId}`;

const keyOf = (id: string) => `nachweis-builder-${id}`;
/** As an earlier version kept it, for whoever came first. */
const olderKeyOf = (id: string) => keyOf(id.slice(id.indexOf('/') + 1));
/** So long nothing was typed, it is written down. */
const PAUSE_MS = 400;

/**
 * What an earlier visit left unsaved, also where somebody else has saved another version since; null for nothing.
 * @param id what keptUnder gives, or the name of a new one
 */
export const keptForm = (id: string): Kept | null =>
  readNote<Kept>(keyOf(id)) ?? readNote<Kept>(olderKeyOf(id));

/** @returns whether the browser takes it */
export const keepForm = (id: string, kept: Kept): boolean => keepNote(keyOf(id), kept);

export function forgetForm(id: string): void {
  keepNote(keyOf(id), null);
  keepNote(olderKeyOf(id), null);
}

interface BuilderDraft {
  /** whether the browser takes it */
  isTaken: boolean;
  /** what was typed a moment ago is kept without a pause: one goes elsewhere */
  keepNow: () => void;
  /** it is saved: nothing of it is kept, also not what was typed a moment ago */
  onSaved: () => void;
}

/** Keeps what is written in this browser until it is saved, so that a reload or a crash takes nothing. */
export function useBuilderDraft(id: string, version: number, form: UseFormReturn<BuilderForm>): BuilderDraft {
  const { watch, formState, getValues } = form;
  // Read here, so that the library keeps it.
  const { isDirty } = formState;
  const [isTaken, setTaken] = useState(true);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  /** what is kept, as far as this tab knows */
  const known = useRef(keptForm(id));
  const keepNow = useCallback(() => {
    if (timer.current === undefined) return;
    forgetTimer(timer);
    // Without room it is in this page only, which says so and warns before it is left.
    const written = { version, form: getValues() };
    const isKept = keepForm(id, written);
    if (isKept) known.current = written;
    setTaken(isKept);
  }, [id, version, getValues]);
  useEffect(() => {
    const { unsubscribe } = watch(() => {
      forgetTimer(timer);
      timer.current = setTimeout(keepNow, PAUSE_MS);
    });
    return () => {
      forgetTimer(timer);
      unsubscribe();
    };
  }, [watch, keepNow]);
  useEffect(() => {
    if (!isDirty) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    addEventListener('beforeunload', warn);
    return () => removeEventListener('beforeunload', warn);
  }, [isDirty]);
  const onSaved = () => {
    forgetTimer(timer);
    // What another tab has written since is its own, and not saved.
    if (JSON.stringify(keptForm(id)) === JSON.stringify(known.current)) forgetForm(id);
  };
  return { isTaken, keepNow, onSaved };
}

function forgetTimer(timer: RefObject<ReturnType<typeof setTimeout> | undefined>): void {
  clearTimeout(timer.current);
  timer.current = undefined;
}
