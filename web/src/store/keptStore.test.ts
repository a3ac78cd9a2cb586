import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type Bell,
  createKeptStore,
  type Kept,
  type KeptStore,
  type Ledge,
  type LeftChange,
  type Shelf,
} from './keptStore.ts';
import { nextRevision } from './nextRevision.ts';

/** A counter that several tabs write to: `done` is what was ever added, so that nothing can be lost unseen. */
interface Note extends Kept {
  key: string;
  done: string[];
}

const add = (what: string) => (current: Note | undefined) => ({
  key: 'n',
  personId: 'me',
  done: [...(current?.done ?? []), what],
  revision: nextRevision(current?.revision),
});

/** One disk for several tabs. Every step waits until it is let on, so that a test decides on the order. */
function disk() {
  const entries = new Map<string, Note>();
  const steps: Array<() => void> = [];
  const bells: Array<() => void> = [];
  const state = { full: false };
  const closed = new Set<number>();
  let tabs = 0;
  const step = <T>(of: number, work: () => T) =>
    new Promise<T>((resolve, reject) => {
      steps.push(() => {
        // What a page had not written when it went is never written, and it hears of nothing.
        if (closed.has(of)) return;
        try {
          resolve(work());
        } catch (error) {
          reject(error);
        }
      });
    });
  const shelfOf = (of: number): Shelf<Note> => ({
    // What was read is told later, as by a busy browser: other things may be written in between.
    all: async () => {
      const read = await step(of, () => [...entries.values()].map((note) => structuredClone(note)));
      return step(of, () => read);
    },
    change: (key, decide) =>
      step(of, () => {
        const next = decide(structuredClone(entries.get(key)));
        if (state.full && next) throw new DOMException('full', 'QuotaExceededError');
        if (next) entries.set(key, structuredClone(next));
        else entries.delete(key);
      }),
  });
  const onLedge = new Map<string, LeftChange<Note>>();
  const ledge: Ledge<Note> = {
    leave: (change) => void onLedge.set(change.key, structuredClone(change)),
    left: () => [...onLedge.values()],
    clear: (key) => void onLedge.delete(key),
  };
  const close = (tab: KeptStore<Note> & { of: number }) => {
    tab.leave();
    closed.add(tab.of);
  };
  function tab(): KeptStore<Note> & { of: number } {
    const of = tabs++;
    const own: Array<() => void> = [];
    const bell: Bell = {
      // Every other tab hears it.
      ring: () => bells.filter((one) => !own.includes(one)).forEach((one) => void one()),
      onRing: (listener) => {
        own.push(listener);
        bells.push(listener);
      },
    };
    return { ...createKeptStore(shelfOf(of), (note) => note.key, bell, ledge), of };
  }
  const settle = async () => {
    for (let quiet = 0; quiet < 3; ) {
      const next = steps.shift();
      if (next) {
        next();
        quiet = 0;
      } else quiet++;
      await new Promise((resolve) => setImmediate(resolve));
    }
  };
  const opened = async (...tabs: Array<KeptStore<Note>>) => {
    for (const one of tabs) void one.open('me');
    await settle();
  };
  return { entries, steps, state, tab, settle, opened, close, onLedge };
}

