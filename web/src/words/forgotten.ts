import type { AssignmentCard } from '@nachweis/contract';

export type StudentCard = Extract<AssignmentCard, { as: 'student' }>;

/** Less than this before it is due, also what nobody has begun is worth a word. */
const NEAR_MS = 24 * 3_600_000;

/** Whether something that can still be handed in is not, as far as it is there or due soon. */
export function isForgotten(card: StudentCard, now: number): boolean {
  if (card.exempt || (card.window !== 'open' && card.window !== 'late')) return false;
  if (card.notHandedIn > 0) return true;
  const begun = card.state === 'to-do' || card.state === 'draft';
  return begun && Date.parse(card.dueAt) - now < NEAR_MS;
}

/** What of an assignment is not handed in. */
export function draftWords({ state, pictures, proofPoints, notHandedIn, statement }: StudentCard): string {
  const missing = statement === 'missing' ? ', the statement is not written' : '';
  if (state === 'handed-in' || state === 'returned')
    return notHandedIn === 1
      ? 'One picture is newer than what you handed in.'
      : `${notHandedIn} pictures are newer than what you handed in.`;
  if (pictures === 0) return `Not handed in: no picture yet${missing}.`;
  const have = pictures === 1 ? 'one picture is there' : `${pictures} pictures are there`;
  const of = proofPoints === 1 ? 'one proof point' : `${proofPoints} proof points`;
  return `Not handed in: ${have} for ${of}${missing}.`;
}
