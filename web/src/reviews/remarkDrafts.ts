/** A remark that is being written: on a picture's place, or to the whole hand-in. */
export interface DraftRemark {
  id: string;
  itemId: string | null;
  x: number | null;
  y: number | null;
  text: string;
  /** version of the remark it changes; 0 for a new one */
  on: number;
  /** the words of the remark it changes; empty for a new one */
  saved: string;
  /** the next place that is chosen is where it goes */
  moving?: boolean;
}

export interface Drafts {
  all: readonly DraftRemark[];
  /** the one whose field is on the page */
  openId: string | null;
}

export const NO_DRAFTS: Drafts = { all: [], openId: null };

/** Whether it holds something that is not saved. */
export const worthKeeping = ({ text, saved }: DraftRemark): boolean => text.trim() !== '' && text !== saved;

/** Leaves the open one: one with words of its own stays, an empty or unchanged one goes. */
export function closed({ all, openId }: Drafts): Drafts {
  const left = all.filter((draft) => draft.id !== openId || worthKeeping(draft));
  return { all: left.map(({ moving: _, ...draft }) => draft), openId: null };
}

/** Opens one; what was being written before stays as a draft. */
export function opened(drafts: Drafts, draft: DraftRemark): Drafts {
  const { all } = drafts.openId === draft.id ? drafts : closed(drafts);
  const there = all.some((one) => one.id === draft.id);
  return { all: there ? all : [...all, draft], openId: draft.id };
}

/**
 * A place was chosen. A new remark that is being written goes there with its words; one that was saved before stays
 * where it is, unless it is to be moved, and a new one begins.
 */
export function start(drafts: Drafts, place: Pick<DraftRemark, 'itemId' | 'x' | 'y'>, newId: string): Drafts {
  const open = drafts.all.find((draft) => draft.id === drafts.openId);
  if (open && (open.on === 0 || open.moving)) {
    const moved = { ...open, ...place, moving: false };
    return { ...drafts, all: drafts.all.map((draft) => (draft === open ? moved : draft)) };
  }
  return opened(drafts, { id: newId, text: '', on: 0, saved: '', ...place });
}

/** What lies in the browser; an earlier version kept one draft by itself. */
export function readKept(text: string | null): Drafts {
  try {
    const kept = JSON.parse(text ?? 'null') as
      | Drafts
      | (Omit<DraftRemark, 'on' | 'saved'> & { on?: number })
      | null;
    if (!kept) return NO_DRAFTS;
    if ('all' in kept) return kept;
    return { all: [{ ...kept, on: kept.on ?? 0, saved: '' }], openId: kept.id };
  } catch {
    return NO_DRAFTS;
  }
}
