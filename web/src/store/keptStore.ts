/** undefined changes nothing, null takes the entry away */
type Decide<T> = (current: T | undefined) => T | null | undefined;

/** What every kept entry has: whose it is, and how often it was changed here. */
export interface Kept {
  personId: string;
  revision: number;
}

/** Where entries lie on disk. Each change is one transaction. */
export interface Shelf<T> {
  all(): Promise<T[]>;
  /** Reads, changes and writes in one transaction that is on disk before it is told of; null takes the entry away. */
  change(key: string, decide: (onDisk: T | undefined) => T | null): Promise<void>;
}

/** A change that a page could not write before it went, and what it was made on. */
export interface LeftChange<T> {
  key: string;
  personId: string;
  entry: T | null;
  /** revisions that may be on disk if nobody else has written since; null where there was nothing */
  on: ReadonlyArray<number | null>;
}

/** Takes changes at once, for a page that goes before the disk has them, and gives them to the next one. */
export interface Ledge<T> {
  leave(change: LeftChange<T>): void;
  left(personId: string): ReadonlyArray<LeftChange<T>>;
  clear(key: string): void;
}

/** Tells the other tabs, and hears of them. */
export interface Bell {
  ring(): void;
  onRing(listener: () => void): void;
}

/**
 * Entries of one kind, in memory for the screens and on disk for whatever may come. Tabs share the disk: a change is
 * made on the newest state of the two, and what this tab has changed and not written yet is never given up for what
 * another tab has written. What a full disk does not take stays in this page.
 */
export interface KeptStore<T extends Kept> {
  entries(): readonly T[];
  get(key: string): T | undefined;
  /**
   * Changes an entry: in memory at once, then on disk. `decide` may be asked twice, the second time with what another
   * tab wrote meanwhile; undefined changes nothing, null takes it away.
   * @returns whether it is on disk
   */
  change(key: string, decide: Decide<T>): Promise<boolean>;
  /** whether everything about an entry is on disk, so that it outlives this page */
  isOnDisk(key: string): boolean;
  /** the disk did not take its last change; one that is being written is not refused */
  isRefused(key: string): boolean;
  /** Reads what lies on disk for a person, with what a page that went could not write any more. */
  open(personId: string): Promise<void>;
  /** Reads what lies on disk now. Who is told later that another tab changed something would go on from what was. */
  refresh(): Promise<void>;
  /** The page goes: what is not on disk yet is left for the next one. */
  leave(): void;
  subscribe(listener: () => void): () => void;
}

/** So many changes of an entry are kept while the disk takes none; of a text that goes on being written the last is all. */
const MOST_UNWRITTEN = 500;

