import type { ProofPoint, Source } from '@nachweis/contract';
import type { Framing, Size } from '@nachweis/core';
import { useCallback, useEffect, useRef } from 'react';
import { keepNew } from '../outbox/outbox.ts';
import type { SheetPicture } from '../proofSheet/sheetPictures.ts';
import { admitBlob, warmUp } from './admit.ts';
import type { Incoming } from './incoming.ts';
import { placePictures } from './placing.ts';

export interface Added {
  evidenceId: string;
  captureId: string;
  proofPointId: string;
  source: Source;
  blob: Blob;
  bitmap: ImageBitmap;
  size: Size;
}

interface IntakeOptions {
  personId: string;
  assignmentId: string;
  points: readonly ProofPoint[];
  pictures: readonly SheetPicture[];
  chosenId: string;
  /** the framing a new picture begins with */
  framingFor: (capture: Size) => Framing;
  /** called with the pixels of a picture that comes alone, before it is known whether it is taken */
  onSeen: (bitmap: ImageBitmap) => Promise<void>;
  /** called for each picture once it is in its mount */
  onAdded: (added: Added, howMany: number) => void;
  /** called once with a sentence for each picture that was not taken */
  onRefused: (sentences: string[]) => void;
}

/** The one way in for pictures, wherever they come from: checked, kept in the browser, put in their place. */
export function useIntake(options: IntakeOptions): (incoming: readonly Incoming[]) => Promise<void> {
  const latest = useRef(options);
  latest.current = options;
  useEffect(warmUp, []);

  return useCallback(async (incoming: readonly Incoming[]) => {
    const onSeen = incoming.length === 1 ? latest.current.onSeen : undefined;
    const checked = await Promise.all(
      incoming.map(async (one) => ({ one, result: await admitBlob(one.blob, one.name, one.head, onSeen) })),
    );
    const good = checked.flatMap(({ one, result }) => (result.ok ? [{ one, ...result }] : []));
    const { personId, assignmentId, points, pictures, chosenId, framingFor, onAdded, onRefused } =
      latest.current;
    const refused = checked.flatMap(({ result }) => (result.ok ? [] : [result.sentence]));
    const counts = Object.fromEntries(
      points.map((p) => [p.id, pictures.filter((x) => x.proofPointId === p.id).length]),
    );
    const places = placePictures(good.length, points, counts, chosenId);
    for (const [index, { one, admitted, bitmap }] of good.entries()) {
      const proofPointId = places[index];
      if (!proofPointId) {
        refused.push(
          `“${one.name || 'The picture'}” has no free place. Take a picture out first, or add it alone to take another one’s place.`,
        );
        bitmap.close();
        continue;
      }
      const ids = { captureId: crypto.randomUUID(), evidenceId: crypto.randomUUID() };
      const size = { width: bitmap.width, height: bitmap.height };
      onAdded({ ...ids, proofPointId, source: one.source, blob: one.blob, bitmap, size }, good.length);
      await keepNew(
        {
          captureId: ids.captureId,
          personId,
          blob: one.blob,
          source: one.source,
          surface: one.surface,
          name: one.name,
          label: one.label ?? '',
          document: one.document ?? '',
          scale: one.scale,
          done: one.done ?? [],
          assignmentId,
          ...size,
          notes: admitted.notes.map((n) => n.sentence),
          keptAt: Date.now(),
        },
        {
          ...ids,
          personId,
          assignmentId,
          proofPointId,
          framing: framingFor(size),
          marks: [],
          baseVersion: 0,
          revision: 1,
          state: 'waiting',
          problem: '',
          addedAt: Date.now() + index,
          removed: false,
        },
      );
    }
    if (refused.length > 0) onRefused(refused);
  }, []);
}
