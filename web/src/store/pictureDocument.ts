import type { Done, Preparation, Source, Surface, Told } from '@nachweis/contract';
import { crc32, type Framing, type Size } from '@nachweis/core';
import type { CallCode } from '../words/calls.ts';
import { nextRevision } from './nextRevision.ts';

/** What a call was answered with, as it is kept: a code with data, or a sentence that an earlier version kept. */
export type KeptProblem = { code: CallCode; data: Readonly<Record<string, unknown>> } | string;

/**
 * One picture and what is to become of it, from the moment it came in until the server has it. The only shape it has on
 * the way: what the sheet shows is this with an address and a name.
 *
 * - `arrived`: its bytes are kept; it is not checked, or has no place yet
 * - `waiting`: it has a place and waits to be sent
 * - `stale`: it was changed elsewhere too; somebody has to choose
 * - `refused`: the server does not take it, or could not for too long; the problem says why
 * - `taken-out`: its person took it out; that is to be sent where the server may have it, and it is kept for undo
 */
export interface PictureDocument extends Size, Preparation {
  /** id of the evidence it is, or becomes */
  evidenceId: string;
  captureId: string;
  personId: string;
  /** null while it has no place */
  assignmentId: string | null;
  proofPointId: string | null;
  origin: PictureOrigin;
  /** what had to be said when it was checked */
  notes: ReadonlyArray<Told | string>;
  state: 'arrived' | 'waiting' | 'stale' | 'refused' | 'taken-out';
  problem: KeptProblem | null;
  /** the server has its bytes */
  bytesSent: boolean;
  /** address of its bytes there, once they are */
  href?: string;
  /** evidence that it takes the place of at its proof point, as its person decided */
  replaces?: readonly string[];
  /** the server's version this was made from; 0 where it has none */
  baseVersion: number;
  /** counts changes made here, so that an answer to an older one does not sweep away a newer one */
  revision: number;
  /** the server has taken it out, as was wanted here; it is put back there before anything else is sent of it */
  isOutThere?: boolean;
  /** it was taken out as if it had never been added: what made room for it comes back */
  bringsBack?: boolean;
  /** what was sent and not answered, as `sentAs` says it, the last one last: the server may have any of it */
  asked?: readonly string[];
  /** how often sending it failed for reasons that may pass */
  tries: number;
  /** when it came in, in milliseconds */
  keptAt: number;
}

/** Where a picture came from. */
export interface PictureOrigin {
  source: Source;
  surface: Surface;
  /** as its person knows it; empty for a capture */
  name: string;
  /** what the browser calls what was shared */
  label: string;
  /** title or name of the document it was in */
  document: string;
  /** pixels for each unit that the source draws in, where it says so */
  scale?: number | undefined;
  done: Done[];
}

export type PictureEvent =
  | {
      kind: 'placed';
      assignmentId: string;
      proofPointId: string;
      replaces: readonly string[];
      size: Size;
      notes: PictureDocument['notes'];
      framing: Framing;
    }
  | { kind: 'prepared'; changes: Partial<Preparation> }
  /** to another proof point, with all that was made of it */
  | { kind: 'moved'; proofPointId: string }
  | { kind: 'taken-out'; bringsBack?: boolean }
  | { kind: 'put-back' }
  /** the server has taken it out, or put it back */
  | { kind: 'out-there'; isOut: boolean }
  /** the server has the bytes */
  | { kind: 'bytes-sent'; href: string }
  /** it is on its way to the server, as `sentAs` says it */
  | { kind: 'on-its-way'; as: string }
  /** the server has the state of that revision, as its version */
  | { kind: 'sent'; revision: number; version: number }
  | { kind: 'not-taken'; as: 'stale' | 'refused'; problem: KeptProblem }
  /** the server does not take it out */
  | { kind: 'stays-there'; problem: KeptProblem }
  /** it could not be sent for a reason that may pass; held up where that is the server's, whatever is sent */
  | { kind: 'failed' | 'held-up'; problem: KeptProblem }
  /** its assignment or its proof point is not there for its person any more */
  | { kind: 'displaced' }
  /** to be sent once more, from the server's version where one was chosen over the other */
  | { kind: 'again'; baseVersion?: number; replaces?: readonly string[] };

/** What is made of a picture where nothing was done to it. */
export const UNPREPARED: Preparation = { framing: { kind: 'whole' }, trims: [], marks: [], encoding: null };

/** As often something is tried that fails for reasons that may pass, before it is said and left to its person. */
export const MOST_TRIES = 6;

