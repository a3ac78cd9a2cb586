import { type DraftRemark, type Drafts, worthKeeping, writeOf } from './remarkDrafts.ts';

/** What one tab knows of the drafts that the browser keeps for all of them. */
export interface KnownDrafts {
  /** as it read them when it began */
  begun: ReadonlyMap<string, DraftRemark>;
  /** ids of all that it has had */
  had: Set<string>;
}

export const knownOf = ({ all }: Drafts): KnownDrafts => ({
  begun: new Map(all.map((draft) => [draft.id, draft])),
  had: new Set(all.map(({ id }) => id)),
});

/** Also what was sent of it without an answer: without that a remark that arrived would be taken for another one's. */
const stateOf = (draft: DraftRemark): string => JSON.stringify([writeOf(draft), draft.tried ?? []]);

const isSame = (a: DraftRemark, b: DraftRemark | undefined): boolean =>
  b !== undefined && stateOf(a) === stateOf(b);

/**
 * What the browser is to keep where several tabs write remarks on one hand-in: what this tab has written, and what it has
 * never had, or not changed since it began, as another one left it.
 * @param there what the browser keeps now
 */
export function amongTabs(here: Drafts, { begun, had }: KnownDrafts, there: Drafts): Drafts {
  const others = new Map(there.all.map((draft) => [draft.id, draft]));
  const foreign = there.all.filter(({ id }) => !had.has(id));
  const own = here.all.flatMap((draft) =>
    isSame(draft, begun.get(draft.id)) ? (others.get(draft.id) ?? []) : worthKeeping(draft) ? draft : [],
  );
  return { all: [...foreign, ...own], openId: here.openId };
}
