import type { LedgerCell } from '@nachweis/contract';

/** By what a book is looked through. */
export const STANDS = ['all', 'waiting', 'marked', 'released', 'late', 'none', 'exempt'] as const;
export type Stand = (typeof STANDS)[number];

export const STAND_WORDS: Readonly<Record<Stand, string>> = {
  all: 'all',
  waiting: 'waiting',
  marked: 'not released',
  released: 'released',
  late: 'late',
  none: 'nothing handed in',
  exempt: 'exempt',
};

/** Whether one of a student's cells stands so. */
export const standsSo = (cells: ReadonlyArray<Pick<LedgerCell, 'state' | 'late'>>, stand: Stand): boolean =>
  stand === 'all' || cells.some(({ state, late }) => (stand === 'late' ? late : state === stand));
