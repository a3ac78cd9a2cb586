import type { LiveChange, LivePresence } from '@nachweis/contract';

/** A hand-in, all of an assignment, or all of a course: each with what it belongs to. */
export interface LivePlace {
  handInId?: string;
  assignmentId?: string;
  courseId: string;
}

/** One page that has a place before it. */
export interface Watcher extends LivePlace {
  personId: string;
  name: string;
  send: (event: 'changed' | 'present', data: unknown) => void;
  /** ends it, when the server stops */
  end: () => void;
}

/** The pages that hear of changes. */
export interface Watchers {
  /** @returns what takes it out again */
  add: (watcher: Watcher) => () => void;
  /** whether anybody hears at all */
  anybody: () => boolean;
  /** Tells those who have the place, what it belongs to, or something of it before them. @param page the one that did it, by its own name; null for a student's */
  tell: (what: LivePlace, page: string | null) => void;
  close: () => void;
}

const meets = (one: string | undefined, other: string | undefined): boolean =>
  one === undefined || other === undefined || one === other;

/** In the memory of one server: with several, what is told would have to go through something they share. */
export function createWatchers(): Watchers {
  const all = new Set<Watcher>();
  const tellPresence = (handInId: string | undefined) => {
    if (handInId === undefined) return;
    const there = [...all].filter((one) => one.handInId === handInId);
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
    anybody: () => all.size > 0,
    tell(what, page) {
      for (const one of all)
        if (
          one.courseId === what.courseId &&
          meets(one.assignmentId, what.assignmentId) &&
          meets(one.handInId, what.handInId)
        )
          one.send('changed', { page } satisfies LiveChange);
    },
    close() {
      for (const one of [...all]) one.end();
      all.clear();
    },
  };
}
