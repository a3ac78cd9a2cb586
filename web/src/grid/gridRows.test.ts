import type { GridRow } from '@nachweis/contract';
import { expect, it } from 'vitest';
import { withKept } from '../judging/keptVerdicts.ts';
import { judgementKey } from '../store/judgement.ts';
import { chosenRows, nextOpen, progressOf, timeLeft } from './gridRows.ts';

const row = (id: string, verdicts: Array<Array<'shown' | null>>, change: Partial<GridRow> = {}): GridRow => ({
  handInId: id,
  student: { id, name: `Kim ${id}`, listed: id },
  handedInAt: '2026-11-05T10:00:00Z',
  marker: null,
  late: false,
  state: 'waiting',
  cells: verdicts.map((some, i) => ({
    proofPointId: `p${i}`,
    itemIds: [],
    baseHrefs: [],
    toCheck: 0,
    problems: 0,
    verdicts: some.map((verdict, j) => ({ mustShowId: `${id}-${i}-${j}`, letter: 'a', verdict })),
  })),
  ...change,
});
const none: ReadonlySet<string> = new Set();

it('shows whose hand-ins they are to judge', () => {
  const rows = [row('a', [[null]], { marker: { id: 'me', name: 'Ruth' } }), row('b', [[null]])];
  const choice = {
    filter: 'mine',
    order: 'name',
    words: '',
    aside: none,
    differing: none,
    seed: 'me',
  } as const;
  expect(chosenRows(rows, choice).map((one) => one.handInId)).toEqual(['a']);
});

it('lays verdicts that are not sent yet over those of the server', () => {
  const kept = [
    {
      key: judgementKey({ personId: 'me', handInId: 'a' }),
      verdicts: { 'a-0-0': { verdict: 'shown', on: 0 } },
    },
    {
      key: judgementKey({ personId: 'other', handInId: 'b' }),
      verdicts: { 'b-0-0': { verdict: 'shown', on: 0 } },
    },
  ] as never[];
  const [a, b] = withKept([row('a', [[null]]), row('b', [[null]])], 'me', kept);
  expect([a?.cells[0]?.verdicts[0]?.verdict, b?.cells[0]?.verdicts[0]?.verdict]).toEqual(['shown', null]);
});

it('filters, orders and searches', () => {
  const rows = [
    row('a', [['shown']]),
    row('b', [[null]], { late: true, handedInAt: '2026-11-04T10:00:00Z' }),
  ];
  const ids = (change: object) =>
    chosenRows(rows, {
      filter: 'all',
      order: 'name',
      words: '',
      aside: none,
      differing: none,
      seed: '',
      ...change,
    }).map((r) => r.handInId);
  expect(ids({})).toEqual(['a', 'b']);
  expect(ids({ filter: 'waiting' })).toEqual(['b']);
  expect(ids({ filter: 'late' })).toEqual(['b']);
  expect(ids({ filter: 'aside', aside: new Set(['a']) })).toEqual(['a']);
  expect(ids({ filter: 'differing', differing: new Set(['b']) })).toEqual(['b']);
  expect(ids({ filter: 'absent' })).toEqual([]);
  expect(ids({ order: 'time' })).toEqual(['b', 'a']);
  expect(ids({ words: 'KIM A' })).toEqual(['a']);
});

it('in random order are the same rows, the same whenever one comes back, and others for another person', () => {
  const rows = Array.from({ length: 40 }, (_, i) => row(`h${i}`, [[null]]));
  const order = (seed: string) =>
    chosenRows([...rows], {
      filter: 'all',
      order: 'random',
      words: '',
      aside: none,
      differing: none,
      seed,
    }).map((r) => r.handInId);
  const mine = order('ruth');
  expect([...mine].sort()).toEqual(rows.map((r) => r.handInId).sort());
  expect(order('ruth')).toEqual(mine);
  expect(order('otto')).not.toEqual(mine);
  // Who hands in later does not move the others about.
  const fewer = chosenRows(rows.slice(0, 30), {
    filter: 'all',
    order: 'random',
    words: '',
    aside: none,
    differing: none,
    seed: 'ruth',
  });
  expect(fewer.map((r) => r.handInId)).toEqual(mine.filter((id) => Number(id.slice(1)) < 30));
});

it('goes to the next open one along a proof point, then to the next proof point, passing over what was put aside', () => {
  const rows = [row('a', [[null], [null]]), row('b', [['shown'], [null]]), row('c', [[null], ['shown']])];
  expect(nextOpen(rows, 2, { handInId: 'a', column: 0 }, none)).toEqual({ handInId: 'c', column: 0 });
  expect(nextOpen(rows, 2, { handInId: 'c', column: 0 }, none)).toEqual({ handInId: 'a', column: 1 });
  expect(nextOpen(rows, 2, { handInId: 'b', column: 1 }, none)).toEqual({ handInId: 'a', column: 0 });
  expect(nextOpen(rows, 2, { handInId: 'a', column: 0 }, new Set(['c', 'a']))).toEqual({
    handInId: 'b',
    column: 1,
  });
  expect(nextOpen([row('a', [['shown']])], 1, { handInId: 'a', column: 0 }, none)).toBeNull();
  expect(progressOf(rows)).toEqual({ done: 2, all: 6 });
});

it('estimates the time left from the last ones: ten seconds each for six makes a minute', () => {
  expect(timeLeft([0, 10_000, 20_000, 30_000], 6)).toBe(60);
  expect(timeLeft([0, 10_000], 6)).toBeNull();
  // Somebody came in between, for an hour.
  expect(timeLeft([0, 10_000, 20_000, 3_620_000, 3_630_000], 6)).toBe(60);
});
