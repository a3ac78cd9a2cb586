import type { Assignment } from '@nachweis/contract';
import type { Match } from './useMatches.ts';

/** What will be handed in for one student. */
export interface HandInOrder {
  studentId: string;
  /** in the order of the proof points, and within each by name */
  pictures: Match[];
  /** proof points that have more pictures than they take */
  tooMany: string[];
}

const byPath = new Intl.Collator('en', { numeric: true });

/** Puts files that are settled together by student; what is left out or open is in none. */
export function handInOrders({ proofPoints }: Assignment, matches: readonly Match[]): HandInOrder[] {
  const byStudent = new Map<string, Match[]>();
  for (const match of matches) {
    const { personId, point } = match;
    if (!personId || !point || isOpen(match)) continue;
    byStudent.set(personId, [...(byStudent.get(personId) ?? []), match]);
  }
  return [...byStudent].map(([studentId, all]) => {
    const pictures = proofPoints.flatMap(({ code }) =>
      all.filter(({ point }) => point === code).sort((a, b) => byPath.compare(a.path, b.path)),
    );
    const tooMany = proofPoints
      .filter(
        ({ code, requirements }) =>
          all.filter(({ point }) => point === code).length > requirements.maxPictures,
      )
      .map(({ code }) => code);
    return { studentId, pictures, tooMany };
  });
}

/** Whether a person has still to say whose or what it is; one that is said is not, also where it is left out. */
export const isOpen = ({ isSaid, confidence }: Match): boolean => !isSaid && confidence === 'open';
