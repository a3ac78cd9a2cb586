import type { Assignment } from '@nachweis/contract';
import { VERDICTS } from '@nachweis/core';
import type { JudgementEvents } from '../reviews/judgements.ts';

/** Something that both markers answer: a must-show by a verdict, a criterion by a level. */
export interface Question {
  id: string;
  /** "P1a"; empty for a criterion */
  code: string;
  text: string;
  /** what can be said of it, in its order, the best first */
  choices: readonly string[];
  kind: 'must-show' | 'criterion';
}

/** What an answer is: a place among the choices, whose it is, and when it was given. */
export interface Answer {
  place: number;
  by: string;
  at: string;
}

/** Without those that count no more. */
export function questionsOf({ proofPoints, criteria }: Assignment): Question[] {
  return [
    ...proofPoints.flatMap(({ code, mustShows }) =>
      mustShows
        .filter((mustShow) => mustShow.corrected?.counts !== false)
        .map(({ id, letter, text }): Question => {
          return { id, code: `${code}${letter}`, text, choices: VERDICTS, kind: 'must-show' };
        }),
    ),
    ...criteria.map(({ id, title, levels }): Question => {
      return { id, code: '', text: title, choices: levels.map((level) => level.text), kind: 'criterion' };
    }),
  ];
}

/** Null where it is not answered. */
export function answerTo({ id }: Question, { verdicts, levels }: JudgementEvents): Answer | null {
  const verdict = verdicts.get(id);
  if (verdict?.verdict)
    return { place: VERDICTS.indexOf(verdict.verdict), by: verdict.givenBy, at: verdict.at };
  const level = levels.get(id);
  return level && level.level !== null ? { place: level.level, by: level.givenBy, at: level.at } : null;
}
