import { useState } from 'react';
import { ApiProblem, sentenceOf } from '../api/apiProblem.ts';

/** Codes of what is wrong, by the name of the field. */
export type FieldFaults = Readonly<Record<string, string>>;

interface Faults {
  faults: FieldFaults;
  /** what is wrong beside the fields; empty: nothing */
  problem: string;
  /** Shows what was thrown, at the fields of the form that it speaks of, and goes to the first of them. */
  tell: (error: unknown, form: HTMLFormElement) => void;
  say: (problem: string) => void;
}

/** What the server found wrong in a form, said at its place. A field's name is the last part of its path in the contract. */
export function useFaults(): Faults {
  const [{ faults, problem }, set] = useState<{ faults: FieldFaults; problem: string }>(NOTHING);
  return {
    faults,
    problem,
    say: (sentence) => set({ faults: {}, problem: sentence }),
    tell: (error, form) => {
      const found = faultsOf(error);
      const first = [...form.elements].find((one) => found[one.getAttribute('name') ?? '']);
      set(first ? { faults: found, problem: '' } : { faults: {}, problem: sentenceOf(error) });
      if (first instanceof HTMLElement) first.focus();
    },
  };
}

const NOTHING = { faults: {}, problem: '' };

/** The first thing that is wrong with each field that an answer names; none where it is about something else. */
export function faultsOf(error: unknown): FieldFaults {
  if (!(error instanceof ApiProblem) || error.code !== 'invalid-request') return {};
  const found: Record<string, string> = {};
  for (const { path, message } of (error.data.fields ?? []) as Array<{ path: string; message: string }>)
    found[path.split('.').at(-1) ?? ''] ??= message;
  return found;
}
