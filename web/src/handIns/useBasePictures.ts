import { kindOf } from '@nachweis/core';
import { useEffect, useState } from 'react';
import { trimmed } from '../pictures/trimmed.ts';
import type { SheetPicture } from '../sheet/sheetPictures.ts';

interface Bases {
  /** of what they were made */
  of: string;
  /** addresses by evidence */
  hrefs: ReadonlyMap<string, string>;
  /** one could not be made */
  error: unknown;
}

/**
 * The pictures as whoever judges gets them: without marks, with what is hidden taken away. They are made one after the
 * other, for one may have a hundred million pixels, and shown as they come.
 *
 * @param tries raised to try again what could not be made
 */
export function useBasePictures(pictures: readonly SheetPicture[], tries: number): Bases {
  const wanted = JSON.stringify([
    tries,
    pictures.map(({ evidenceId, url, framing, trims, marks, damaged }) => ({
      evidenceId,
      url,
      framing,
      trims,
      marks: marks.filter((mark) => kindOf(mark).burns),
      damaged,
    })),
  ]);
  const [bases, setBases] = useState<Bases>({ of: '', hrefs: new Map(), error: null });
  useEffect(() => {
    const [, all] = JSON.parse(wanted) as [number, SheetPicture[]];
    const made = new Map<string, string>();
    let ended = false;
    const make = async () => {
      let failed: unknown = null;
      for (const picture of all) {
        if (picture.damaged) continue;
        try {
          const blob = await trimmed(picture.url, picture);
          if (ended) return;
          made.set(picture.evidenceId, URL.createObjectURL(blob));
        } catch (error) {
          // The others are made all the same.
          failed = error;
        }
        if (!ended) setBases({ of: wanted, hrefs: new Map(made), error: failed });
      }
    };
    void make();
    return () => {
      ended = true;
      for (const href of made.values()) URL.revokeObjectURL(href);
    };
  }, [wanted]);
  return bases.of === wanted ? bases : { of: wanted, hrefs: new Map(), error: null };
}
