import type { ProofPoint } from '@nachweis/contract';

/**
 * Where pictures that come together go: the first to the chosen proof point, each other one to the next place that is
 * free, going on from there. A single picture may take the place of another; of several, none does.
 *
 * @param counts pictures at each proof point now, by id
 * @returns for each picture a proof point's id, or null where there is no free place left
 */
export function placePictures(
  howMany: number,
  points: readonly ProofPoint[],
  counts: Readonly<Record<string, number>>,
  chosenId: string,
): Array<string | null> {
  if (howMany === 1) return [chosenId];
  const start = Math.max(
    points.findIndex((p) => p.id === chosenId),
    0,
  );
  const order = [...points.slice(start), ...points.slice(0, start)];
  const free = order.flatMap((p) =>
    Array.from({ length: Math.max(p.requirements.maxPictures - (counts[p.id] ?? 0), 0) }, () => p.id),
  );
  return Array.from({ length: howMany }, (_, index) => free[index] ?? null);
}
