import type { ReactNode } from 'react';
import { Link, useParams } from 'react-router';
import { useApi } from '../api/useApi.ts';
import { Failed, Loading } from '../ui/states.tsx';
import { useTitle } from '../ui/useTitle.ts';
import { HandInBody } from './HandInBody.tsx';

/** For who judges: a hand-in as its student sees it once it is released. */
export default function AsStudentScreen(): ReactNode {
  const { handInId = '' } = useParams();
  const { data: view, error, mutate } = useApi('handInAsStudent', { params: { handInId } });
  useTitle(view ? `${view.receipt.number} as its student sees it` : '');
  if (!view)
    return error ? <Failed error={error} onRetry={() => void mutate()} /> : <Loading what="the hand-in" />;
  return (
    <main className="flex-1 p-4 sm:px-6">
      <div className="mb-3 flex flex-wrap items-center gap-x-4 border-l-4 border-ochre-mark bg-ochre-wash px-3 py-2">
        <p className="flex-1">
          This is what {view.receipt.student} sees once it is released. Nothing is sent by looking at it.
        </p>
        <Link to={`/hand-ins/${handInId}/review`} className="text-verdigris-deep underline">
          Back to judging
        </Link>
      </div>
      <h1 className="mb-3 text-2xl">
        Returned <span className="font-mono">{view.receipt.number}</span>
      </h1>
      <HandInBody view={view} answering={null} />
    </main>
  );
}
