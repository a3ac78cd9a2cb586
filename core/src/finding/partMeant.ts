import { type Box, holdsBox } from '../geometry/box.ts';

/** What somebody may point at in a picture of a screen: a window, or a part of one. */
export interface Part extends Box {
  /** how likely it is meant as a whole: 0 a display or its ground, 1 a boxed part, 2 and 3 what has a bar along its top, as windows have */
  rank: number;
  /** false where something lies over a part of it */
  complete: boolean;
}

/**
 * Which of several parts is meant by who points at a place in all of them: the window, of two windows the one in front,
 * and where there is none the smallest part.
 * @param under all parts at the place, from the smallest to the largest
 * @returns its index; 0 where there is none
 */
export const partMeant = (under: readonly Part[]): number =>
  under.reduce((best, part, index) => {
    const before = under[best] as Part;
    if (part.rank !== before.rank) return part.rank > before.rank ? index : best;
    if (part.rank === 0) return best;
    return holdsBox(part, before) || part.complete || !before.complete ? index : best;
  }, 0);
