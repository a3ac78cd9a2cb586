import type { HistoryEntry } from '@nachweis/contract';
import { formatPoints } from '@nachweis/core';
import { dateAndTime } from '../ui/when.ts';

const VERDICTS = { shown: 'shown', partly: 'partly shown', 'not-shown': 'not shown' } as const;
const verdictWords = (verdict: keyof typeof VERDICTS | null): string =>
  verdict ? VERDICTS[verdict] : 'no verdict';

/** What one thing did, in words. */
export function historyWords({ change, reason }: HistoryEntry, timeZone: string): string {
  switch (change.kind) {
    case 'verdict':
      return change.from === null
        ? `${change.code}: ${verdictWords(change.to)}`
        : `${change.code}: ${verdictWords(change.from)}, then ${verdictWords(change.to)}`;
    case 'level':
      return change.from === null
        ? `${change.title}: ${change.to ?? 'no level'}`
        : `${change.title}: ${change.from}, then ${change.to ?? 'no level'}`;
    case 'adjustment':
      return `by hand: ${formatPoints(change.from)}, then ${formatPoints(change.to)}`;
    case 'correction':
      return change.to === null
        ? `for all: ${change.code} counts no more`
        : `for all: ${change.code} is worth ${formatPoints(change.to)}`;
    case 'released':
      return change.seenAt ? `to be released ${dateAndTime(change.seenAt, timeZone)}` : 'released';
    case 'taken-back':
      // Without words it went by itself: it was not complete any more, or judged no more.
      return reason
        ? 'release taken back'
        : 'not to be released any more, since a verdict was missing or a newer attempt came';
  }
}