describe('entries that several tabs keep', () => {
  it('are in memory at once and on disk before they are called kept', async () => {
    const d = disk();
    const tab = d.tab();
    await d.opened(tab);
    void tab.change('n', add('a'));
    expect(tab.get('n')?.done).toEqual(['a']);
    expect(tab.isOnDisk('n')).toBe(false);
    // It is being written, and not refused.
    expect(tab.isRefused('n')).toBe(false);
    await d.settle();
    expect(tab.isOnDisk('n')).toBe(true);
    expect(tab.isRefused('n')).toBe(false);
    expect(d.entries.get('n')?.done).toEqual(['a']);
  });
  it('are shown in the other tabs', async () => {
    const d = disk();
    const [one, two] = [d.tab(), d.tab()];
    await d.opened(one, two);
    void one.change('n', add('a'));
    await d.settle();
    expect(two.get('n')?.done).toEqual(['a']);
  });
  it('keep a change that is made while the tab reads what another one wrote', async () => {
    const d = disk();
    const [one, two] = [d.tab(), d.tab()];
    await d.opened(one, two);
    void one.change('n', add('a'));
    d.steps.shift()?.();
    await new Promise((resolve) => setImmediate(resolve));
    // The second tab has begun to read; its own change comes before the reading is done.
    void two.change('n', add('b'));
    await d.settle();
    expect(d.entries.get('n')?.done.sort()).toEqual(['a', 'b']);
    expect(two.get('n')?.done.sort()).toEqual(['a', 'b']);
  });
  it('are gone after reading again, though the bell was not heard: who sends next puts nothing back', async () => {
    const d = disk();
    const [one, two] = [d.tab(), d.tab()];
    await d.opened(one, two);
    void one.change('n', add('a'));
    await d.settle();
    void one.change('n', () => null);
    // It is written, and the other tab has not been told.
    d.steps.shift()?.();
    expect(two.get('n')).toBeDefined();
    void two.refresh().then(() => two.change('n', (current) => current && add('asked')(current)));
    await d.settle();
    expect(two.get('n')).toBeUndefined();
    expect(d.entries.has('n')).toBe(false);
  });
  it('stay where they were written after the disk was read and before the tab hears of it', async () => {
    const d = disk();
    const [one, two] = [d.tab(), d.tab()];
    await d.opened(one, two);
    const next = async () => {
      d.steps.shift()?.();
      await new Promise((resolve) => setImmediate(resolve));
    };
    void one.change('m', () => ({ key: 'm', personId: 'me', done: [], revision: 1 }));
    await next();
    // The second tab has been rung: it reads a disk on which its own entry is not yet.
    void two.change('n', add('b'));
    await next();
    await next();
    await d.settle();
    expect(two.get('n')?.done).toEqual(['b']);
    void two.change('n', add('c'));
    await d.settle();
    expect(d.entries.get('n')?.done).toEqual(['b', 'c']);
  });
  it('keep several changes made on a state that another tab has gone on from', async () => {
    const d = disk();
    const [one, two] = [d.tab(), d.tab()];
    await d.opened(one, two);
    void one.change('n', add('a'));
    await d.settle();
    void one.change('n', add('b'));
    void two.change('n', add('c'));
    void two.change('n', add('d'));
    await d.settle();
    for (const done of [d.entries.get('n')?.done, one.get('n')?.done, two.get('n')?.done])
      expect([...(done ?? [])].sort()).toEqual(['a', 'b', 'c', 'd']);
  });
  it('are not deleted by a sending that knew an earlier state', async () => {
    const d = disk();
    const [one, two] = [d.tab(), d.tab()];
    await d.opened(one, two);
    void one.change('n', add('a'));
    await d.settle();
    const sent = one.get('n')?.revision;
    void two.change('n', add('b'));
    void one.change('n', (current) => (current?.revision === sent ? null : current));
    await d.settle();
    expect(d.entries.get('n')?.done).toEqual(['a', 'b']);
    expect(one.get('n')?.done).toEqual(['a', 'b']);
  });
  it('stay in this page when the disk is full, also when another tab speaks', async () => {
    const d = disk();
    const [one, two] = [d.tab(), d.tab()];
    await d.opened(one, two);
    d.state.full = true;
    const kept = one.change('n', add('a'));
    await d.settle();
    expect(await kept).toBe(false);
    expect(one.isOnDisk('n')).toBe(false);
    expect(one.isRefused('n')).toBe(true);
    d.state.full = false;
    void two.change('m', () => ({ key: 'm', personId: 'me', done: ['x'], revision: 1 }));
    await d.settle();
    expect(one.get('n')?.done).toEqual(['a']);
    void one.change('n', add('b'));
    await d.settle();
    expect(d.entries.get('n')?.done).toEqual(['a', 'b']);
    expect(one.isOnDisk('n')).toBe(true);
    expect(one.isRefused('n')).toBe(false);
  });
  it('stay in this page when the disk is full, also when another tab changes the same ones', async () => {
    const d = disk();
    const [one, two] = [d.tab(), d.tab()];
    await d.opened(one, two);
    d.state.full = true;
    void one.change('n', add('a'));
    await d.settle();
    d.state.full = false;
    void two.change('n', add('b'));
    await d.settle();
    expect(one.get('n')?.done).toEqual(['b', 'a']);
    expect(one.isOnDisk('n')).toBe(false);
    void one.change('n', add('c'));
    await d.settle();
    expect(d.entries.get('n')?.done).toEqual(['b', 'a', 'c']);
    expect(one.isOnDisk('n')).toBe(true);
  });
  it('that a page could not write before it went are there in the next one', async () => {
    const d = disk();
    const tab = d.tab();
    await d.opened(tab);
    void tab.change('n', add('a'));
    await d.settle();
    void tab.change('n', add('b'));
    d.close(tab);
    const next = d.tab();
    await d.opened(next);
    expect(next.get('n')?.done).toEqual(['a', 'b']);
    expect(d.entries.get('n')?.done).toEqual(['a', 'b']);
    expect(d.onLedge.size).toBe(0);
  });
  it('that a full disk does not take are in the next page too', async () => {
    const d = disk();
    const tab = d.tab();
    await d.opened(tab);
    void tab.change('n', add('a'));
    await d.settle();
    d.state.full = true;
    void tab.change('n', add('b'));
    await d.settle();
    d.close(tab);
    const next = d.tab();
    await d.opened(next);
    expect(next.get('n')?.done).toEqual(['a', 'b']);
    expect(next.isOnDisk('n')).toBe(false);
    d.state.full = false;
    void next.change('n', add('c'));
    await d.settle();
    expect(d.entries.get('n')?.done).toEqual(['a', 'b', 'c']);
    // What is on disk by now is not left for another page to take up once more.
    d.close(next);
    expect(d.onLedge.size).toBe(0);
  });
  it('that a page left, and that another one went on from, are as the other one has them', async () => {
    const d = disk();
    const [one, two] = [d.tab(), d.tab()];
    await d.opened(one, two);
    void one.change('n', add('a'));
    await d.settle();
    void one.change('n', add('b'));
    d.close(one);
    void two.change('n', () => null);
    await d.settle();
    const next = d.tab();
    await d.opened(next);
    expect(next.get('n')).toBeUndefined();
  });
  it('of a page that comes back after it was told that it goes are not written twice', async () => {
    const d = disk();
    const tab = d.tab();
    await d.opened(tab);
    void tab.change('n', add('a'));
    tab.leave();
    await d.settle();
    expect(d.onLedge.size).toBe(0);
  });
  it('lose nothing where one page after the other goes in the middle of writing', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.constantFrom('add', 'add', 'step', 'step', 'send', 'go'), {
          minLength: 1,
          maxLength: 30,
        }),
        async (acts) => {
          const d = disk();
          let tab = d.tab();
          await d.opened(tab);
          const added: string[] = [];
          const arrivedAtServer: string[] = [];
          for (const [index, act] of acts.entries()) {
            if (act === 'add') {
              added.push(`${index}`);
              void tab.change('n', add(`${index}`));
            } else if (act === 'go') {
              d.close(tab);
              tab = d.tab();
              await d.opened(tab);
            } else if (act === 'send') {
              const sent = tab.get('n');
              if (!sent) continue;
              arrivedAtServer.push(...sent.done);
              void tab.change('n', (current) => (current?.revision === sent.revision ? null : current));
            } else {
              d.steps.shift()?.();
              await new Promise((resolve) => setImmediate(resolve));
            }
          }
          d.close(tab);
          const last = d.tab();
          await d.opened(last);
          for (const what of added)
            expect([...(last.get('n')?.done ?? []), ...arrivedAtServer]).toContain(what);
        },
      ),
      { numRuns: 500 },
    );
  });
  it('that were taken away are not brought back by a reading begun before', async () => {
    const d = disk();
    const tab = d.tab();
    await d.opened(tab);
    void tab.change('n', add('a'));
    await d.settle();
    const other = d.tab();
    await d.opened(other);
    void other.change('m', () => ({ key: 'm', personId: 'me', done: [], revision: 1 }));
    await d.settle();
    void tab.change('n', () => null);
    await d.settle();
    expect(tab.get('n')).toBeUndefined();
    expect(other.get('n')).toBeUndefined();
  });
  it('of somebody else are left alone and not shown', async () => {
    const d = disk();
    d.entries.set('n', { key: 'n', personId: 'other', done: ['z'], revision: 3 });
    const tab = d.tab();
    await d.opened(tab);
    expect(tab.entries()).toEqual([]);
    expect(d.entries.get('n')?.done).toEqual(['z']);
  });
  it('lose no change, whatever the order in which tabs write, read and send', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.record({
            tab: fc.nat(2),
            act: fc.constantFrom('add', 'add', 'step', 'step', 'step', 'send', 'send', 'disk'),
            later: fc.nat(3),
          }),
          { minLength: 1, maxLength: 40 },
        ),
        async (acts) => {
          const d = disk();
          const tabs = [d.tab(), d.tab(), d.tab()];
          await d.opened(...tabs);
          const added: string[] = [];
          const arrivedAtServer: string[] = [];
          for (const [index, { tab, act, later }] of acts.entries()) {
            const store = tabs[tab] as KeptStore<Note>;
            if (act === 'add') {
              added.push(`${index}`);
              void store.change('n', add(`${index}`));
            } else if (act === 'disk') {
              d.state.full = !d.state.full;
            } else if (act === 'send') {
              // The server takes the state as this tab has it; the entry goes only if it is still that state.
              const sent = store.get('n');
              if (!sent) continue;
              arrivedAtServer.push(...sent.done);
              void store.change('n', (current) => (current?.revision === sent.revision ? null : current));
            } else {
              const [next] = d.steps.splice(Math.min(later, d.steps.length - 1), 1);
              next?.();
              await new Promise((resolve) => setImmediate(resolve));
            }
          }
          await d.settle();
          const onDisk = d.entries.get('n')?.done ?? [];
          // What a full disk did not take is still in its page.
          const inPages = tabs.flatMap((tab) => (tab.isOnDisk('n') ? [] : (tab.get('n')?.done ?? [])));
          for (const what of added) expect([...onDisk, ...inPages, ...arrivedAtServer]).toContain(what);
          for (const tab of tabs) if (tab.isOnDisk('n')) expect(tab.get('n')).toEqual(d.entries.get('n'));
        },
      ),
      {
        numRuns: 500,
        // An entry is let go by the page that sent it, and begun anew by one that has not heard of it.
        examples: [
          [
            [
              { tab: 2, act: 'add', later: 0 },
              { tab: 1, act: 'add', later: 0 },
              { tab: 0, act: 'step', later: 0 },
              { tab: 0, act: 'step', later: 1 },
              { tab: 2, act: 'add', later: 0 },
              { tab: 0, act: 'send', later: 0 },
              { tab: 0, act: 'step', later: 3 },
            ],
          ],
        ],
      },
    );
  });
});
