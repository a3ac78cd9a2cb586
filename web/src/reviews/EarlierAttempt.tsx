import type { Review } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { RemarkPictureView } from '../judging/RemarkPictureView.tsx';
import { remarkLine } from '../pictures/RemarkTag.tsx';
import { sinceLines } from '../words/since.ts';

/** How a hand-in differs from the attempt before, what was said of that, and what this one answers: what is settled by now. */
export function EarlierAttempt({ review: { earlier, assignment } }: { review: Review }): ReactNode {
  if (!earlier) return null;
  const settled = earlier.remarks.filter((remark) => remark.settled).length;
  return (
    <details className="border-b border-rule p-3">
      <summary className="cursor-pointer text-sm font-semibold text-verdigris-deep">
        Since attempt {earlier.attempt}
        {earlier.remarks.length > 0 && `: ${settled} of ${earlier.remarks.length} remarks settled`}
      </summary>
      <ul className="mt-1 text-sm">
        {sinceLines(earlier, assignment).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <ul className="mt-1">
        {earlier.remarks.map((remark) => (
          <li key={remark.id} className="border-b border-rule py-1 text-sm last:border-b-0">
            <span className="written block max-h-24 overflow-auto" dir="auto">
              {remarkLine(remark)}
            </span>
            {remark.picture && <RemarkPictureView picture={remark.picture} />}
            {remark.thread
              .filter((entry) => entry.text !== '')
              .map((entry) => (
                <span key={entry.id} className="written block border-l-2 border-rule pl-2" dir="auto">
                  {entry.text} <span className="text-faded">{entry.author}</span>
                </span>
              ))}
            <span className="text-faded">{remark.settled ? 'settled' : 'open'}</span>
          </li>
        ))}
      </ul>
      <Link to={`/hand-ins/${earlier.handInId}/review`} className="text-sm text-verdigris-deep underline">
        See {earlier.number}
      </Link>
    </details>
  );
}
