import type { Assignment, Since } from '@nachweis/contract';

const pictures = (count: number, more = ''): string =>
  count === 1 ? `one${more} picture` : `${count}${more} pictures`;

const WORDS: Readonly<
  Record<'same' | 'redone' | 'replaced' | 'added' | 'removed', (count: number) => string>
> = {
  same: (count) => (count === 1 ? 'the same picture' : `the same ${count} pictures`),
  redone: (count) => `${pictures(count)} framed or marked anew`,
  replaced: (count) => (count === 1 ? 'another picture' : `${count} other pictures`),
  added: (count) => pictures(count, ' more'),
  removed: (count) => `${pictures(count)} removed`,
};

/** How a hand-in differs from the attempt before, in lines: one for each proof point, one for the statement. */
export function sinceLines(since: Since, { proofPoints, needsStatement }: Assignment): string[] {
  const lines = since.points.map((point) => {
    const { code = '' } = proofPoints.find(({ id }) => id === point.proofPointId) ?? {};
    const said = (['same', 'redone', 'replaced', 'added', 'removed'] as const)
      .filter((what) => point[what] > 0)
      .map((what) => WORDS[what](point[what]));
    return `${code}: ${said.join(', ')}`;
  });
  if (since.statementChanged) lines.push('The statement is another one.');
  else if (needsStatement) lines.push('The statement is the same.');
  return lines;
}
