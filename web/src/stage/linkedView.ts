import { useMemo, useRef, useState } from 'react';

/** Stages that are moved and zoomed as one: pictures of one size, in rooms of one size. */
export interface LinkedView {
  /** null: seen whole */
  chosen: number | null;
  setChosen: (scale: number | null) => void;
  /** what each of them scrolls */
  scrollers: Set<HTMLElement>;
}

export function useLinkedView(): LinkedView {
  const [chosen, setChosen] = useState<number | null>(null);
  const scrollers = useRef(new Set<HTMLElement>());
  return useMemo(() => ({ chosen, setChosen, scrollers: scrollers.current }), [chosen]);
}

/** Has the others follow wherever one of them is scrolled to. @returns ends this */
export function follow(scrollers: Set<HTMLElement>, one: HTMLElement): () => void {
  scrollers.add(one);
  const onScroll = () => {
    for (const other of scrollers)
      if (other !== one && (other.scrollLeft !== one.scrollLeft || other.scrollTop !== one.scrollTop))
        other.scrollTo(one.scrollLeft, one.scrollTop);
  };
  one.addEventListener('scroll', onScroll);
  return () => {
    scrollers.delete(one);
    one.removeEventListener('scroll', onScroll);
  };
}
