import type { NameCheck, NameFault, NameOf } from '@nachweis/core';

const FAULTS: Readonly<Record<NameFault, string>> = {
  empty: 'it is empty',
  'forbidden-character': 'it has a character that not every system takes',
  'invisible-character': 'it has a character that cannot be seen',
  reserved: 'it is a name that systems keep for themselves',
  'dot-or-space-at-end': 'it ends in a dot or a space',
  'too-long': 'it is longer than 255 bytes',
  'not-nfc': 'its letters are written in parts',
};

const saysWords = ({ personId, point, picture }: NameOf, personOf: (id: string) => string): string =>
  `${personOf(personId)}, ${point}, picture ${picture}`;

/** What a name is by the rule, and what would make it one. */
export function nameCheckSentences(
  { faults, sound, says, nearest }: NameCheck,
  personOf: (id: string) => string,
): string[] {
  const refused =
    faults.length > 0
      ? [
          `Not every system takes this name: ${faults.map((fault) => FAULTS[fault]).join(', ')}. “${sound}” works.`,
        ]
      : [];
  const [first, ...others] = says;
  if (first && others.length === 0) return [...refused, `It is by the rule: ${saysWords(first, personOf)}.`];
  if (first)
    return [
      ...refused,
      `It is by the rule, and can be: ${says.map((one) => saysWords(one, personOf)).join('; ')}.`,
    ];
  const [near] = nearest;
  if (!near) return [...refused, 'It is not by the rule, and no name of the rule is near it.'];
  const by = near.edits === 1 ? 'one character' : `${near.edits} characters`;
  const names = nearest.map((one) => {
    const [meant] = one.says;
    return `“${one.name}”${meant ? ` (${saysWords(meant, personOf)})` : ''}`;
  });
  return [
    ...refused,
    nearest.length === 1
      ? `It is not by the rule. With ${by} changed it is ${names[0]}.`
      : `It is not by the rule. With ${by} changed it can be ${names.slice(0, 5).join(', ')}.`,
  ];
}
