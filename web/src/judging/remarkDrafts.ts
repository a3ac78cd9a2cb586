import type { Remark, RemarkPicture, RemarkSign, RemarkWrite } from '@nachweis/contract';
import { placeOf, type RemarkPlace, WHOLE } from './remarkPlaces.ts';

/** A remark that is being written: on a picture's place, or to the whole hand-in. */
export interface DraftRemark extends RemarkPlace {
  id: string;
  sign: RemarkSign | null;
  /** the must-show it is about */
  mustShowId: string | null;
  text: string;
  picture: RemarkPicture | null;
  /** version of the remark it changes; 0 for a new one */
  on: number;
  /** what the remark that it changes says; empty for a new one */
  saved: string;
  /** the next place that is chosen is where it goes */
  moving?: boolean;
  /** what was sent of it without an answer: it may have arrived all the same */
  tried?: readonly string[];
}

export interface Drafts {
  all: readonly DraftRemark[];
  /** the one whose field is on the page */
  openId: string | null;
}

export const NO_DRAFTS: Drafts = { all: [], openId: null };

type Said = Pick<DraftRemark, 'sign' | 'text' | 'picture'>;

/** What it says, its sign and its picture included. */
const says = ({ sign, text, picture }: Said): string =>
  (sign ? `${sign}: ${text}` : text) + (picture ? ` ${picture.id}` : '');

/** Whether it says anything that can be saved. */
export const saysSomething = ({ sign, text, picture }: Said): boolean =>
  sign !== null || text.trim() !== '' || picture !== null;

/** Whether it holds something that is not saved. */
export const worthKeeping = (draft: DraftRemark): boolean =>
  saysSomething(draft) && says(draft) !== draft.saved;

/** Leaves the open one: one with words of its own stays, an empty or unchanged one goes. */
export function closed({ all, openId }: Drafts): Drafts {
  const left = all.filter((draft) => draft.id !== openId || worthKeeping(draft));
  return { all: left.map(({ moving: _, ...draft }) => draft), openId: null };
}

/** One is being saved: its field goes, so that the next key is the page's, and it stays until it is known to be there. */
export const sent = (drafts: Drafts, id: string): Drafts =>
  drafts.openId === id ? { ...drafts, openId: null } : drafts;

/** It was not taken: it is written on, unless another one is by now. */
export const sentBack = ({ all, openId }: Drafts, draft: DraftRemark): Drafts => ({
  all: all.map((one) =>
    one.id === draft.id ? { ...one, tried: [...(one.tried ?? []), contentOf(draft)] } : one,
  ),
  openId: openId ?? draft.id,
});

/** All that is sent of it but the version; the server takes the spaces at its ends away. */
const contentOf = (draft: DraftRemark): string =>
  JSON.stringify(writeOf({ ...draft, on: 0, text: draft.text.trim() }));

/**
 * The remarks were read again. What had arrived, though its answer was lost, is no draft any more; where it was changed
 * since, it goes on from there, and is not taken for a change of somebody else.
 */
export function reread(drafts: Drafts, remarks: readonly Remark[]): Drafts {
  let isOther = false;
  const all = drafts.all.flatMap((draft) => {
    const { tried, ...rest } = draft;
    const there = tried && remarks.find(({ id }) => id === draft.id);
    if (!there || there.version === draft.on || !tried.includes(contentOf(draftOf(there)))) return [draft];
    isOther = true;
    return contentOf(draft) === contentOf(draftOf(there))
      ? []
      : [{ ...rest, on: there.version, saved: says(there) }];
  });
  if (!isOther) return drafts;
  return { all, openId: all.some(({ id }) => id === drafts.openId) ? drafts.openId : null };
}

/** It is there, and no draft any more; one that was opened and changed again meanwhile is. */
export function arrived({ all, openId }: Drafts, draft: DraftRemark): Drafts {
  const isIt = (one: DraftRemark) => JSON.stringify(writeOf(one)) === JSON.stringify(writeOf(draft));
  const left = all.filter((one) => one.id !== draft.id || !isIt(one));
  return { all: left, openId: left.some((one) => one.id === openId) ? openId : null };
}

/** Opens one; what was being written before stays as a draft. */
export function opened(drafts: Drafts, draft: DraftRemark): Drafts {
  const { all } = drafts.openId === draft.id ? drafts : closed(drafts);
  const there = all.some((one) => one.id === draft.id);
  return { all: there ? all : [...all, draft], openId: draft.id };
}

/** A remark that is saved, to be changed. */
export const draftOf = (remark: Remark): DraftRemark => ({
  ...placeOf(remark),
  id: remark.id,
  sign: remark.sign,
  mustShowId: remark.mustShowId,
  text: remark.text,
  picture: remark.picture,
  on: remark.version,
  saved: says(remark),
});

/** What is sent of a draft. */
export const writeOf = ({ sign, mustShowId, text, picture, on, ...place }: DraftRemark): RemarkWrite => ({
  ...placeOf(place),
  sign,
  mustShowId,
  text,
  pictureId: picture?.id ?? null,
  on,
});

/**
 * A place was chosen. A new remark that is being written goes there with its words; one that was saved before stays
 * where it is, unless it is to be moved, and a new one begins.
 * @param move where the open one goes, in the shape it has
 */
export function start(
  drafts: Drafts,
  place: RemarkPlace,
  { newId, mustShowId = null, move = () => place }: StartOptions,
): Drafts {
  const open = drafts.all.find((draft) => draft.id === drafts.openId);
  if (open && (open.on === 0 || open.moving)) {
    const moved = { ...open, ...move(open), moving: false };
    return { ...drafts, all: drafts.all.map((draft) => (draft === open ? moved : draft)) };
  }
  return opened(drafts, {
    ...place,
    id: newId,
    sign: null,
    mustShowId,
    text: '',
    picture: null,
    on: 0,
    saved: '',
  });
}

interface StartOptions {
  newId: string;
  mustShowId?: string | null;
  move?: (draft: RemarkPlace) => RemarkPlace;
}

/** What an earlier version did not keep. */
const OLDER = { ...WHOLE, sign: null, mustShowId: null, picture: null, on: 0, saved: '' };

/** What lies in the browser; an earlier version kept one draft by itself, and points only. */
export function readKept(
  kept: Drafts | (Pick<DraftRemark, 'id' | 'text'> & Partial<DraftRemark>) | null,
): Drafts {
  if (!kept) return NO_DRAFTS;
  if ('all' in kept) return { ...kept, all: kept.all.map((one) => ({ ...OLDER, ...one })) };
  return { all: [{ ...OLDER, ...kept }], openId: kept.id };
}
