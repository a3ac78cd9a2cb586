import type { Comparable, ReferencePicture } from '@nachweis/contract';
import type { Compared } from '../workers/compare.worker.ts';

/** How two pictures are shown, and the key for it. */
export const VIEWS = [
  { value: 'beside', words: 'Beside each other', key: '1' },
  { value: 'over', words: 'One over the other', key: '2' },
  { value: 'turns', words: 'In turns', key: '3' },
  { value: 'difference', words: 'What differs', key: '4' },
] as const;
export type View = (typeof VIEWS)[number]['value'];

/** One of the two pictures that are compared. */
export interface Side {
  id: string;
  /** whose it is, and which: "Imre Vogt, attempt 2, picture 1" */
  words: string;
  group: 'attempt' | 'reference' | 'student';
  width: number;
  height: number;
  href: string;
}

export function sideOf({
  itemId,
  student,
  attempt,
  place,
  isOwn,
  width,
  height,
  baseHref,
}: Comparable): Side {
  const words = `${student}${attempt > 1 ? `, attempt ${attempt}` : ''}${place === null ? '' : `, picture ${place}`}`;
  return { id: itemId, words, group: isOwn ? 'attempt' : 'student', width, height, href: baseHref };
}

/** @param index from 0, among the references of its proof point */
export function sideOfReference({ id, caption, width, height, href }: ReferencePicture, index: number): Side {
  const words = `Reference ${index + 1}${caption ? `: ${caption}` : ''}`;
  return { id, words, group: 'reference', width, height, href };
}

/** How the second was laid on the first. */
export function alignmentWords({ alignment, covered, places, unlisted }: Compared): string {
  const { sure, scale, dx, dy } = alignment;
  const specks =
    unlisted === 0
      ? ''
      : ` ${places.length > 0 ? 'Besides, ' : ''}${unlisted} ${unlisted === 1 ? 'pixel differs' : 'pixels differ'} here and there, too scattered to be listed; “What differs” shows ${unlisted === 1 ? 'it' : 'them'}.`;
  if (!sure)
    return `The two have too little in common to be aligned. They lie with their upper left corners on each other, at actual pixels.${specks}`;
  const percent = Math.round(scale * 1000) / 10;
  const [x, y] = [Math.round(dx), Math.round(dy)];
  const moved = x === 0 && y === 0 ? '' : `moved by ${x}, ${y} pixels`;
  const scaled = percent === 100 ? '' : `scaled to ${percent} %`;
  const done = [scaled, moved].filter(Boolean).join(' and ');
  const part =
    covered < 0.995 ? ` It covers ${Math.round(covered * 100)} % of this one; the rest is not compared.` : '';
  return `${done ? `The other was ${done}, so that what both show lies on each other.` : 'Both lie on each other as they are.'}${part}${specks}`;
}

/** How many places differ, and at which one is. */
export function placeWords({ places, unlisted }: Compared, place: number): string {
  if (place >= 0) return `Place ${place + 1} of ${places.length}`;
  if (places.length > 0) return `${places.length} ${places.length === 1 ? 'place differs' : 'places differ'}`;
  return unlisted > 0 ? 'Only specks differ' : 'Nothing differs';
}
