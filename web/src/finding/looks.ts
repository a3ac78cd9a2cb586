import { transfer } from 'comlink';
import { useEffect, useState } from 'react';
import type { Asked, FoundDisplays, Look } from '../workers/finding.worker.ts';
import { askFinder } from './finder.ts';

/** One look at each capture is enough; the last ones are remembered. */
const looks = new Map<string, Promise<Look>>();
const MOST = 40;
/** The picture is shown first; looking for parts in it would take the same processor. */
const AFTER_PAINT_MS = 120;

/** Finds what there is in a capture, once. */
export function lookAt(
  captureId: string,
  picture: () => Promise<Blob | string>,
  asked: Asked,
): Promise<Look> {
  const known = looks.get(captureId);
  if (known) return known;
  const look = picture().then((bytes) =>
    askFinder((finder): Promise<Look> => finder.look(captureId, bytes, asked)),
  );
  looks.set(captureId, look);
  look.catch(() => looks.delete(captureId));
  const [oldest] = looks.keys();
  if (looks.size > MOST && oldest !== undefined) looks.delete(oldest);
  return look;
}

/** What is known of a capture so far: its displays first, what is to check once that is known, too. */
export type KnownLook = FoundDisplays & (Look | { leastScale: null; findings: null });

/**
 * What was found in a capture; null until anything is known, or when it cannot be read here.
 * @param pixels its pixels where the page has them: to decode them again takes longer than to find displays in them
 */
export function useLook(
  captureId: string,
  picture: () => Promise<Blob | string>,
  asked: Asked,
  pixels: ImageBitmap | null,
): KnownLook | null {
  const [look, setLook] = useState<KnownLook | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a capture never changes; its number says which it is
  useEffect(() => {
    let ended = false;
    setLook(null);
    // Taken at once: this browser lets go of a picture's bytes when the server has them.
    const bytes = picture();
    bytes.catch(() => undefined);
    const timer = setTimeout(() => {
      const displays = async () => {
        const read = await bytes;
        // The page shows its own; where that is gone by now, they are decoded.
        const copy = pixels && (await createImageBitmap(pixels).catch(() => null));
        const given = copy ? transfer(copy, [copy]) : read;
        const found = await askFinder((finder): Promise<FoundDisplays> => finder.displays(captureId, given));
        if (!ended) setLook((old) => old ?? { ...found, leastScale: null, findings: null });
      };
      // One after the other: what the displays were found in is looked at further, and not decoded once more.
      const first = looks.has(captureId) ? Promise.resolve() : displays().catch(() => undefined);
      lookAt(captureId, () => first.then(() => bytes), asked).then(
        (found) => !ended && setLook(found),
        () => {
          // Nothing found is a normal answer too.
        },
      );
    }, AFTER_PAINT_MS);
    return () => {
      ended = true;
      clearTimeout(timer);
    };
  }, [captureId]);
  return look;
}
