import type { Assignment } from '@nachweis/contract';
import {
  bodyCorner,
  MOST_ON_PLATE,
  type Plate,
  type PlateLayout,
  type PlatePlace,
  placesIn,
} from '@nachweis/core';
import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import { serverNow } from '../api/serverClock.ts';
import { useMe } from '../api/session.ts';
import { measureText } from '../pictures/markFonts.ts';
import { ChoosePicture } from '../sheet/ChoosePicture.tsx';
import type { SheetPicture } from '../sheet/sheetPictures.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { toast } from '../ui/notices.ts';
import { saveAs } from '../ui/saveAs.ts';
import type { Incoming } from '../waysIn/incoming.ts';
import { type Chosen, ChosenPictures } from './ChosenPictures.tsx';
import { layOut, plateAsPng } from './makePlate.ts';
import { PlateFields } from './PlateFields.tsx';
import { PlatePreview } from './PlatePreview.tsx';
import {
  keepPlateDraft,
  type OnPlate,
  onPlateElsewhere,
  type PlateDraft,
  readPlateDraft,
} from './plateDraft.ts';
import { usePlateImages } from './usePlateImages.ts';
import { type PlateSource, usePlateSources } from './usePlateSources.ts';

interface PlateDialogProps {
  assignment: Assignment;
  courseTitle: string;
  pictures: readonly SheetPicture[];
  /** code of the proof point that the plate goes to */
  target: string;
  onPicture: (incoming: Incoming) => void;
  onClose: () => void;
}

