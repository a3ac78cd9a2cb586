import type { HandInItem, ProofPoint } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { Progress } from './PointParts.tsx';
import type { Stand } from './standOf.ts';

interface PointTabsProps {
  points: readonly ProofPoint[];
  /** place of the one that is looked at */
  place: number;
  /** the pictures of it */
  pictures: readonly HandInItem[];
  item: HandInItem | null;
  stand: Pick<Stand, 'verdicts'>;
  onGo: (point: number, picture?: number) => void;
  /** stands at the end of the row */
  children?: ReactNode;
}

/** The proof points of a hand-in with how each is judged, and the pictures of the one that is looked at. */
export function PointTabs({
  points,
  place,
  pictures,
  item,
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
      {pictures.length > 1 &&
        pictures.map((one, index) => (
          <button
            key={one.id}
            type="button"
            aria-label={`Picture ${index + 1}`}
            aria-pressed={one === item}
            onClick={() => onGo(place, index)}
            className="min-h-6 min-w-6 px-2 font-mono aria-pressed:font-bold"
          >
            {index + 1}
          </button>
        ))}
      {children}
    </nav>
  );
}
