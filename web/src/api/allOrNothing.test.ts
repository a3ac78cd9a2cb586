import { expect, it } from 'vitest';
import { sentenceOfAll } from './allOrNothing.ts';
import { ApiProblem, ownProblem } from './apiProblem.ts';

it('says that nothing was done only where the server has said so', () => {
  const refused = new ApiProblem('stale-version', {}, 'It was changed.');
  expect(sentenceOfAll(refused, 'Nothing was entered.')).toBe('It was changed. Nothing was entered.');
  for (const code of ['offline', 'unreadable', 'too-slow'] as const) {
    const words = sentenceOfAll(ownProblem(code), 'Nothing was entered.');
    expect(words).not.toContain('Nothing was entered.');
    expect(words).toContain('It may have arrived');
  }
});
