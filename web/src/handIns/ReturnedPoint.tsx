import type { HandInView, ProofPoint } from '@nachweis/contract';
import { formatPoints, isPinOf, verdictUnits } from '@nachweis/core';
import type { ReactNode } from 'react';
import { Letter, VERDICT_WORDS, VerdictDisc } from '../ui/signs.tsx';
import { Empty } from '../ui/states.tsx';
import { ReturnedPicture, remarksBefore } from './ReturnedPicture.tsx';
import type { Answering } from './ReturnedRemark.tsx';

interface ReturnedPointProps {
  point: ProofPoint;
  view: HandInView;
  answering: Answering | null;
}

/** A proof point with the pictures that were handed in for it, and once, however many they are, what each must-show got. */
export function ReturnedPoint({ point, view, answering }: ReturnedPointProps): ReactNode {
  const pictures = [...view.items.entries()].filter(([, item]) => item.proofPointId === point.id);
  const verdicts = <Verdicts point={point} view={view} />;
  return (
    <section aria-labelledby={`point-${point.id}`} className="flex flex-col gap-3">
      <h2 id={`point-${point.id}`} className="written text-lg">
        <span className="font-mono">{point.code}</span> {point.title}
      </h2>
      {pictures.map(([index, item], place) => (
        <ReturnedPicture
          key={item.id}
          item={item}
          view={view}
          firstNumber={remarksBefore(view, index)}
          verdicts={place === 0 && verdicts}
          answering={answering}
        />
      ))}
      {pictures.length === 0 && (
        <>
          <Empty>No picture was handed in for it.</Empty>
          <div className="grid gap-x-6 sm:grid-cols-2">{verdicts}</div>
        </>
      )}
    </section>
  );
}

function Verdicts({
  point,
  view: { items, feedback },
}: Pick<ReturnedPointProps, 'point' | 'view'>): ReactNode {
  const marks = items.filter((item) => item.proofPointId === point.id).flatMap((item) => item.marks);
  return (
    <ul>
      {point.mustShows.map((m) => {
        const verdict = feedback?.verdicts[m.id]?.verdict ?? null;
        return (
          <li key={m.id} className="flex items-center gap-2 border-b border-rule py-1">
            <Letter filled={marks.some(isPinOf(m.letter))}>{m.letter}</Letter>
            <span className="written min-w-0 flex-1">{m.text}</span>
            {verdict && (
              <span className="flex items-center gap-1.5">
                <VerdictDisc verdict={verdict} /> {VERDICT_WORDS[verdict]}
                <span className="font-mono text-sm text-faded">
                  {m.corrected?.counts === false
                    ? 'does not count'
                    : `${formatPoints(verdictUnits(verdict, m.units))}/${formatPoints(m.units)}`}
                </span>
              </span>
            )}
          </li>
        );
      })}
    </ul>
  );
}