/** Several pictures on one sheet, with a heading and a caption each: one piece of evidence. */
export default function PlateDialog(props: PlateDialogProps): ReactNode {
  const { assignment, courseTitle, pictures, target, onPicture, onClose } = props;
  const me = useMe();
  const [draft, setHere] = useState(() => readPlateDraft(me.id, assignment.id, assignment.title));
  const [isKept, setKept] = useState(true);
  const [isMaking, setMaking] = useState(false);
  /** another tab has put something on it, of which the captures read here know nothing */
  const [isBehind, setBehind] = useState(false);
  const { sources, captures, readAgain } = usePlateSources(assignment.proofPoints, pictures, draft.pictures);
  const latest = useRef(readAgain);
  latest.current = readAgain;
  useEffect(
    () =>
      onPlateElsewhere(me.id, assignment.id, () => {
        setBehind(true);
        setHere(readPlateDraft(me.id, assignment.id, assignment.title));
        void latest.current().finally(() => setBehind(false));
      }),
    [me.id, assignment.id, assignment.title],
  );
  const change = (next: Partial<PlateDraft>) => {
    const changed = { ...draft, ...next };
    setHere(changed);
    setKept(keepPlateDraft(me.id, assignment.id, changed));
  };
  // Until the captures are known, those among them are kept unseen; one that was let go since is not on it any more.
  const unseen =
    captures === 'there' && !isBehind
      ? []
      : draft.pictures.filter(({ key }) => !sources.some((source) => source.key === key));
  const chosen = draft.pictures.flatMap((on) => {
    const source = sources.find(({ key }) => key === on.key);
    return source ? [{ ...on, source }] : [];
  });
  const chosenKeys = chosen.map(({ key }) => key).join(' ');
  // biome-ignore lint/correctness/useExhaustiveDependencies: which they are is what matters
  const wanted = useMemo(() => chosen.map(({ source }) => source), [chosenKeys]);
  const images = usePlateImages(wanted);
  const ready = chosen.flatMap((one) => {
    const image = images.get(one.key);
    return image instanceof ImageBitmap ? [{ ...one, image }] : [];
  });
  const missing = chosen.filter(({ key }) => images.get(key) === 'missing');
  const today = new Date(serverNow()).toLocaleDateString('en-GB', {
    timeZone: assignment.timeZone,
    dateStyle: 'long',
  });
  const plate: Plate = {
    ...draft,
    particulars: draft.hasParticulars ? [me.name, courseTitle, today].filter(Boolean).join(', ') : '',
    pictures: ready.map(({ image: { width, height }, caption, credit, place }) => ({
      ...{ width, height, caption, credit, place },
    })),
  };
  const layout = ready.length > 0 ? layOut(plate) : null;
  const bitmaps = ready.map(({ image }) => image);
  const isWhole = layout !== null && ready.length === chosen.length && unseen.length === 0;
  const place = (places: ReadonlyMap<string, PlatePlace>) =>
    [...chosen.map(wordsOf), ...unseen].map((one) => ({ ...one, place: places.get(one.key) ?? one.place }));
  const byHand = () => {
    const places = layout ? placesIn(plate, layout, measureText) : [];
    const known = ready.flatMap(({ key }, index) => {
      const there = places[index];
      return there ? [[key, there] as const] : [];
    });
    change({ arrangement: 'hand', pictures: place(new Map(known)) });
  };
  const title = draft.heading.trim() || 'Plate';
  const make = async (then: (png: Blob, made: PlateLayout) => unknown) => {
    if (!layout || isMaking) return;
    setMaking(true);
    try {
      await then(await plateAsPng(layout, bitmaps), layout);
    } catch {
      toast.error(
        'The plate could not be made. Try again, with fewer pictures or after a reload; what you chose is kept.',
      );
    } finally {
      setMaking(false);
    }
  };
  const put = (png: Blob) =>
    onPicture({
      blob: png,
      name: `${title}.png`,
      source: 'plate',
      surface: 'unknown',
      done: [{ code: 'composed', data: { count: chosen.length, from: cameFrom(wanted) } }],
    });
  return (
    <Dialog
      title="A plate: several pictures on one sheet"
      description={`It goes to ${target} as one picture. What you hid in a picture of this sheet is hidden on the plate.`}
      size="full"
      onClose={onClose}
    >
      <div className="grid min-h-0 flex-1 grid-rows-[auto_auto] gap-4 overflow-auto p-4 lg:grid-cols-[minmax(22rem,1fr)_1fr] lg:grid-rows-1">
        <div className="flex min-w-0 flex-col gap-4 lg:overflow-auto lg:pr-2">
          <ChosenPictures
            chosen={chosen}
            missing={missing.map(({ key }) => key)}
            onChange={(all) => change({ pictures: [...all.map(wordsOf), ...unseen] })}
          />
          {captures === 'missing' && unseen.length > 0 && (
            <p role="alert" className="flex flex-wrap items-center gap-3 text-sm text-madder">
              {unseen.length} of its pictures are captures that cannot be read now. Open the plate again
              later, or leave them out.
              <Button small onClick={() => change({ pictures: chosen.map(wordsOf) })}>
                Leave them out
              </Button>
            </p>
          )}
          <PlateFields draft={draft} onChange={change} onByHand={byHand} />
          <ChoosePicture
            heading="Put a picture on it"
            sources={sources.filter(({ key }) => !chosen.some((one) => one.key === key))}
            full={
              chosen.length + unseen.length >= MOST_ON_PLATE
                ? 'It is full. Take one off before you put another on it.'
                : null
            }
            areCapturesMissing={captures === 'missing'}
            onPut={({ key, caption, was }) =>
              change({ pictures: [...chosen.map(wordsOf), { key, caption, credit: '', was }, ...unseen] })
            }
          />
        </div>
        <PlatePreview
          layout={layout}
          images={bitmaps}
          chosen={chosen}
          isWhole={isWhole}
          byHand={
            draft.arrangement === 'hand' && layout
              ? {
                  corner: bodyCorner(plate, measureText),
                  onPlace: (index, there) => {
                    const key = ready[index]?.key;
                    if (key) change({ pictures: place(new Map([[key, there]])) });
                  },
                }
              : null
          }
        />
      </div>
      <footer className="flex flex-wrap items-center gap-3 border-t border-rule bg-card px-4 py-2">
        <p role="status" className="min-w-40 flex-1 text-sm text-faded">
          {`${chosen.length} of at most ${MOST_ON_PLATE} pictures. `}
          {isKept
            ? 'What you chose here is kept in this browser.'
            : 'This browser keeps nothing more: what you chose is in this page only.'}
        </p>
        <Button
          disabled={!isWhole || isMaking}
          onClick={() => void make((png) => saveAs(png, `${title}.png`))}
        >
          Save as PNG
        </Button>
        <Button
          disabled={!isWhole || isMaking}
          onClick={() =>
            void make(async (png, made) => {
              const { plateAsPdf } = await import('./plateAsPdf.ts');
              saveAs(await plateAsPdf(png, made, title), `${title}.pdf`);
            })
          }
        >
          Save as PDF
        </Button>
        <Button look="main" disabled={!isWhole || isMaking} onClick={() => void make(put)}>
          {isMaking ? 'Making it …' : `Put it in ${target}`}
        </Button>
      </footer>
    </Dialog>
  );
}

/** Of what is in the sheet as it is now, so that it is kept so when it goes. */
const wordsOf = ({ key, caption, credit, place, source }: Chosen): OnPlate => ({
  key,
  caption,
  credit,
  place,
  was: source.was,
});

/** How its pictures came here, each way once. */
const cameFrom = (sources: readonly PlateSource[]): string =>
  [...new Set(sources.map(({ came }) => came))].join(', ');
