import type { ReactNode } from 'react';
import { Link, useParams } from 'react-router';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useMe } from '../api/session.ts';
import { useApi } from '../api/useApi.ts';
import { tellTabs } from '../store/otherTabs.ts';
import { toast } from '../ui/notices.ts';
import { Failed, Loading } from '../ui/states.tsx';
import { useTitle } from '../ui/useTitle.ts';
import { HandInBody } from './HandInBody.tsx';
import type { Answering } from './ReturnedRemark.tsx';
import { Withdraw } from './Withdraw.tsx';

/** How often one looks whether the files are sealed. */
const SEALING_MS = 1000;

/** An own hand-in: its receipt, what was handed in, and the feedback once it is released. */
export default function HandInViewScreen(): ReactNode {
  const { handInId = '' } = useParams();
  const { id: personId } = useMe();
  const {
    data: view,
    error,
    mutate,
  } = useApi(
    'handInView',
    { params: { handInId } },
    { refreshInterval: (view) => (view && view.receipt.sealedAt === null ? SEALING_MS : 0) },
  );
  useTitle(view ? `${view.receipt.number}, ${view.assignment.title}` : '');
  if (!view)
    return error ? <Failed error={error} onRetry={() => void mutate()} /> : <Loading what="your hand-in" />;
  const { receipt, assignment, feedback } = view;
  const onWithdrawn = () => {
    tellTabs({ of: 'sheet', personId, assignmentId: assignment.id, draft: null });
    void mutate();
  };
  const answering: Answering = async (remarkId, entryId, body) => {
    try {
      const now = await callApi('answerRemark', { params: { handInId, remarkId, entryId }, body });
      const shown = (old: typeof view | undefined) =>
        old?.feedback ? { ...old, feedback: { ...old.feedback, remarks: now.remarks } } : old;
      await mutate(shown, { revalidate: false });
      return true;
    } catch (problem) {
      toast.error(sentenceOf(problem));
      return false;
    }
  };
  return (
    <main className="flex-1 p-4 sm:px-6">
      <Link to={`/assignments/${assignment.id}`} className="text-sm text-verdigris-deep underline">
        {assignment.title}
      </Link>
      <h1 className="mb-3 text-2xl">
        {view.withdrawnAt ? 'Withdrawn' : feedback ? 'Returned' : 'Handed in'}{' '}
        <span className="font-mono">{receipt.number}</span>
      </h1>
      <HandInBody view={view} answering={answering} onAsked={() => void mutate()}>
        {view.mayWithdraw && <Withdraw handInId={handInId} onDone={onWithdrawn} />}
      </HandInBody>
    </main>
  );
}
