import type { HandInItem, ProofPoint } from '@nachweis/contract';
import type { ReactNode } from 'react';
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

/** The proof points of a hand-in with how each is judged, and the pictures of the one that is looked at. */
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
  return (
    <nav aria-label="Proof points" className="flex flex-wrap items-center border-b border-rule bg-card">
      {points.map((one, index) => (
        <button
          key={one.id}
          type="button"
          aria-current={index === place ? 'true' : undefined}
          onClick={() => onGo(index)}
          className="flex max-w-72 items-baseline gap-1.5 border-b-3 border-transparent px-3 py-1.5 hover:bg-verdigris-wash aria-[current]:border-verdigris aria-[current]:font-bold"
        >
          <span className="shrink-0 font-mono">{one.code}</span>
          <span className="truncate">{one.title}</span>
          <Progress point={one} stand={stand} />
        </button>
      ))}
      <PictureChoice pictures={pictures} item={item} {...looked} />
      {children}
    </nav>
  );
}
