import { describe, expect, it } from 'vitest';
import { amongTabs, knownOf } from './draftsAmongTabs.ts';
import { type DraftRemark, type Drafts, NO_DRAFTS } from './remarkDrafts.ts';
import { WHOLE } from './remarkPlaces.ts';

const draft = (id: string, text: string): DraftRemark => ({
  ...WHOLE,
  id,
  sign: null,
  mustShowId: null,
  text,
  picture: null,
  on: 0,
  saved: '',
});
const drafts = (...all: DraftRemark[]): Drafts => ({ all, openId: all[0]?.id ?? null });
const textsOf = ({ all }: Drafts) => all.map(({ id, text }) => `${id}: ${text}`);

/** A tab that keeps what it has beside what others left. */
function tab(began: Drafts) {
  const known = knownOf(began);
  return (here: Drafts, there: Drafts) => {
    for (const { id } of here.all) known.had.add(id);
    return amongTabs(here, known, there);
  };
}

describe('remarks that are written in two tabs', () => {
  it('are all kept, whichever tab writes last', () => {
    const [one, two] = [tab(NO_DRAFTS), tab(NO_DRAFTS)];
    let kept = one(drafts(draft('a', 'first')), NO_DRAFTS);
    kept = two(drafts(draft('b', 'second')), kept);
    expect(textsOf(kept)).toEqual(['a: first', 'b: second']);
    kept = one(drafts(draft('a', 'first, longer')), kept);
    expect(textsOf(kept)).toEqual(['b: second', 'a: first, longer']);
  });

  it('are as the tab left them that wrote on, not as the other one read them when it began', () => {
    const began = drafts(draft('a', 'begun'));
    const [one, two] = [tab(began), tab(began)];
    const kept = one(drafts(draft('a', 'begun and ended')), began);
    expect(textsOf(two(drafts(draft('a', 'begun'), draft('b', 'new')), kept))).toEqual([
      'a: begun and ended',
      'b: new',
    ]);
  });

  it('go where they were sent or discarded, and do not come back by the other tab', () => {
    const began = drafts(draft('a', 'begun'), draft('b', 'too'));
    const [one, two] = [tab(began), tab(began)];
    const kept = one(drafts(draft('b', 'too')), began);
    expect(textsOf(kept)).toEqual(['b: too']);
    expect(textsOf(two(began, kept))).toEqual(['b: too']);
  });

  it('are kept with what was sent of them without an answer, though their words are as they were', () => {
    const began = drafts(draft('a', 'begun'));
    const tried = { ...draft('a', 'begun'), tried: ['as it was sent'] };
    expect(tab(began)(drafts(tried), began).all).toEqual([tried]);
  });

  it('are not kept where they say nothing', () => {
    expect(amongTabs(drafts(draft('a', '')), knownOf(NO_DRAFTS), NO_DRAFTS).all).toEqual([]);
  });
});
