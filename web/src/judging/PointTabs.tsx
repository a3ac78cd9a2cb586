import type { HandInItem, ProofPoint } from '@nachweis/contract';
import { type ReactNode, useEffect, useRef } from 'react';
import { type Looked, PictureChoice } from './PictureChoice.tsx';
import { Progress } from './PointParts.tsx';
import type { Stand } from './standOf.ts';

interface PointTabsProps {
  points: readonly ProofPoint[];
  /** place of the one that is looked at */
  place: number;
  /** the pictures of it */
  pictures: readonly HandInItem[];
  item: HandInItem | null;
  looked: Looked;
  stand: Pick<Stand, 'verdicts'>;
  onGo: (point: number) => void;
  /** stands at the end of the row */
  children?: ReactNode;
}

/**
 * The proof points of a hand-in with how each is judged, and the pictures of the one that is looked at. Many of them
 * scroll, so that the picture keeps its room.
 */
export function PointTabs({
  points,
  place,
  pictures,
  item,
  looked,
  stand,
  onGo,
  children,
}: PointTabsProps): ReactNode {
  const tabs = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const box = tabs.current;
    const tab = box?.children[place];
    if (!box || !tab) return;
    // Nothing but the tabs is scrolled: what is looked at stays where it is.
    const middle = box.getBoundingClientRect().top + box.clientHeight / 2;
    const { top, height } = tab.getBoundingClientRect();
    box.scrollTop += top + height / 2 - middle;
  }, [place]);
  return (
    <nav aria-label="Proof points" className="flex flex-wrap items-center border-b border-rule bg-card">
      <div ref={tabs} className="flex max-h-23 flex-wrap overflow-y-auto low:max-h-10">
        {points.map((one, index) => (
          <button
            key={one.id}
            type="button"
            aria-current={index === place ? 'true' : undefined}
            onClick={() => onGo(index)}
            className="flex max-w-72 items-baseline gap-1.5 border-b-3 border-transparent px-3 py-1.5 hover:bg-verdigris-wash focus-visible:-outline-offset-3 aria-[current]:border-verdigris aria-[current]:font-bold"
          >
            <span className="shrink-0 font-mono">{one.code}</span>
            <span className="truncate">{one.title}</span>
            <Progress point={one} stand={stand} />
          </button>
        ))}
      </div>
      <PictureChoice pictures={pictures} item={item} {...looked} />
      {children}
    </nav>
  );
}
