import { FORMAT_FACTS } from '../pictures/formats.ts';
import { fileNameFaults } from './fileName.ts';
import type { NameRulePart } from './nameRule.ts';

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
