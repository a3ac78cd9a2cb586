import type { NameRoll } from './nameIndex.ts';
import { isSlipOf, spellingsOf, type Word, wordsOf } from './nameWords.ts';

/** How well the words of a name speak of a person. */
export interface PersonMatch {
  /** null: nobody, or more than one */
  personId: string | null;
  /** whoever it may be, the best first */
  candidates: string[];
  why: 'full-name' | 'column' | 'part-of-name' | 'spelling' | 'no-person' | 'several-people' | 'another-name';
}

interface Known {
  id: string;
  surname: Word[][];
  given: Word[][];
  /** values of the class list that nobody else has, as words */
  own: Word[][];
}

/** Finds the person that words speak of, in a class. */
export type PersonFinder = (words: readonly Word[]) => PersonMatch;

const [SLIP, INITIAL, FULL] = [1, 1, 2];
/** A value of one or two signs stands in too many names to speak of anybody. */
const SHORTEST_VALUE = 3;

/** @param isKnown words that speak of something else: the assignment, the course, a proof point, the rule's own text */
export function personFinder(roll: NameRoll, isKnown: (word: Word) => boolean): PersonFinder {
  const people = roll.people.map((person) => ({ ...person, values: Object.values(person.fields) }));
  const timesOf = new Map<string, number>();
  for (const { values } of people)
    for (const value of new Set(values)) timesOf.set(value, (timesOf.get(value) ?? 0) + 1);
  const known: Known[] = people.map(({ id, surname, givenName, values }) => ({
    id,
    surname: spellingsOf(surname),
    given: spellingsOf(givenName),
    own: values
      .filter((value) => timesOf.get(value) === 1)
      .map(wordsOf)
      .filter((words) => words.join('').length >= SHORTEST_VALUE && words.join('') !== ''),
  }));

  const near = peopleNear(known);
  return (words) => {
    const byColumn = known.filter(({ own }) => own.some((value) => followsIn(words, value)));
    const scored = near(words)
      .map((person) => ({ person, ...score(words, person) }))
      .filter(({ points }) => points > 0)
      .sort((a, b) => b.points - a.points);
    const [best, next] = scored;
    const candidates = [
      ...new Set([...byColumn.map(({ id }) => id), ...scored.map(({ person }) => person.id)]),
    ];
    const open = (why: PersonMatch['why']): PersonMatch => ({ personId: null, candidates, why });
    if (byColumn.length > 1) return open('several-people');
    const [owner] = byColumn;
    if (owner) {
      // Two ways to say who it is have to agree.
      const named = best && best.points >= FULL ? scored.filter(({ points }) => points === best.points) : [];
      const agrees = named.length === 0 || named.some(({ person }) => person.id === owner.id);
      return agrees ? { personId: owner.id, candidates, why: 'column' } : open('several-people');
    }
    if (!best) return open('no-person');
    if (next && next.points === best.points) return open('several-people');
    const clear = best.points - (next?.points ?? 0);
    const isOther = words.some((word, at) => /^[a-z]/.test(word) && !best.used.has(at) && !isKnown(word));
    if (clear < 2 && (best.slips > 0 || isOther)) return open('several-people');
    if (best.whole && (best.every || !isOther))
      return { personId: best.person.id, candidates, why: 'full-name' };
    // Somebody else's name stands there beside it: perhaps somebody who is in no list.
    if (isOther) return open('another-name');
    return { personId: best.person.id, candidates, why: best.slips > 0 ? 'spelling' : 'part-of-name' };
  };
}

/** Who can be meant by words at all: those who have one of them, or one with a slip, in their names. Each word is looked up once. */
function peopleNear(known: readonly Known[]): (words: readonly Word[]) => Known[] {
  const byWord = new Map<Word, Set<Known>>();
  for (const person of known) {
    const { surname, given } = person;
    for (const word of [...surname.flat(), ...given.flat(), ...runTogether(surname, given)])
      byWord.set(word, (byWord.get(word) ?? new Set()).add(person));
  }
  const found = new Map<Word, Known[]>();
  const lookUp = (word: Word): Known[] => {
    const there = found.get(word);
    if (there) return there;
    const people = [...byWord].flatMap(([name, some]) =>
      name === word || isSlipOf(word, name) ? [...some] : [],
    );
    found.set(word, people);
    return people;
  };
  return (words) => {
    const near = new Set(words.flatMap(lookUp));
    return known.filter((person) => near.has(person));
  };
}

interface Score {
  points: number;
  /** surname and given name stand there as they are */
  whole: boolean;
  /** of several given names each */
  every: boolean;
  slips: number;
  /** places of the words that speak of the person; two that are written alike are two */
  used: Set<number>;
}

function score(words: readonly Word[], { surname, given }: Known): Score {
  const used = new Set<number>();
  // As names are written where no space stands between: 赵义轩.
  const joined = words.findIndex((word) => runTogether(surname, given).includes(word));
  if (joined >= 0) return { points: 2 * FULL, whole: true, every: true, slips: 0, used: new Set([joined]) };
  const take = (parts: Word[][], isWhole: boolean): { points: number; slips: number } => {
    const there: FoundWord[] = [];
    for (const ways of parts) {
      const found = findWord(words, ways, new Set([...used, ...there.map(({ at }) => at)]));
      if (found) there.push(found);
    }
    if (there.length === 0 || (isWhole && there.length < parts.length)) return { points: 0, slips: 0 };
    for (const { at } of there) used.add(at);
    const slips = there.filter(({ slip }) => slip).length;
    return { points: slips > 0 ? SLIP : FULL, slips };
  };
  const family = take(surname, true);
  // Of several given names the one a person goes by is enough.
  let first = take(given, false);
  if (first.points === 0 && family.points > 0) {
    const initial = words.findIndex(
      (word) => word.length === 1 && given[0]?.some((way) => way.startsWith(word)),
    );
    if (initial >= 0) {
      used.add(initial);
      first = { points: INITIAL, slips: 0 };
    }
  }
  const slips = family.slips + first.slips;
  return {
    points: family.points + first.points,
    whole: family.points === FULL && first.points === FULL,
    every: given.every((ways) => ways.some((way) => words.includes(way))),
    slips,
    used,
  };
}

function runTogether(surname: Word[][], given: Word[][]): Word[] {
  const [family, first] = [surname, given].map((parts) => parts.map(([way = '']) => way).join(''));
  return family && first ? [family + first, first + family] : [];
}

interface FoundWord {
  at: number;
  slip: boolean;
}

function findWord(
  words: readonly Word[],
  ways: readonly Word[],
  used: ReadonlySet<number>,
): FoundWord | null {
  const find = (is: (word: Word) => boolean) => words.findIndex((word, at) => !used.has(at) && is(word));
  const same = find((word) => ways.includes(word));
  if (same >= 0) return { at: same, slip: false };
  const near = find((word) => ways.some((way) => isSlipOf(word, way)));
  return near < 0 ? null : { at: near, slip: true };
}

/** Whether words stand one after the other among others. */
export function followsIn(words: readonly Word[], wanted: readonly Word[]): boolean {
  return words.some(
    (_, at) => wanted.length > 0 && wanted.every((word, index) => words[at + index] === word),
  );
}
