import { distance } from 'fastest-levenshtein';
import { FORMAT_FACTS } from '../pictures/formats.ts';
import { fileNameFaults } from './fileName.ts';
import { NAME_TOKENS, type NameRuleFault, type NameRulePart } from './nameRule.ts';

/** What the words of a rule say that its names do not have, or have twice. */
export type RuleNote = 'signs-replaced' | 'extension-twice';

/** What whoever writes a rule may not have meant. @param parts of a rule without a fault */
export function ruleNotes(parts: readonly NameRulePart[]): RuleNote[] {
  const texts = parts.flatMap((part) => (part.kind === 'text' ? [part.text] : []));
  const isReplaced = (text: string) =>
    fileNameFaults(text).some((fault) => fault === 'forbidden-character' || fault === 'invisible-character');
  const last = parts.at(-1);
  const end = last?.kind === 'text' ? last.text.toLowerCase() : '';
  const extensions = Object.values(FORMAT_FACTS).flatMap((facts): readonly string[] => facts.extensions);
  return [
    ...(texts.some(isReplaced) ? (['signs-replaced'] as const) : []),
    ...(extensions.some((one) => end.endsWith(`.${one}`)) ? (['extension-twice'] as const) : []),
  ];
}

/** So many letters may be wrong in a field that is meant: more make it another one. */
const MOST_WRONG = 2;

/**
 * The field that an unknown one is most like, upper and lower case being one; undefined where it is like none. Beside
 * the reading of rules, which every page does: only whoever writes one is asked whether that is meant.
 *
 * @param columns of the class list, which are fields too
 */
export function meantField({ words }: NameRuleFault, columns: readonly string[]): string | undefined {
  const [field = ''] = words.slice(1, -1).split(':');
  const wrong = (one: string) => distance(field.trim().toLowerCase(), one.toLowerCase());
  return [...NAME_TOKENS, ...columns]
    .filter((one) => wrong(one) <= Math.min(MOST_WRONG, one.length - 2))
    .sort((a, b) => wrong(a) - wrong(b))[0];
}
