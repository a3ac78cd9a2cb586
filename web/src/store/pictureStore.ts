import { useSyncExternalStore } from 'react';
import { toast } from '../ui/notices.ts';
import {
  database,
  isStoreOpen,
  judgementEntries,
  onStoreOpen,
  pictureEntries,
  statementEntries,
} from './browserStore.ts';
import type { KeptJudgement } from './judgement.ts';
import { nextRevision } from './nextRevision.ts';
import {
  nextPicture,
  type PictureDocument,
  type PictureEvent,
  type PictureOrigin,
  UNPREPARED,
} from './pictureDocument.ts';
import type { KeptStatement } from './statement.ts';

/** What was made here and is not on the server yet. It lies on disk before anything else happens to it. */
export interface StoreContent {
  pictures: readonly PictureDocument[];
  statements: readonly KeptStatement[];
  judgements: readonly KeptJudgement[];
}

let content: StoreContent = { pictures: [], statements: [], judgements: [] };

export function storeContent(): StoreContent {
  const [pictures, statements, judgements] = [
    pictureEntries.entries(),
    statementEntries.entries(),
    judgementEntries.entries(),
  ];
  if (content.pictures !== pictures || content.statements !== statements || content.judgements !== judgements)
    content = { pictures, statements, judgements };
  return content;
}

const subscribe = (listener: () => void) => {
  const ends = [pictureEntries, statementEntries, judgementEntries].map((one) => one.subscribe(listener));
  return () => {
    for (const end of ends) end();
  };
};

/** Whether what an earlier visit left is in `useStore`: before, a picture that waits to be sent would seem not to be there. */
export const useStoreOpen = (personId: string): boolean =>
  useSyncExternalStore(onStoreOpen, () => isStoreOpen(personId));

export const useStore = (): StoreContent => useSyncExternalStore(subscribe, storeContent);

/** Whether everything about a piece of evidence is on disk, so that it outlives this page. */
export const isKept = (evidenceId: string): boolean =>
  pictureEntries.isOnDisk(evidenceId) && !bytesRefused.has(captureOf(evidenceId));

const captureOf = (evidenceId: string) => pictureEntries.get(evidenceId)?.captureId ?? '';

/** Bytes in this page: of what came in here, and what the full disk did not take. */
const blobs = new Map<string, Blob>();
const bytesRefused = new Set<string>();
const urls = new Map<string, string>();
/** Addresses of pictures of which nothing is left to be sent are given back, but for the last ones. */
const MOST_URLS = 24;

export function localUrl(captureId: string): string | null {
  return urls.get(captureId) ?? null;
}

function rememberUrl(captureId: string, blob: Blob): void {
  if (urls.has(captureId)) return;
  urls.set(captureId, URL.createObjectURL(blob));
  for (const [old, url] of urls) {
    if (urls.size <= MOST_URLS) break;
    if (old === captureId || pictureEntries.entries().some((p) => p.captureId === old)) continue;
    URL.revokeObjectURL(url);
    urls.delete(old);
  }
}

/** A picture's bytes where this browser holds them. */
export async function bytesOf(captureId: string): Promise<Blob | null> {
  const here = blobs.get(captureId);
  if (here) return here;
  const kept = await (await database()).get('bytes', captureId);
  return kept?.blob ?? null;
}

/** Makes addresses of pictures that an earlier visit left, or another tab has, and that the server has no evidence of. */
export async function showKeptBytes(
  pictures: readonly PictureDocument[] = pictureEntries.entries(),
): Promise<void> {
  for (const { captureId, baseVersion } of pictures) {
    if (baseVersion > 0 || urls.has(captureId)) continue;
    const blob = await bytesOf(captureId);
    if (blob) {
      rememberUrl(captureId, blob);
      for (const listener of shown) listener();
    }
  }
}

const shown = new Set<() => void>();
let shownCount = 0;
/** Changes when an address of an earlier visit's picture is there. */
export const useShownBytes = (): number =>
  useSyncExternalStore(
    (listener) => {
      const one = () => {
        shownCount++;
        listener();
      };
      shown.add(one);
      return () => shown.delete(one);
    },
    () => shownCount,
  );

/**
 * Keeps a picture that has just come in, before it is looked at: bytes and document are on their way to disk when this
 * returns. `kept` resolves once they are there, or with false when the disk does not take them.
 */
export function arrive(
  personId: string,
  blob: Blob,
  origin: PictureOrigin,
  now: number,
): { document: PictureDocument; kept: Promise<boolean> } {
  const document: PictureDocument = {
    evidenceId: crypto.randomUUID(),
    captureId: crypto.randomUUID(),
    personId,
    assignmentId: null,
    proofPointId: null,
    origin,
    width: 0,
    height: 0,
    notes: [],
    ...UNPREPARED,
    state: 'arrived',
    problem: null,
    bytesSent: false,
    baseVersion: 0,
    revision: nextRevision(),
    tries: 0,
    keptAt: now,
  };
  blobs.set(document.captureId, blob);
  rememberUrl(document.captureId, blob);
  return { document, kept: keepBoth(document, blob) };
}

async function keepBoth(document: PictureDocument, blob: Blob): Promise<boolean> {
  const { captureId, personId, evidenceId } = document;
  const written = database()
    .then((db) => db.put('bytes', { captureId, personId, blob }))
    .then(
      () => true,
      () => false,
    );
  const [bytes, entry] = await Promise.all([written, pictureEntries.change(evidenceId, () => document)]);
  if (bytes && entry) return true;
  if (!bytes) bytesRefused.add(captureId);
  toast.warning(
    'This browser’s storage is full. The picture is only in this page until it is sent: leave the page open, and delete files of other sites to make room.',
    { duration: Number.POSITIVE_INFINITY },
  );
  return false;
}

/** Does to a picture what has happened to it; one that only the server has begins to be kept with that. */
export async function happen(start: PictureDocument, event: PictureEvent): Promise<void> {
  const onDisk = await pictureEntries.change(start.evidenceId, (current) =>
    nextPicture(current ?? start, event),
  );
  const now = pictureEntries.get(start.evidenceId);
  if (!now || now.bytesSent) {
    blobs.delete(start.captureId);
    bytesRefused.delete(start.captureId);
  }
  if (!onDisk && now)
    toast.warning(
      'This browser’s storage is full. Your last change is only in this page until it is sent: leave the page open.',
    );
}

/** Lets go of a picture and its bytes: it was refused, or its person does not want it. */
export async function letGo(evidenceId: string): Promise<void> {
  const captureId = captureOf(evidenceId);
  await pictureEntries.change(evidenceId, (current) => (current ? null : undefined));
  blobs.delete(captureId);
  bytesRefused.delete(captureId);
}
