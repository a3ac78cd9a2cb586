import type { Framing } from '../marks/framing.ts';
import { kindOf } from '../marks/kinds.ts';
import type { Mark } from '../marks/mark.ts';

/** A picture that is handed in, and the capture that it is of. */
interface PictureOfCapture {
  /** the same for all pictures of one capture */
  capture: string;
  framing: Framing;
  trims: readonly unknown[];
  marks: readonly Mark[];
}

/**
 * Whether the whole capture of a picture can be shown to whoever judges, with the frame in it: there is more of it than
 * the frame, nothing was taken out of it, and in none of the pictures that are handed in of it is anything hidden.
 */
export function mayShowWhole(picture: PictureOfCapture, all: readonly PictureOfCapture[]): boolean {
  return (
    picture.framing.kind !== 'whole' &&
    all
      .filter(({ capture }) => capture === picture.capture)
      .every(({ trims, marks }) => trims.length === 0 && !marks.some((mark) => kindOf(mark).burns))
  );
}
