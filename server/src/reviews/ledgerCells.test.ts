import { type Assignment, COUNTS } from '@nachweis/contract';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cellOf, countingOf, withheld } from './ledgerCells.ts';
import type { LineEntry } from './line.ts';

const entry = (attempt: number, total: number, state: LineEntry['state'] = 'marked', of = ['ada']) =>
  ({
    handIn: { id: `${of} ${attempt}`, attempt, personIds: of, handed_in_at: `day ${attempt}` },
    assignment: { mostUnits: 100 },
    total,
    state,
    late: false,
    open: 0,
  }) as unknown as LineEntry;

describe('of several hand-ins', () => {
  const attemptOf = (line: LineEntry[], counts: Assignment['counts'], person = 'ada') =>
    countingOf(line, counts).get(person)?.handIn.attempt;

  it('the one with the most points counts where the best does, the later one of equals', () => {
    expect(attemptOf([entry(1, 80, 'released'), entry(2, 60, 'released')], 'best')).toBe(1);
    expect(attemptOf([entry(1, 60), entry(2, 80)], 'best')).toBe(2);
    expect(attemptOf([entry(1, 80), entry(2, 80)], 'best')).toBe(2);
  });
  it('a better one that is being judged, or not returned, takes nothing from what was returned', () => {
    expect(attemptOf([entry(1, 60, 'released'), entry(2, 80, 'marked')], 'best')).toBe(1);
    expect(attemptOf([entry(1, 60, 'marked'), entry(2, 80, 'waiting')], 'best')).toBe(1);
    expect(attemptOf([entry(1, 0, 'waiting'), entry(2, 0, 'waiting')], 'best')).toBe(2);
    expect(attemptOf([entry(1, 60, 'released'), entry(2, 80, 'released')], 'best')).toBe(2);
  });
  it('the newest that was returned counts where that does, whatever its points; before, the newest', () => {
    const counts = 'returned';
    expect(attemptOf([entry(1, 80, 'released'), entry(2, 60, 'released')], counts)).toBe(2);
    expect(attemptOf([entry(1, 80, 'released'), entry(2, 90, 'marked')], counts)).toBe(1);
    expect(attemptOf([entry(1, 80), entry(2, 0, 'waiting')], counts)).toBe(2);
  });
  it('whose they are is each person of the group, and the order of the line says nothing', () => {
    const line = [
      entry(1, 30, 'released', ['ada', 'ben']),
      entry(2, 50, 'released', ['ada']),
      entry(3, 20, 'marked', ['ben']),
    ];
    fc.assert(
      fc.property(fc.shuffledSubarray(line, { minLength: 3 }), fc.constantFrom(...COUNTS), (all, counts) => {
        expect(attemptOf(all, counts)).toBe(2);
        // Only where the last counts does one that is not returned yet.
        expect(attemptOf(all, counts, 'ben')).toBe(counts === 'last' ? 3 : 1);
      }),
    );
  });
});

describe('a cell', () => {
  it('has no points before all verdicts are given, whatever some of them earn', () => {
    expect(cellOf(entry(1, 40, 'waiting'), undefined, 100)).toMatchObject({ state: 'waiting', units: null });
    expect(cellOf(entry(1, 40, 'marked'), undefined, 100)).toMatchObject({ state: 'marked', units: 40 });
    expect(cellOf(undefined, undefined, 100)).toMatchObject({ state: 'none', units: null, handInId: null });
  });
  it('of who is exempt has the reason and no points, and leads to what was handed in', () => {
    const exempt = cellOf(entry(1, 40, 'released'), 'Was ill.', 100);
    expect(exempt).toMatchObject({ state: 'exempt', reason: 'Was ill.', units: null, handInId: 'ada 1' });
  });
  it('while names are kept back says that something is there, and neither what nor how good', () => {
    const open = cellOf(entry(1, 40, 'released'), undefined, 100);
    const kept = withheld(open, true);
    expect(kept).toMatchObject({ state: 'waiting', units: null, handInId: null, handedInAt: null });
    expect(withheld(open, false)).toEqual(open);
    expect(withheld(cellOf(entry(1, 40), 'Was ill.', 100), true)).toMatchObject({
      state: 'exempt',
      reason: 'Was ill.',
      handInId: null,
    });
    const none = cellOf(undefined, undefined, 100);
    expect(withheld(none, true)).toEqual(none);
  });
});
