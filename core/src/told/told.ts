import type { Box } from '../geometry/box.ts';

/** How much something that is told of matters: nothing to do, worth a look, in the way. */
export const LEVELS = ['fine', 'to-check', 'problem'] as const;
export type Level = (typeof LEVELS)[number];

/** What something that is told speaks of; where all is empty, of the whole. */
export interface Place {
  /** the proof point's code, "P1" */
  point?: string | undefined;
  /** a file as its person calls it */
  file?: string | undefined;
  /** part of the picture, in its pixels */
  box?: Box | undefined;
}

/**
 * How checks and rules speak: a code with data, a level and a place. Sentences are made of it where they are shown, so
 * that the wording is in one room.
 */
export interface Told<C extends string = string, D = Readonly<Record<string, unknown>>> {
  code: C;
  level: Level;
  place: Place;
  data: D;
}

/** Everything that can be told in a family, from a map of its codes to their data. */
export type ToldOf<M> = { [C in keyof M & string]: Told<C, M[C]> }[keyof M & string];

/** No data. */
export type Nothing = Readonly<Record<string, never>>;

export function tell<C extends string, D>(level: Level, code: C, data: D, place: Place = {}): Told<C, D> {
  return { code, level, place, data };
}

/** The worst first; within a level as they were. */
export function worstFirst<T extends { level: Level }>(all: readonly T[]): T[] {
  return [...all].sort((a, b) => LEVELS.indexOf(b.level) - LEVELS.indexOf(a.level));
}
