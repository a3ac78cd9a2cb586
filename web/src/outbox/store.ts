import type { Source, Surface } from '@nachweis/contract';
import type { Framing, Mark } from '@nachweis/core';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';

/** A picture that came in and that the server does not have yet. */
export interface KeptPicture {
  captureId: string;
  personId: string;
  blob: Blob;
  source: Source;
  surface: Surface;
  name: string;
  width: number;
  height: number;
  notes: string[];
  /** pictures kept by an earlier version lack these */
  label?: string;
  document?: string;
  scale?: number | undefined;
  done?: string[];
  assignmentId?: string;
  keptAt: number;
}

export type KeptState = 'waiting' | 'stale' | 'refused';

interface Kept {
  personId: string;
  assignmentId: string;
  /** the server's version this was made from; 0 where it has none */
  baseVersion: number;
  /** counts changes made here, so that an answer to an older one does not sweep away a newer one */
  revision: number;
  state: KeptState;
  /** the server's sentence, for `stale` and `refused` */
  problem: string;
}

/** Evidence that was made or changed here and that the server does not have in this state yet. */
export interface KeptEvidence extends Kept {
  evidenceId: string;
  proofPointId: string;
  captureId: string;
  framing: Framing;
  marks: Mark[];
  addedAt: number;
  /** taken out before it was ever sent; kept for undo */
  removed: boolean;
}

/** An own statement that was changed here. */
export interface KeptStatement extends Kept {
  key: string;
  text: string;
}

export interface OutboxContent {
  pictures: KeptPicture[];
  evidence: KeptEvidence[];
  statements: KeptStatement[];
}

interface Schema extends DBSchema {
  pictures: { key: string; value: KeptPicture };
  evidence: { key: string; value: KeptEvidence };
  statements: { key: string; value: KeptStatement };
}

let opened: Promise<IDBPDatabase<Schema>> | null = null;

function open(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>('nachweis', 1, {
    upgrade(db) {
      db.createObjectStore('pictures', { keyPath: 'captureId' });
      db.createObjectStore('evidence', { keyPath: 'evidenceId' });
      db.createObjectStore('statements', { keyPath: 'key' });
    },
    terminated() {
      opened = null;
    },
  });
  return opened;
}

export async function readAll(personId: string): Promise<OutboxContent> {
  const db = await open();
  const [pictures, evidence, statements] = await Promise.all([
    db.getAll('pictures'),
    db.getAll('evidence'),
    db.getAll('statements'),
  ]);
  const own = <T extends { personId: string }>(all: T[]) => all.filter((one) => one.personId === personId);
  return { pictures: own(pictures), evidence: own(evidence), statements: own(statements) };
}

/** Writes in one transaction that is on disk before it is told of. @throws DOMException `QuotaExceededError` when the browser's storage is full */
export async function keep(entries: {
  picture?: KeptPicture;
  evidence?: KeptEvidence;
  statement?: KeptStatement;
}): Promise<void> {
  const db = await open();
  const transaction = db.transaction(['pictures', 'evidence', 'statements'], 'readwrite', {
    durability: 'strict',
  });
  const writes = [
    entries.picture && transaction.objectStore('pictures').put(entries.picture),
    entries.evidence && transaction.objectStore('evidence').put(entries.evidence),
    entries.statement && transaction.objectStore('statements').put(entries.statement),
    transaction.done,
  ];
  await Promise.all(writes);
}

export async function drop(what: 'pictures' | 'evidence' | 'statements', key: string): Promise<void> {
  await (await open()).delete(what, key);
}

export const statementKey = (personId: string, assignmentId: string) => `${personId}/${assignmentId}`;
