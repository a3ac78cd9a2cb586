import type { PeopleAnswer, PersonLine } from '@nachweis/contract';
import type { ClassList } from './readList.ts';

type Outcome = PeopleAnswer['lines'][number];

/** A line of a class list with what becomes of it. */
export interface ListLine {
  number: number;
  person: PersonLine | null;
  shown: string;
  /** as it stands there */
  email: string;
  faults: readonly string[];
  /** null: nobody was asked yet, or it cannot be entered as it stands */
  outcome: Outcome | null;
  /** it stands in the way of all, until it is mended or left out */
  isMarked: boolean;
}

const IN_THE_WAY: ReadonlySet<Outcome['outcome']> = new Set(['twice', 'own-role']);

/**
 * The lines of a list beside what the server says of them.
 * @param answer of those that can be read, in their order; null: not known yet
 */
export function linesOf({ lines }: ClassList, answer: PeopleAnswer | null): ListLine[] {
  let next = 0;
  return lines.map((line) => {
    const outcome = (line.person && answer?.lines[next++]) || null;
    const isMarked = !line.person || (outcome !== null && IN_THE_WAY.has(outcome.outcome));
    return { ...line, outcome, isMarked };
  });
}

/** What is to be entered: all of it, or all but what is marked. Null: marked lines stand in the way, or nothing is left. */
export function toEnter(
  lines: readonly ListLine[],
  leavingOut: boolean,
): { people: PersonLine[]; looked: Outcome[] } | null {
  if (!leavingOut && lines.some(({ isMarked }) => isMarked)) return null;
  const people: PersonLine[] = [];
  const looked: Outcome[] = [];
  for (const { person, outcome, isMarked } of lines)
    if (!isMarked) {
      if (!person || !outcome) return null;
      people.push(person);
      looked.push(outcome);
    }
  return people.length > 0 ? { people, looked } : null;
}

/** How many lines become what, such as "298 new, 2 marked". */
export function countsOf(lines: readonly ListLine[]): ReadonlyMap<Outcome['outcome'] | 'marked', number> {
  const counts = new Map<Outcome['outcome'] | 'marked', number>();
  for (const { outcome, isMarked } of lines) {
    const what = isMarked ? 'marked' : outcome?.outcome;
    if (what) counts.set(what, (counts.get(what) ?? 0) + 1);
  }
  return counts;
}

/** The columns of its own that a list has, in the order in which they first come. */
export const ownColumns = (lines: readonly ListLine[]): string[] => [
  ...new Set(lines.flatMap(({ person }) => Object.keys(person?.fields ?? {}))),
];
