import type { AssignmentCard } from '@nachweis/contract';
import { several } from './counted.ts';

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

/** How far the pictures of a draft have come: more than one proof point needs stand for no other. */
export function pictureWords({ pictures, withPictures, needPictures }: StudentCard): string {
  return needPictures === 0
    ? several(pictures, 'picture')
    : `pictures for ${withPictures} of ${several(needPictures, 'proof point')}`;
}

/** What of an assignment is not handed in. */
export function draftWords(card: StudentCard): string {
  const { state, pictures, notHandedIn, statement } = card;
  const missing = statement === 'missing' ? ', the statement is not written' : '';
  if (state === 'handed-in' || state === 'returned')
    return notHandedIn === 1
      ? 'One picture is newer than what you handed in.'
      : `${notHandedIn} pictures are newer than what you handed in.`;
  if (pictures === 0) return `Not handed in: no picture yet${missing}.`;
  return `Not handed in: ${pictureWords(card)}${missing}.`;
}
