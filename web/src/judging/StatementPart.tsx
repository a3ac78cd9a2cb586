import type { Review } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { StatementText, shownPlaces } from '../pictures/StatementText.tsx';

interface StatementPartProps {
  review: Review;
  /** goes to a picture of a proof point, by their places; to the pin of a must-show in it, where that is placed */
  onGo: (point: number, picture: number, mustShowId: string | null) => void;
}

/** The own statement of a hand-in, whose places lead to what they name. */
export function StatementPart({ review, onGo }: StatementPartProps): ReactNode {
  const { statement, items } = review;
  const points = review.assignment.proofPoints;
  if (!statement) return null;
  return (
    <section className="border-b border-rule p-3">
      <h2 className="text-sm text-faded">Own statement</h2>
      <div className="max-h-72 overflow-auto">
        <StatementText
          text={statement}
          places={shownPlaces(points, items)}
          onGo={({ point: code, picture, letter }) => {
            const index = points.findIndex((one) => one.code === code);
            const mustShow = points[index]?.mustShows.find((one) => one.letter === letter);
            onGo(index, picture - 1, mustShow?.id ?? null);
          }}
        />
      </div>
    </section>
  );
}