/**
 * So many writes without an answer are remembered, of pictures, texts and judgements; more of them in a row are no lost
 * answers. The contract's `StatementWrite` takes as many.
 */
export const MOST_ASKED = 4;

/** What becomes of a picture. @returns null when nothing is left to keep: the server has it all */
export function nextPicture(picture: PictureDocument, event: PictureEvent): PictureDocument | null {
  const changed = { ...picture, revision: nextRevision(picture.revision) };
  switch (event.kind) {
    case 'placed': {
      const { kind: _, size, ...placed } = event;
      return { ...changed, ...size, ...placed, state: 'waiting' };
    }
    case 'prepared':
      return { ...changed, ...event.changes, state: 'waiting', problem: null, tries: 0 };
    case 'moved':
      return {
        ...changed,
        proofPointId: event.proofPointId,
        replaces: [],
        state: 'waiting',
        problem: null,
        tries: 0,
      };
    case 'taken-out':
      return {
        ...changed,
        state: 'taken-out',
        bringsBack: event.bringsBack ?? false,
        problem: null,
        tries: 0,
      };
    case 'put-back':
      return { ...changed, state: 'waiting', problem: null, tries: 0 };
    case 'out-there':
      return { ...picture, isOutThere: event.isOut, bringsBack: false, tries: 0 };
    case 'bytes-sent':
      return { ...picture, bytesSent: true, href: event.href };
    case 'on-its-way':
      return {
        ...picture,
        asked: [...(picture.asked ?? []).filter((one) => one !== event.as), event.as].slice(-MOST_ASKED),
      };
    case 'sent':
      // What was changed while it was on its way is still to be sent, on top of what has arrived.
      return picture.revision === event.revision
        ? null
        : { ...changed, baseVersion: event.version, asked: [], problem: null, tries: 0 };
    case 'not-taken':
      return picture.state === 'taken-out'
        ? picture
        : { ...picture, state: event.as, problem: event.problem };
    case 'displaced':
      return {
        ...changed,
        assignmentId: null,
        proofPointId: null,
        replaces: [],
        state: 'arrived',
        problem: null,
        tries: 0,
        asked: [],
      };
    case 'stays-there':
      return picture.state === 'taken-out'
        ? { ...picture, state: 'refused', problem: event.problem }
        : picture;
    case 'failed':
    case 'held-up':
      return { ...picture, ...afterFailure(picture, event) };
    case 'again':
      return {
        ...changed,
        state: 'waiting',
        problem: null,
        tries: 0,
        baseVersion: event.baseVersion ?? picture.baseVersion,
        replaces: event.replaces ?? picture.replaces ?? [],
        asked: [],
      };
  }
}

/**
 * How an entry that could not be sent stands then. What is tried in vain too often is said: one that the server holds up
 * goes on being tried, any other one is left to its person.
 */
export function afterFailure<State>(
  { state, ...entry }: { state: State; problem: KeptProblem | null; tries: number },
  { kind, problem }: { kind: 'failed' | 'held-up'; problem: KeptProblem },
): { state: State | 'refused'; problem: KeptProblem | null; tries: number } {
  const tries = entry.tries + 1;
  if (tries < MOST_TRIES) return { state, problem: entry.problem, tries };
  return { state: kind === 'failed' ? 'refused' : state, problem, tries };
}

/** Whether the server may have it still, though it was taken out here. A lost answer tells nothing of what arrived. */
export const isToBeTakenOut = ({ state, baseVersion, bytesSent, isOutThere }: PictureDocument): boolean =>
  state === 'taken-out' && (baseVersion > 0 || bytesSent) && !isOutThere;

/** Whether something of it is to be sent. */
export const isToBeSent = (picture: PictureDocument): boolean =>
  picture.state === 'waiting' || isToBeTakenOut(picture);

/** What is made of it, without all else. */
export const preparationOf = ({ framing, trims, marks, encoding }: Preparation): Preparation => ({
  framing,
  trims,
  marks,
  encoding,
});

/** What of a picture is sent, as a text that is the same for the same content, whoever made it. */
export function sentAs({ proofPointId, ...picture }: Preparation & { proofPointId: string | null }): string {
  return JSON.stringify({ proofPointId, ...preparationOf(picture) }, (key, value: unknown) => {
    // Pixels that a mark carries are told by their sum: this is kept with every try.
    if (key === 'pixels' && typeof value === 'string')
      return `${value.length} ${crc32(new TextEncoder().encode(value))}`;
    return value && typeof value === 'object' && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
      : value;
  });
}
