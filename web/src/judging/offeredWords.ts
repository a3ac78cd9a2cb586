import type { RemarkStock } from '@nachweis/contract';

/** Words that are offered for a remark. */
export interface Offered {
  text: string;
  /** set where they are kept for oneself */
  stockId: string | null;
  /** how often they were said in this assignment */
  times: number;
}

/** What the remark that is being written is about, and its words so far. */
export interface Sought {
  text: string;
  mustShowId: string | null;
  proofPointId: string | null;
}

const wordsOf = (text: string): string[] => text.toLocaleLowerCase().split(/\s+/).filter(Boolean);

/**
 * Kept words and what was said before, each text once: first what was said of the same must-show, then of the same proof
 * point, then what is kept, then the rest; of those alike what was said more often. Every word that was typed has to be
 * the beginning of a word in it.
 */
export function offeredWords({ own, said }: RemarkStock, sought: Sought, most: number): Offered[] {
  const typed = wordsOf(sought.text);
  const fits = (text: string) => {
    const words = wordsOf(text);
    return text !== sought.text && typed.every((one) => words.some((word) => word.startsWith(one)));
  };
  const found = new Map<string, Offered & { near: number }>();
  const add = (text: string, near: number, times: number, stockId: string | null) => {
    if (!fits(text)) return;
    const there = found.get(text);
    found.set(text, {
      text,
      near: Math.max(near, there?.near ?? 0),
      times: times + (there?.times ?? 0),
      stockId: stockId ?? there?.stockId ?? null,
    });
  };
  for (const { id, text } of own) add(text, 1, 0, id);
  for (const { text, mustShowId, proofPointId, times } of said) {
    const same = mustShowId !== null && mustShowId === sought.mustShowId;
    add(text, same ? 3 : proofPointId !== null && proofPointId === sought.proofPointId ? 2 : 0, times, null);
  }
  return [...found.values()]
    .sort((a, b) => b.near - a.near || b.times - a.times || a.text.localeCompare(b.text))
    .slice(0, most)
    .map(({ near: _, ...offered }) => offered);
}
