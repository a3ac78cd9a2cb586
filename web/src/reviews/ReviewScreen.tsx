import { type ReactNode, useRef } from 'react';
import { useParams } from 'react-router';
import { useReview } from '../judging/useReview.ts';
import { Failed, Loading } from '../ui/states.tsx';
import { useIsLong } from '../ui/useIsLong.ts';
import { useTitle } from '../ui/useTitle.ts';
import { ReviewDesk, type ReviewDeskProps } from './ReviewDesk.tsx';

/** An instructor's page of one hand-in. */
export default function ReviewScreen(): ReactNode {
  const { handInId = '' } = useParams();
  const { data: review, stand, error, mutate, actions } = useReview(handInId);
  useTitle(review ? `${review.student.name}, ${review.assignment.title}` : '');
  const before = useRef<Pick<ReviewDeskProps, 'review' | 'stand' | 'actions'> | null>(null);
  const here = review && stand ? { review, stand, actions } : null;
  if (here) before.current = here;
  const isLong = useIsLong(handInId, here === null, STAYS_MS);
  if (here) return <ReviewDesk {...here} isLeft={false} />;
  if (error) return <Failed error={error} onRetry={() => void mutate()} />;
  // The desk is the same for all; what is known of the next one is on it a moment later.
  if (before.current && !isLong) return <ReviewDesk {...before.current} isLeft />;
  return <Loading what="the hand-in" />;
}

/** So long the desk stays as it was while another hand-in is being fetched, in milliseconds. */
const STAYS_MS = 300;
