import type { Box } from '@nachweis/core';
import { type ReactNode, useEffect, useRef } from 'react';
import { useLinkedView } from '../stage/linkedView.ts';
import { Stage } from '../stage/Stage.tsx';
import type { Zoom } from '../stage/useZoom.ts';
import type { Compared } from '../workers/compare.worker.ts';
import type { Side, View } from './compareWords.ts';

interface CompareStageProps {
  own: Side;
  other: Side;
  view: View;
  /** in turns: the other one is seen */
  turned: boolean;
  /** one over the other: how much of the other is seen, 0 to 1 */
  share: number;
  /** null while the two are being compared */
  compared: Compared | null;
  laidUrl: string | null;
  differenceUrl: string | null;
  /** the place that was gone to */
  place: Box | null;
}

/** Two pictures of one size: two stages that move as one, or both on one stage. */
export function CompareStage(props: CompareStageProps): ReactNode {
  const { own, other, view, turned, share, compared, laidUrl, differenceUrl, place } = props;
  const linked = useLinkedView();
  const stage = useRef<Pick<Zoom, 'goTo'> | null>(null);
  useEffect(() => {
    if (place) stage.current?.goTo({ x: place.x + place.width / 2, y: place.y + place.height / 2 });
  }, [place]);
  const size = { width: own.width, height: own.height };
  const first = <Picture url={own.href} alt={`Picture of ${own.words}`} />;
  const second = laidUrl ? (
    <Picture url={laidUrl} alt={`Picture of ${other.words}`} />
  ) : (
    <NotLaidYet other={other} size={size} />
  );
  const marks = <Places places={compared?.places ?? []} chosen={place} size={size} />;
  if (view === 'beside')
    return (
      <div className="flex min-h-0 flex-1 flex-col lg:flex-row">
        <Half words={own.words}>
          <Stage picture={size} label={`Picture of ${own.words}`} linked={linked} view={stage} image={first}>
            {marks}
          </Stage>
        </Half>
        <Half words={other.words}>
          <Stage picture={size} label={`Picture of ${other.words}`} linked={linked} image={second}>
            {marks}
          </Stage>
        </Half>
      </div>
    );
  return (
    <Stage
      key={view}
      picture={size}
      label={`${own.words} and ${other.words}`}
      view={stage}
      image={
        view === 'difference' ? (
          (differenceUrl && <Picture url={differenceUrl} alt="What differs, in one colour" />) || first
        ) : (
          <>
            {first}
            <span
              className="absolute inset-0"
              style={{ opacity: view === 'over' ? share : Number(turned) }}
              aria-hidden={view === 'turns' && !turned}
            >
              {second}
            </span>
          </>
        )
      }
    >
      {marks}
    </Stage>
  );
}

function Half({ words, children }: { words: string; children: ReactNode }): ReactNode {
  return (
    <section aria-label={words} className="flex min-w-0 flex-1 flex-col border-rule lg:not-first:border-l">
      <h2 className="truncate border-b border-rule bg-card px-3 py-0.5 text-sm">{words}</h2>
      {children}
    </section>
  );
}

const Picture = ({ url, alt }: { url: string; alt: string }): ReactNode => (
  <img src={url} alt={alt} draggable={false} className="absolute inset-0 size-full" />
);

/** The other picture while it is being compared: at actual pixels from the upper left corner, as where nothing is found. */
const NotLaidYet = ({
  other,
  size: { width, height },
}: {
  other: Side;
  size: { width: number; height: number };
}): ReactNode => (
  <span className="absolute inset-0 overflow-hidden">
    <img
      src={other.href}
      alt={`${other.words}, not aligned yet`}
      draggable={false}
      className="absolute top-0 left-0 max-w-none"
      style={{ width: `${(100 * other.width) / width}%`, height: `${(100 * other.height) / height}%` }}
    />
  </span>
);

/** Every place that differs, the one that was gone to in full strength. */
function Places({
  places,
  chosen,
  size: { width, height },
}: {
  places: readonly Box[];
  chosen: Box | null;
  size: { width: number; height: number };
}): ReactNode {
  return places.map((box) => (
    <span
      key={`${box.x},${box.y}`}
      data-testid={box === chosen ? 'place-chosen' : 'place'}
      aria-hidden
      className={
        box === chosen
          ? 'pointer-events-none absolute outline-3 outline-offset-2 outline-madder'
          : 'pointer-events-none absolute outline-1 outline-offset-1 outline-madder/60'
      }
      style={{
        left: `${(100 * box.x) / width}%`,
        top: `${(100 * box.y) / height}%`,
        width: `${(100 * box.width) / width}%`,
        height: `${(100 * box.height) / height}%`,
      }}
    />
  ));
}
