import type { LivePresence } from '@nachweis/contract';

/** One page that has a hand-in before it. */
export interface Watcher {
  handInId: string;
  assignmentId: string;
  personId: string;
  name: string;
  send: (event: 'changed' | 'present', data: unknown) => void;
  /** ends it, when the server stops */
  end: () => void;
}

/** What was changed: one hand-in, or something of a whole assignment. */
export type Changed = { handInId: string } | { assignmentId: string };

/** The pages that have a hand-in before them, and how they hear of changes. */
export interface Watchers {
  /** @returns what takes it out again */
  add: (watcher: Watcher) => () => void;
  tell: (what: Changed, by: string) => void;
  close: () => void;
}

/** In the memory of one server: with several, what is told would have to go through something they share. */
export function createWatchers(): Watchers {
  const all = new Set<Watcher>();
  const at = (handInId: string) => [...all].filter((one) => one.handInId === handInId);
  const tellPresence = (handInId: string) => {
    const there = at(handInId);
    const names = new Map(there.map(({ personId, name }) => [personId, name]));
    const present: LivePresence = [...names].map(([id, name]) => ({ id, name }));
    for (const one of there) one.send('present', present);
  };
  return {
    add(watcher) {
      all.add(watcher);
      tellPresence(watcher.handInId);
      return () => {
        if (all.delete(watcher)) tellPresence(watcher.handInId);
      };
    },
    tell(what, by) {
      for (const one of all) {
        const meant =
          'handInId' in what ? one.handInId === what.handInId : one.assignmentId === what.assignmentId;
        if (meant) one.send('changed', { by });
      }
    },
    close() {
      for (const one of [...all]) one.end();
      all.clear();
    },
  };
}
