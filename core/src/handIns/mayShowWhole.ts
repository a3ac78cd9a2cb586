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
  /** something of it is hidden or taken out in a picture that was made of it, handed in here or not */
  captureHides: boolean;
}

/** Whether a picture hides something of its capture, or leaves something out. */
export const hidesOfCapture = ({ trims, marks }: Pick<PictureOfCapture, 'trims' | 'marks'>): boolean =>
  trims.length > 0 || marks.some((mark) => kindOf(mark).burns);

/**
 * Whether the whole capture of a picture can be shown to whoever judges, with the frame in it: there is more of it than
 * the frame, and in no picture that was made of it is anything hidden or taken out.
 * @param all pictures that are handed in, as they are now
 */
export function mayShowWhole(picture: PictureOfCapture, all: readonly PictureOfCapture[]): boolean {
  return (
    picture.framing.kind !== 'whole' &&
    !picture.captureHides &&
    !all.some((one) => one.capture === picture.capture && hidesOfCapture(one))
  );
}
