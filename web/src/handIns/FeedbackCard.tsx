import type { HandInView } from '@nachweis/contract';
import { formatPoints } from '@nachweis/core';
import type { ReactNode } from 'react';
import { dateAndTime } from '../ui/when.ts';
import { gradeWords } from '../words/grade.ts';
import { pointRules } from '../words/late.ts';
import { ReturnedCriteria } from './ReturnedCriteria.tsx';
import { type Answering, ReturnedRemark } from './ReturnedRemark.tsx';

interface FeedbackCardProps {
  view: HandInView;
  answering: Answering | null;
}

/** The points and how they came about, and what was said to the whole of it. */
export function FeedbackCard({ view, answering }: FeedbackCardProps): ReactNode {
  const { feedback, assignment } = view;
  if (!feedback) return null;
  const { grade } = feedback;
  const howItCame = gradeWords(grade, assignment.lateRule);
  const general = feedback.remarks.filter((r) => r.itemId === null);
  return (
    <section className="border border-edge bg-card p-4" aria-labelledby="points-title">
      <h2 id="points-title" className="text-base">
        Points
      </h2>
      <p className="font-mono text-3xl">
        {formatPoints(grade.total)}
        <span className="text-lg text-faded"> of {formatPoints(grade.most)}</span>
      </p>
      {howItCame && <p className="written text-sm">{howItCame}</p>}
      <p className="text-sm text-faded">{pointRules(assignment)}</p>
      <ReturnedCriteria criteria={assignment.criteria} levels={feedback.levels} />
      {/* Where it is only looked at, it may not be released yet. */}
      {answering && (
        <p className="text-sm text-faded">Released {dateAndTime(feedback.releasedAt, assignment.timeZone)}</p>
      )}
      {feedback.changedAt && (
        <p className="text-sm text-ochre">
          Changed after the release, last {dateAndTime(feedback.changedAt, assignment.timeZone)}
        </p>
      )}
      {general.length > 0 && (
        <ul className="mt-3">
          {general.map((remark) => (
            <ReturnedRemark
              key={remark.id}
              remark={remark}
              number={null}
              letter={null}
              chosen={false}
              timeZone={assignment.timeZone}
              answering={answering}
            />
          ))}
        </ul>
      )}
    </section>
  );
}