export function createKeptStore<T extends Kept>(
  shelf: Shelf<T>,
  keyOf: (entry: T) => string,
  bell: Bell,
  ledge: Ledge<T>,
): KeptStore<T> {
  let entries: readonly T[] = [];
  let owner: string | null = null;
  const listeners = new Set<() => void>();
  /** changes that are not on disk yet, by key, in order; those that the disk did not take stay among them */
  const unwritten = new Map<string, ReadonlyArray<Decide<T>>>();
  /** keys of what the disk did not take when it was last asked */
  const refused = new Set<string>();
  /** revisions of this tab's since the last that is known to be on disk; another one there was written by another tab */
  const lineage = new Map<string, ReadonlyArray<number | null>>();
  /** keys of what lies on the ledge, as far as this page knows: it was told that it goes and came back, or the disk is full */
  const ledged = new Set<string>();
  /** writings of this page so far, and which was the last one of a key: a reading begun before it knows nothing of it */
  let writings = 0;
  const writtenAs = new Map<string, number>();
  let reading: Promise<void> = Promise.resolve();
  let nextReading: Promise<void> | null = null;

  const seen = (key: string) => lineage.get(key)?.at(-1) ?? null;
  const isWrittenSince = (key: string, begun: number) => (writtenAs.get(key) ?? 0) > begun;
  const get = (key: string) => entries.find((entry) => keyOf(entry) === key);

  function show(next: readonly T[]): void {
    entries = next;
    for (const listener of listeners) listener();
  }

  function put(key: string, entry: T | null): void {
    const others = entries.filter((one) => keyOf(one) !== key);
    if (entry) {
      // An entry keeps its place, so that nothing jumps on the page.
      const at = entries.findIndex((one) => keyOf(one) === key);
      show(at < 0 ? [...others, entry] : [...entries.slice(0, at), entry, ...entries.slice(at + 1)]);
      return;
    }
    show(others);
  }

  /** One after the other, for an older reading must not be told after a newer one; one that waits does for all who ask. */
  function read(): Promise<void> {
    nextReading ??= reading
      .catch(() => undefined)
      .then(() => {
        nextReading = null;
        reading = readNow();
        return reading;
      });
    return nextReading;
  }

  async function readNow(): Promise<void> {
    if (!owner) return;
    const person = owner;
    const begun = writings;
    const onDisk = (await shelf.all()).filter((entry) => entry.personId === person);
    if (owner !== person) return;
    const next: T[] = [];
    const take = (entry: T | null | undefined) => {
      if (entry?.personId === person) next.push(entry);
    };
    for (const entry of entries) {
      const key = keyOf(entry);
      const other = onDisk.find((one) => keyOf(one) === key);
      if (unwritten.has(key)) take(other ? onTopOf(other, entry) : entry);
      else if (isWrittenSince(key, begun)) take(entry);
      else if (other) take(adopted(other));
    }
    for (const other of onDisk) {
      const key = keyOf(other);
      if (entries.some((entry) => keyOf(entry) === key)) continue;
      if (unwritten.has(key)) take(onTopOf(other, null));
      else if (!isWrittenSince(key, begun)) take(adopted(other));
    }
    show(next);
  }

  /** Writes what a page left that went too soon, unless another one has gone on since. */
  async function takeUp(personId: string): Promise<void> {
    // All at once, so that nothing this page does comes before them.
    await Promise.all(
      ledge.left(personId).map(async ({ key, entry, on }) => {
        let isMine = false;
        try {
          await shelf.change(key, (disk) => {
            isMine = on.includes(disk?.revision ?? null);
            return isMine ? entry : (disk ?? null);
          });
          ledge.clear(key);
        } catch {
          // The disk takes nothing: it is in this page, to be sent, and stays on the ledge.
          if (!isMine || !entry) return;
          put(key, entry);
          unwritten.set(key, [() => entry]);
          ledged.add(key);
        }
      }),
    );
  }

  /** What is shown of an entry that has changes which are not on disk: they are made on what another tab wrote. */
  function onTopOf(disk: T, shown: T | null): T | null {
    const key = keyOf(disk);
    return disk.revision === seen(key) ? shown : fold(adopted(disk), unwritten.get(key) ?? []);
  }

  /** Only what is shown here too counts as seen: this tab's next change is made on it. */
  function adopted(disk: T): T {
    lineage.set(keyOf(disk), [disk.revision]);
    return disk;
  }

  return {
    entries: () => entries,
    get,
    isOnDisk: (key) => !unwritten.has(key),
    isRefused: (key) => refused.has(key),
    async change(key, decide) {
      const first = decide(get(key));
      if (first === undefined) return true;
      put(key, first);
      unwritten.set(key, [...(unwritten.get(key) ?? []), decide].slice(-MOST_UNWRITTEN));
      let onDisk = true;
      let written: ReadonlyArray<Decide<T>> = [];
      let revision: number | null = null;
      try {
        await shelf.change(key, (disk) => {
          written = unwritten.get(key) ?? [];
          const foreign = disk !== undefined && disk.revision !== seen(key);
          // Another tab has gone on from a state that this one has not heard of: the changes are made on that.
          if (foreign) put(key, fold(disk, written));
          const mine = get(key) ?? null;
          revision = mine?.revision ?? null;
          lineage.set(key, [...(lineage.get(key) ?? [null]), revision].slice(-MOST_UNWRITTEN));
          return mine;
        });
        writtenAs.set(key, ++writings);
        const line = lineage.get(key) ?? [];
        lineage.set(key, line.slice(line.indexOf(revision)));
        if (ledged.delete(key)) ledge.clear(key);
        const left = (unwritten.get(key) ?? []).filter((one) => !written.includes(one));
        if (left.length > 0) unwritten.set(key, left);
        else unwritten.delete(key);
        refused.delete(key);
      } catch {
        onDisk = false;
        refused.add(key);
      }
      show([...entries]);
      bell.ring();
      return onDisk;
    },
    async open(personId) {
      if (owner === null) bell.onRing(() => void read().catch(() => undefined));
      owner = personId;
      await takeUp(personId);
      await read();
    },
    refresh: read,
    leave() {
      for (const key of unwritten.keys()) {
        const entry = get(key) ?? null;
        const whose = entry?.personId ?? owner;
        if (!whose) continue;
        ledge.leave({ key, personId: whose, entry, on: lineage.get(key) ?? [null] });
        ledged.add(key);
      }
    },
    subscribe(listener) {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
  };
}

/** What comes of an entry by several changes, one after the other. */
function fold<T>(start: T, changes: ReadonlyArray<Decide<T>>): T | null {
  let entry: T | null = start;
  for (const decide of changes) {
    const next: T | null | undefined = decide(entry ?? undefined);
    if (next !== undefined) entry = next;
  }
  return entry;
}
