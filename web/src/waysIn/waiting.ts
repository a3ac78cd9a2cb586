import { pictureEntries } from '../store/browserStore.ts';
import type { PictureDocument } from '../store/pictureDocument.ts';
import { arrive, bytesOf, useStore } from '../store/pictureStore.ts';
import { toast } from '../ui/notices.ts';
import type { Incoming } from './incoming.ts';
import { inMemory } from './inMemory.ts';

/**
 * Pictures that came in where they could not be taken: on another page, or while the one before was in hand. They lie
 * in the browser's store like every other. Those of this tab are taken as soon as there is a place for them; what
 * another tab has, or an earlier visit left, only when somebody says where it goes.
 */
const KEY = 'nachweis-arrived-here';
const own = new Set<string>(readOwn());
/** being taken in by this tab now */
const inHand = new Set<string>();

function readOwn(): string[] {
  try {
    return JSON.parse(sessionStorage.getItem(KEY) ?? '[]') as string[];
  } catch {
    return [];
  }
}

function noteOwn(ids: readonly string[]): void {
  for (const id of ids) own.add(id);
  try {
    sessionStorage.setItem(KEY, JSON.stringify([...own].slice(-200)));
  } catch {
    // Then they are offered after a reload, and not taken by themselves.
  }
}

/** A picture that is kept and not taken yet. */
export interface Arrived {
  document: PictureDocument;
  incoming: Incoming;
  /** resolves once it is on disk */
  kept: Promise<boolean>;
  /** it did not come just now, by something that somebody did */
  waited?: true;
}

/** Keeps what comes in, before anything else is done with it. */
export function arrived(personId: string, incoming: Incoming): Arrived {
  const { blob, name, source, surface, label = '', document: title = '', scale, done = [] } = incoming;
  const origin = { source, surface, name, label, document: title, scale, done };
  const { document, kept } = arrive(personId, blob, origin, Date.now());
  noteOwn([document.evidenceId]);
  return { document, incoming, kept };
}

/** @returns how many of them wait now; of the others it is said why they do not */
export async function letWait(personId: string, incoming: readonly Incoming[]): Promise<number> {
  const { read, refused } = await inMemory(incoming);
  for (const sentence of refused) toast.error(sentence);
  for (const one of read) arrived(personId, one);
  return read.length;
}

/** Those of this tab that wait to be taken, and how many others there are. */
export function useWaiting(): { here: readonly PictureDocument[]; elsewhere: number } {
  const { pictures } = useStore();
  const all = pictures.filter((p) => p.state === 'arrived' && !inHand.has(p.evidenceId));
  const here = all.filter((p) => own.has(p.evidenceId));
  return { here, elsewhere: all.length - here.length };
}

/** Whatever waits is to be taken by this tab. */
export const claim = (pictures: readonly PictureDocument[]): void =>
  noteOwn(pictures.filter((p) => p.state === 'arrived').map((p) => p.evidenceId));

/** Takes pictures into hand, one tab at a time, and lets go of them when the work is done. */
export async function inHandOf(
  pictures: readonly PictureDocument[],
  work: () => Promise<void>,
): Promise<void> {
  const ids = pictures.map((p) => p.evidenceId);
  for (const id of ids) inHand.add(id);
  try {
    await work();
  } finally {
    for (const id of ids) inHand.delete(id);
    // What has a place has been taken; should it lose that, somebody has to say where it goes.
    for (const id of ids) if (pictureEntries.get(id)?.state !== 'arrived') own.delete(id);
    noteOwn([]);
  }
}

/** A waiting picture with its bytes. @returns null when they are gone from this browser */
export async function fetchWaiting(document: PictureDocument): Promise<Arrived | null> {
  const blob = await bytesOf(document.captureId).catch(() => null);
  if (!blob) return null;
  return { document, incoming: { blob, ...document.origin }, kept: Promise.resolve(true), waited: true };
}
