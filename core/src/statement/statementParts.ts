/** A number that is chosen on a line between two ends, with a reason. */
export interface Scale {
  /** how many places it has, from 1 */
  steps: number;
  /** what 1 means, and what the last one */
  least: string;
  most: string;
}

/** What an own statement is made of: free words, answers to questions, or a number with a reason for each proof point. */
export type StatementForm =
  | { kind: 'free' }
  | { kind: 'questions'; questions: readonly string[] }
  | ({ kind: 'scale' } & Scale);

/** One part that is asked for. */
export interface StatementPart {
  heading: string;
  scale: Scale | null;
}

/** An answer as it is written: its number, where one is chosen, and words. */
export interface Answer {
  /** null: none is chosen, or none is asked for */
  value: number | null;
  text: string;
}

/** The parts that a statement is asked in; none for free words. */
export function statementParts(
  form: StatementForm,
  points: ReadonlyArray<{ code: string; title: string }>,
): StatementPart[] {
  if (form.kind === 'questions')
    return form.questions.map((heading) => ({ heading: inOneLine(heading), scale: null }));
  if (form.kind !== 'scale') return [];
  const { steps, least, most } = form;
  return points.map(({ code, title }) => ({
    heading: inOneLine(`${code} ${title}`),
    scale: { steps, least, most },
  }));
}

const inOneLine = (text: string): string => text.replace(/\s+/g, ' ').trim();

/** Begins a heading, as in Markdown, which the whole is. */
const HEADING = '### ';
const VALUE = /^(\d{1,2}) of \d{1,2}(?: \(.*\))?$/;

/**
 * Answers as one text, which is what is kept, handed in, searched and printed: a heading for each part, below it the
 * number with what the ends mean, then the words. Nothing is written for a part without an answer but its heading; where
 * no part has one, nothing at all.
 */
export function joinAnswers(parts: readonly StatementPart[], answers: readonly Answer[]): string {
  if (answers.every(({ value, text }) => value === null && text === '')) return '';
  return parts
    .map(({ heading, scale }, index) => {
      const { value, text } = answers[index] ?? { value: null, text: '' };
      const number =
        scale && value !== null
          ? `${value} of ${scale.steps} (1: ${inOneLine(scale.least)}; ${scale.steps}: ${inOneLine(scale.most)})\n`
          : '';
      return `${HEADING}${heading}\n${number}${kept(text)}`;
    })
    .join('\n\n');
}

/** A line of one's own that looks like a heading, or like a number, is set in by one space more: it stays one's own. */
const kept = (text: string): string => text.replace(/^(?= *(?:### |\d{1,2} of \d))/gm, ' ');
const given = (text: string): string => text.replace(/^ (?= *(?:### |\d{1,2} of \d))/gm, '');

/**
 * Answers read back out of a text. What stands under no heading that is asked for, as after a question was changed, is
 * put before the first answer, so that nothing of it is lost.
 */
export function splitAnswers(parts: readonly StatementPart[], text: string): Answer[] {
  const answers = parts.map((): { value: number | null; lines: string[] } => ({ value: null, lines: [] }));
  const astray: string[] = [];
  let here: (typeof answers)[number] | null = null;
  let isFirst = false;
  for (const line of text === '' ? [] : text.split('\n')) {
    const index = line.startsWith(HEADING)
      ? parts.findIndex(({ heading }) => heading === line.slice(HEADING.length))
      : -1;
    if (index >= 0) {
      // The line that stands between two parts.
      if (here?.lines.at(-1) === '') here.lines.pop();
      here = answers[index] ?? null;
      isFirst = true;
      continue;
    }
    const number = isFirst && here && parts[answers.indexOf(here)]?.scale ? VALUE.exec(line) : null;
    if (here && number) here.value = Number(number[1]);
    else (here?.lines ?? astray).push(line);
    isFirst = false;
  }
  const lost = astray.join('\n').trim();
  return answers.map(({ value, lines }, index) => {
    const own = given(lines.join('\n'));
    return { value, text: index === 0 && lost ? [lost, own].filter(Boolean).join('\n') : own };
  });
}

/** Headings of the parts that have no answer: no words, or no number where one is asked for. */
export function unanswered(parts: readonly StatementPart[], text: string): string[] {
  const answers = splitAnswers(parts, text);
  return parts.flatMap(({ heading, scale }, index) => {
    const answer = answers[index];
    const isThere = (answer?.text.trim() ?? '') !== '' && (!scale || answer?.value !== null);
    return isThere ? [] : [heading];
  });
}
