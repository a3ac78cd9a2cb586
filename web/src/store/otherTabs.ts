import type { DraftDocument, VerdictsNow } from '@nachweis/contract';
import type { Judged } from './judgement.ts';

/**
 * What one page has learnt of the server and the other tabs of this browser have not: what waited is in no tab's store
 * any more, and they would show what was before.
 */
export type Word = SheetWord | JudgedWord;

interface SheetWord {
  of: 'sheet';
  personId: string;
  assignmentId: string;
  /** as the server has it now; null where more than that has changed, and the sheet is to be read anew */
  draft: DraftDocument | null;
}

interface JudgedWord {
  of: 'judgement';
  judged: Judged;
  now: VerdictsNow;
}

const channel = new BroadcastChannel('nachweis-words');
const listeners = new Set<(word: Word) => void>();
channel.onmessage = ({ data }: MessageEvent<Word>) => {
  for (const listener of listeners) listener(data);
};

export const tellTabs = (word: Word): void => channel.postMessage(word);

export function onOtherTab(listener: (word: Word) => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
