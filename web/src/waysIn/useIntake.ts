import type { ProofPoint } from '@nachweis/contract';
import type { Framing, Size } from '@nachweis/core';
import { useCallback, useEffect, useRef } from 'react';
import type { PictureDocument } from '../store/pictureDocument.ts';
import { happen, letGo } from '../store/pictureStore.ts';
import { sentence } from '../words/told.ts';
import { admitBlob, warmUp } from './admit.ts';
import { placePictures } from './placing.ts';
import type { Arrived } from './waiting.ts';

/** A picture that has its place, with what is only needed while it is in hand. */
export interface Added {
  document: PictureDocument & { assignmentId: string; proofPointId: string };
  blob: Blob;
  bitmap: ImageBitmap;
}

/** A picture whose proof point is full, while it is asked what is to become of it. */
export interface FullPlace {
  pointId: string;
  blob: Blob;
  /** it is asked when something else was done, so that a key may be meant for that */
  waited: boolean;
}

/** What becomes of it: nothing is put over another picture without being asked. */
export type FullDecision =
  | { kind: 'replace'; evidenceId: string }
  | { kind: 'elsewhere'; pointId: string }
  /** kept among the captures, for later */
  | { kind: 'captures' }
  /** the page was left: it goes on waiting, and asks again */
  | { kind: 'later' };

interface IntakeOptions {
  assignmentId: string;
  points: readonly ProofPoint[];
  /** those that take up a place; of `leaving` none does, though the server may not have let go of it yet */
  pictures: ReadonlyArray<{ proofPointId: string }>;
  leaving: readonly string[];
  chosenId: string;
  /** the framing a new picture begins with */
  framingFor: (capture: Size) => Framing;
  /** called with the pixels of a picture that comes alone, before it is known whether it is taken */
  onSeen: (bitmap: ImageBitmap) => Promise<void>;
  /** called for each picture once it is in its mount */
  onAdded: (added: Added, howMany: number) => void;
  /** asks what a single picture does at a proof point that is full, and makes room where one is replaced */
  onFull: (place: FullPlace) => Promise<FullDecision>;
  /** whether pictures go among the captures now, and to no proof point */
  goesToCaptures: () => boolean;
  /** puts a picture among the captures and lets go of it here */
  onKeep: (document: PictureDocument) => Promise<void>;
  /** called once with a sentence for each picture that was not taken */
  onRefused: (sentences: string[]) => void;
}

/** The one way in for pictures, wherever they come from: kept already, they are checked and put in their place. */
export function useIntake(options: IntakeOptions): (arrived: readonly Arrived[]) => Promise<void> {
  const latest = useRef(options);
  latest.current = options;
  useEffect(warmUp, []);

  return useCallback(async (arrived: readonly Arrived[]) => {
    const onSeen = arrived.length === 1 ? latest.current.onSeen : undefined;
    const checked = await Promise.all(
      arrived.map(async (one) => {
        const { blob, name, head } = one.incoming;
        return { one, result: await admitBlob(blob, name, head, onSeen) };
      }),
    );
    const { assignmentId, points, pictures, leaving, chosenId, framingFor, goesToCaptures } = latest.current;
    const { onAdded, onFull, onKeep, onRefused } = latest.current;
    const refused: string[] = [];
    const good = checked.flatMap(({ one, result }) => {
      if (result.ok) return [{ one, ...result }];
      refused.push(sentence(result.refusal));
      void letGo(one.document.evidenceId);
      return [];
    });
    const counts = Object.fromEntries(
      points.map((p) => [p.id, pictures.filter((x) => x.proofPointId === p.id).length]),
    );
    const places = placePictures(good.length, points, counts, chosenId);
    for (const [index, { one, notes, bitmap }] of good.entries()) {
      let proofPointId = places[index];
      let replaces = leaving;
      const { document, incoming } = one;
      if (goesToCaptures()) {
        bitmap.close();
        await onKeep(document);
        continue;
      }
      const most = points.find((p) => p.id === proofPointId)?.requirements.maxPictures ?? 1;
      if (proofPointId && (counts[proofPointId] ?? 0) >= most) {
        const decision = await onFull({
          pointId: proofPointId,
          blob: incoming.blob,
          waited: one.waited === true,
        });
        if (decision.kind === 'later') {
          bitmap.close();
          continue;
        }
        if (decision.kind === 'captures') {
          bitmap.close();
          await onKeep(document);
          continue;
        }
        if (decision.kind === 'elsewhere') proofPointId = decision.pointId;
        else replaces = [...leaving, decision.evidenceId];
      }
      if (!proofPointId) {
        refused.push(
          `“${incoming.name || 'The picture'}” has no free place. Remove a picture first, or add it alone to replace one.`,
        );
        bitmap.close();
        void letGo(document.evidenceId);
        continue;
      }
      const size = { width: bitmap.width, height: bitmap.height };
      const framing = framingFor(size);
      const place = { assignmentId, proofPointId, replaces, notes, framing };
      const placed = happen(document, { kind: 'placed', size, ...place });
      const inPlace = { ...document, ...size, ...place, state: 'waiting' as const };
      onAdded({ document: inPlace, blob: incoming.blob, bitmap }, good.length);
      await placed;
    }
    if (refused.length > 0) onRefused(refused);
  }, []);
}
