import type { Source, Surface } from '@nachweis/contract';
import type { Framing, Mark } from '@nachweis/core';
import { openDB } from 'idb';
import { FIRST_NAME, type KeptBytes } from './database.ts';
import { type PictureDocument, UNPREPARED } from './pictureDocument.ts';
import type { KeptStatement } from './statement.ts';

/** A picture and its evidence as the first version kept them, in two places. */
interface FirstPicture {
  captureId: string;
  personId: string;
  blob: Blob;
  source: Source;
  surface: Surface;
  name: string;
  width: number;
  height: number;
  notes: string[];
  label?: string;
  document?: string;
  scale?: number;
  done?: string[];
  keptAt: number;
}

interface FirstEvidence {
  evidenceId: string;
  personId: string;
  assignmentId: string;
  proofPointId: string;
  captureId: string;
  framing: Framing;
  marks: Mark[];
  baseVersion: number;
  revision: number;
  state: 'waiting' | 'stale' | 'refused';
  problem: string;
  addedAt: number;
  removed: boolean;
}

type FirstStatement = Omit<KeptStatement, 'problem' | 'tries'> & { problem: string };

/** What the first version's store holds, in today's shapes; null where there is none. `leave` empties it. */
export async function readFirstStore(): Promise<{
  pictures: PictureDocument[];
  bytes: KeptBytes[];
  statements: KeptStatement[];
  leave(): Promise<void>;
} | null> {
  const db = await openDB(FIRST_NAME, 1, {
    upgrade(made) {
      for (const [name, keyPath] of [
        ['pictures', 'captureId'],
        ['evidence', 'evidenceId'],
        ['statements', 'key'],
      ] as const)
        made.createObjectStore(name, { keyPath });
    },
  });
  const pictures = (await db.getAll('pictures')) as FirstPicture[];
  const evidence = (await db.getAll('evidence')) as FirstEvidence[];
  const statements = (await db.getAll('statements')) as FirstStatement[];
  if (pictures.length + evidence.length + statements.length === 0) {
    db.close();
    return null;
  }
  return {
    pictures: evidence.map((one) =>
      documentOf(
        one,
        pictures.find((p) => p.captureId === one.captureId),
      ),
    ),
    bytes: pictures.map(({ captureId, personId, blob }) => ({ captureId, personId, blob })),
    // What was refused may have been so for the server's update; it is asked once more.
    statements: statements.map((one) => ({ ...one, ...askedAgain(one), tries: 0 })),
    async leave() {
      const transaction = db.transaction(['pictures', 'evidence', 'statements'], 'readwrite');
      for (const p of pictures) await transaction.objectStore('pictures').delete(p.captureId);
      for (const e of evidence) await transaction.objectStore('evidence').delete(e.evidenceId);
      for (const s of statements) await transaction.objectStore('statements').delete(s.key);
      await transaction.done;
      db.close();
    },
  };
}

const askedAgain = ({ state, problem }: { state: 'waiting' | 'stale' | 'refused'; problem: string }) =>
  state === 'stale' ? { state, problem } : { state: 'waiting' as const, problem: null };

function documentOf(evidence: FirstEvidence, picture: FirstPicture | undefined): PictureDocument {
  const { removed, addedAt, state, problem, ...rest } = evidence;
  return {
    ...UNPREPARED,
    ...rest,
    width: picture?.width ?? 0,
    height: picture?.height ?? 0,
    origin: {
      source: picture?.source ?? 'file',
      surface: picture?.surface ?? 'unknown',
      name: picture?.name ?? '',
      label: picture?.label ?? '',
      document: picture?.document ?? '',
      scale: picture?.scale,
      done: picture?.done ?? [],
    },
    notes: picture?.notes ?? [],
    ...(removed ? { state: 'taken-out' as const, problem: null } : askedAgain({ state, problem })),
    bytesSent: picture === undefined,
    tries: 0,
    keptAt: addedAt,
  };
}
