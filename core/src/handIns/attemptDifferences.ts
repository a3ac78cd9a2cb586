/** A picture of a hand-in, as far as it is told from those of another attempt. */
export interface AttemptPicture {
  proofPointId: string;
  /** the same for the same bytes that were taken */
  capture: string;
  /** the same for the same capture with the same frame, steps and marks */
  picture: string;
}

/** How the pictures of a proof point differ from those of an attempt before, each counted once. */
export interface PointDifference {
  proofPointId: string;
  same: number;
  /** of a capture that was there before, framed or marked otherwise */
  redone: number;
  /** another capture in the place of one that is gone */
  replaced: number;
  added: number;
  removed: number;
}

/**
 * What became of the pictures of an attempt in a later one. A picture that is there in both is the same; of those left, a
 * capture that is there in both was redone; the rest took each other's place, came, or went.
 *
 * @param points ids of the proof points, in their order
 * @returns those at which either has a picture
 */
export function attemptDifferences(
  points: readonly string[],
  before: readonly AttemptPicture[],
  after: readonly AttemptPicture[],
): PointDifference[] {
  return points.flatMap((proofPointId) => {
    const at = (pictures: readonly AttemptPicture[]) =>
      pictures.filter((one) => one.proofPointId === proofPointId);
    const [gone, come] = [at(before), at(after)];
    if (gone.length === 0 && come.length === 0) return [];
    const same = pair(gone, come, (one) => one.picture);
    const redone = pair(gone, come, (one) => one.capture);
    const replaced = Math.min(gone.length, come.length);
    const [added, removed] = [come.length - replaced, gone.length - replaced];
    return [{ proofPointId, same, redone, replaced, added, removed }];
  });
}

/** Takes out of both lists what has a like in the other one. @returns how many pairs */
function pair(gone: AttemptPicture[], come: AttemptPicture[], of: (one: AttemptPicture) => string): number {
  let pairs = 0;
  for (const one of [...come]) {
    const like = gone.findIndex((other) => of(other) === of(one));
    if (like < 0) continue;
    gone.splice(like, 1);
    come.splice(come.indexOf(one), 1);
    pairs++;
  }
  return pairs;
}
