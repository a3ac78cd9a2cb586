import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { begin, changed, redone, undone } from './history.ts';

describe('the steps of a framing', () => {
  it('are undone from the last to the first, and redone in the order they were made', () => {
    let history = begin(0);
    for (const step of [1, 2, 3]) history = changed(history, step);
    const back = [history, undone(history), undone(undone(history)), undone(undone(undone(history)))];
    expect(back.map((h) => h.now)).toEqual([3, 2, 1, 0]);
    expect(undone(back[3] as typeof history).now).toBe(0);
    const forth = redone(redone(back[3] as typeof history));
    expect(forth.now).toBe(2);
    expect(redone(redone(forth)).now).toBe(3);
  });
  it('of one drag are one; a pause, an undo or another drag begins a new one', () => {
    let history = changed(begin(0), 1, 'drag 1');
    history = changed(history, 2, 'drag 1');
    history = changed(history, 3, 'drag 2');
    expect(undone(history).now).toBe(2);
    expect(undone(undone(history)).now).toBe(0);
    expect(undone(changed(undone(history), 9, 'drag 2')).now).toBe(2);
  });
  it('a change after an undo leaves nothing to redo', () => {
    const history = changed(undone(changed(begin(0), 1)), 2);
    expect(redone(history)).toBe(history);
  });
  it('any number of steps back and as many forth lead to the same', () => {
    fc.assert(
      fc.property(fc.array(fc.integer()), fc.nat(40), (steps, count) => {
        const made = steps.reduce((history, step) => changed(history, step), begin(0));
        let history = made;
        for (let i = 0; i < count; i++) history = undone(history);
        for (let i = 0; i < count; i++) history = redone(history);
        expect(history.now).toBe(made.now);
        expect(history.past).toEqual(made.past);
      }),
    );
  });
});
