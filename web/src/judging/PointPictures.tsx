import type { HandInItem } from '@nachweis/contract';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { useMe } from '../api/session.ts';
import { NoPicture } from '../pictures/FileLink.tsx';
import { PreparedPicture } from '../pictures/PreparedPicture.tsx';
import { UNPREPARED } from '../store/pictureDocument.ts';
import type { Looked } from './PictureChoice.tsx';
import { NothingHandedIn, PictureStage, type PictureStageProps } from './PictureStage.tsx';
import { noteMissing, noteSeen } from './seenPictures.ts';

interface PointPicturesProps
  extends Omit<PictureStageProps, 'item'>,
    Pick<Looked, 'isTogether' | 'onPicture'> {
  pictures: readonly HandInItem[];
  /** the one that is looked at; null where nothing was handed in */
  item: HandInItem | null;
}

/** The pictures of a proof point: one of them large, or all of them together. */
export function PointPictures(props: PointPicturesProps): ReactNode {
  const { pictures, item, isTogether, onPicture, ...stage } = props;
  if (!item) return <NothingHandedIn />;
  if (!isTogether || pictures.length < 2) return <PictureStage item={item} {...stage} />;
  return (
    <ul className="grid min-h-[50dvh] flex-1 auto-rows-[minmax(11rem,1fr)] grid-cols-[repeat(auto-fit,minmax(min(100%,15rem),1fr))] gap-2 overflow-auto bg-grey p-2 lg:min-h-0">
      {pictures.map((one, index) => (
        <li key={one.id} className="relative">
          <OneOfThem
            item={one}
            name={`Picture ${index + 1} of ${pictures.length}`}
            pinsShown={stage.pinsShown}
            onShown={stage.onShown}
          />
          <button
            type="button"
            aria-label={`Picture ${index + 1}, large`}
            onClick={() => onPicture(index)}
            className="absolute inset-0 cursor-zoom-in"
          >
            <span className="absolute top-0 left-0 bg-ink px-1.5 font-mono text-sm font-bold text-card">
              {index + 1}
            </span>
          </button>
        </li>
      ))}
    </ul>
  );
}

/** About how large one of several is. */
const SHOWN = { width: 480, height: 360 };

interface OneOfThemProps extends Pick<PictureStageProps, 'item' | 'pinsShown' | 'onShown'> {
  name: string;
}

function OneOfThem({ item, name, pinsShown, onShown }: OneOfThemProps): ReactNode {
  const me = useMe();
  const { id, baseHref } = item;
  const [isThere, setThere] = useState(false);
  const [isSeen, setSeen] = useState(false);
  const place = useRef<HTMLDivElement>(null);
  // Of many some lie below the edge: they are seen when they are scrolled to.
  useEffect(() => {
    if (!isThere || !place.current) return;
    const look = (entries: IntersectionObserverEntry[]) => {
      if (!entries.some((entry) => entry.isIntersecting)) return;
      noteSeen(me.id, id);
      setSeen(true);
    };
    const watch = new IntersectionObserver(look, { threshold: 0.5 });
    watch.observe(place.current);
    return () => watch.disconnect();
  }, [isThere, me.id, id]);
  if (!baseHref) return <NoPicture item={item} />;
  return (
    <div
      ref={place}
      data-seen={isSeen || undefined}
      className="size-full"
      // Two frames after it has come it is painted.
      onLoadCapture={() =>
        requestAnimationFrame(() =>
          requestAnimationFrame(() => {
            setThere(true);
            onShown?.();
          }),
        )
      }
      onErrorCapture={() => {
        void noteMissing(me.id, id, baseHref);
        onShown?.();
      }}
    >
      <PreparedPicture
        picture={{ ...item, ...UNPREPARED, url: baseHref, marks: pinsShown ? item.marks : [] }}
        shown={SHOWN}
        alt={name}
      />
    </div>
  );
}
