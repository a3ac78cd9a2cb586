/** What the schema library says of a value, and how it is said to people; they stand behind the field's name. */
const SAID: ReadonlyArray<readonly [RegExp, string]> = [
  [/^Too small: expected (?:number|int) to be >=(\S+)$/, 'at least $1.'],
  [/^Too small: expected (?:number|int) to be >(\S+)$/, 'more than $1.'],
  [/^Too big: expected (?:number|int) to be <=(\S+)$/, 'at most $1.'],
  [/^Too big: expected (?:number|int) to be <(\S+)$/, 'less than $1.'],
  [/^Too small: expected string to have >=1 characters$/, 'nothing is written.'],
  [/^Too small: expected \w+ to have >=1 items$/, 'nothing is there.'],
  [/^Too small: expected \w+ to have >=(\d+) (\w+)$/, 'at least $1 $2.'],
  [/^Too big: expected \w+ to have <=(\d+) (\w+)$/, 'at most $1 $2.'],
  [/^Invalid input: expected \w+, received undefined$/, 'it is missing.'],
  [/^Invalid input: expected int, received number$/, 'a whole number is wanted.'],
  [/^Invalid input: expected (\w+), received (\w+)$/, '$1 is wanted, not $2.'],
  [/^Invalid input: expected (.+)$/, '$1 is wanted.'],
  [/^Invalid option: expected one of (.+)$/, 'one of $1 is wanted.'],
  [/^Invalid ISO (?:datetime|date|time)$/, 'this is no time that can be read.'],
  [/^Unrecognized keys?: (.+)$/, '$1 is not known here.'],
  [/^Invalid .+$/, 'this cannot be read.'],
];

/** Says a message of the schema library in words of ours; another one stays as it is. */
export function schemaWords(message: string): string {
  for (const [said, words] of SAID) if (said.test(message)) return message.replace(said, words);
  return message;
}
