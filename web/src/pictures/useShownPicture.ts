import {
  type Box,
  type Framing,
  kindOf,
  type Mark,
  marksOnTrimmed,
  type Preparation,
  placingOf,
  type Size,
  wholeBox,
} from '@nachweis/core';
import { useEffect, useState } from 'react';
import { useObjectUrl } from '../ui/useObjectUrl.ts';
import { trimmed } from './trimmed.ts';

/** A capture and what is made of it. */
export interface Prepared extends Size, Pick<Preparation, 'framing' | 'trims' | 'marks'> {
  url: string;
  /** pixels for each unit that its source draws in, where it says so */
  origin?: { scale?: number | undefined };
}

/** What a page shows of it: an address, the part of it that is seen, and marks in its pixels. */
export interface ShownPicture extends Size {
  url: string;
  framing: Framing;
  marks: readonly Mark[];
  frame: Box;
  /** of the file that is made */
  size: Size;
  /** the capture, where what is hidden has still to be laid over it; null where it is gone from the picture shown */
  covers: string | null;
  /** whether all steps are done in it */
  ready: boolean;
}

/**
 * A picture as it will be handed in. One that is only framed is shown by layout alone; for one that is trimmed the pixels
 * are made, and until they are there it is shown framed.
 */
export function useShownPicture({ url, width, height, framing, trims, marks }: Prepared): ShownPicture {
  const [made, setMade] = useState<{ of: string; blob: Blob } | null>(null);
  const burned = marks.filter((mark) => kindOf(mark).burns);
  const wanted = trims.length > 0 ? JSON.stringify([url, framing, trims, burned]) : null;
  useEffect(() => {
    if (!wanted) return setMade(null);
    let ended = false;
    const [from, cut, steps, hidden] = JSON.parse(wanted) as [string, Framing, Prepared['trims'], Mark[]];
    trimmed(from, { framing: cut, trims: steps, marks: hidden }).then(
      (blob) => !ended && setMade({ of: wanted, blob }),
      // It is shown framed, which is all that can be done here.
      () => undefined,
    );
    return () => {
      ended = true;
    };
  }, [wanted]);
  const madeUrl = useObjectUrl(made?.blob ?? null);
  const placing = placingOf({ framing, trims }, { width, height });
  if (!wanted || !made || !madeUrl)
    return {
      url,
      width,
      height,
      framing,
      marks: wanted ? burned : marks,
      frame: placing.frame,
      size: wanted ? placing.frame : placing.size,
      covers: url,
      ready: !wanted,
    };
  const drawn = marks.filter((mark) => !kindOf(mark).burns);
  return {
    url: madeUrl,
    ...placing.trimmed,
    framing: { kind: 'whole' },
    marks: marksOnTrimmed(drawn, placing),
    frame: wholeBox(placing.trimmed),
    size: placing.size,
    covers: null,
    ready: made.of === wanted,
  };
}
