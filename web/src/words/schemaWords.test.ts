import { expect, test } from 'vitest';
import { z } from 'zod';
import { schemaWords } from './schemaWords.ts';

const said = (schema: z.ZodType, value: unknown): string =>
  schemaWords(schema.safeParse(value).error?.issues[0]?.message ?? 'was taken');

test.each([
  ['a number too small', z.number().min(-3660), -719_000, 'at least -3660.'],
  ['a number too large', z.int().max(12), 13, 'at most 12.'],
  ['a number that has to be more', z.number().gt(0), 0, 'more than 0.'],
  ['a number that has to be less', z.number().lt(1), 1, 'less than 1.'],
  ['a text too long', z.string().max(5), 'longer', 'at most 5 characters.'],
  ['a text too short', z.string().min(8), 'short', 'at least 8 characters.'],
  ['no text', z.string().min(1), '', 'nothing is there.'],
  ['too many of something', z.array(z.string()).max(1), ['a', 'b'], 'at most 1 items.'],
  ['none of something', z.array(z.string()).min(1), [], 'nothing is there.'],
  ['what is missing', z.object({ a: z.string() }), {}, 'it is missing.'],
  ['half a number', z.int(), 1.5, 'int is wanted, not number.'],
  ['another kind', z.string(), 3, 'string is wanted, not number.'],
  ['no number at all', z.number(), Number.NaN, 'number is wanted, not NaN.'],
  ['one of a few', z.enum(['best', 'last']), 'all', 'one of "best"|"last" is wanted.'],
  ['one word', z.literal('P1'), 'P2', '"P1" is wanted.'],
  ['a time', z.iso.datetime(), 'soon', 'this cannot be read.'],
  ['a field too many', z.strictObject({}), { b: 1 }, '"b" is not known here.'],
  ['a number of another kind', z.uuid(), 'x', 'this cannot be read.'],
])('%s is said in words', (_, schema, value, words) => expect(said(schema, value)).toBe(words));

test('a message of ours stays as it is', () => {
  expect(schemaWords('A course needs a title.')).toBe('A course needs a title.');
});
