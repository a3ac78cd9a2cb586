import type { Assignment, GradeDocument, Receipt, RemarkSign, VerdictName } from '@nachweis/contract';
import { formatPoints, type LatePer } from '@nachweis/core';
import type * as z from 'zod';

/** The sentences of printed documents; those of the pages stand in the web. */
export const VERDICT_WORDS: Readonly<Record<z.infer<typeof VerdictName>, string>> = {
  shown: 'shown',
  partly: 'partly shown',
  'not-shown': 'not shown',
};

export const SIGN_WORDS: Readonly<Record<RemarkSign, string>> = {
  right: 'Right',
  wrong: 'Wrong',
  query: 'A question',
};

/** Day and time in the course's zone, which is named. */
export const dateWords = (instant: string, timeZone: string): string =>
  `${new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeStyle: 'short', timeZone }).format(new Date(instant))} (${timeZone})`;

export const lateWords = ({ late, dueAt, timeZone }: Receipt): string =>
  late ? `late; due ${dateWords(dueAt, timeZone)}` : 'in time';

const PER: Readonly<Record<LatePer, string>> = {
  hour: 'started hours',
  day: 'started days of 24 hours',
  'calendar-day': 'days of the calendar',
};

/** How the points came about, in a line; null where the verdicts alone made them. */
export function pointWords(
  { fromVerdicts, lateSteps, lateCost, adjustment, reason, exact, total }: GradeDocument,
  rule: Assignment['lateRule'],
): string | null {
  if (lateCost === 0 && adjustment === 0 && exact === total) return null;
  const parts = [`${formatPoints(fromVerdicts)} from the verdicts`];
  if (rule && lateCost > 0)
    parts.push(`${formatPoints(-lateCost)} for being late, ${lateSteps} ${PER[rule.per]}`);
  if (adjustment !== 0)
    parts.push(`${adjustment > 0 ? '+' : ''}${formatPoints(adjustment)} by hand: ${reason}`);
  if (exact !== total) parts.push(`rounded to ${formatPoints(total)}`);
  return parts.join(', ');
}

export const RECEIPT_NOTE =
  'Each file’s SHA-256 stands beside its name. Anybody can check the signed receipt and the files at the page “Check a receipt”.';
