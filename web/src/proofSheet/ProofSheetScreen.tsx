import { type ReactNode, useEffect } from 'react';
import { Navigate, useParams } from 'react-router';
import { useApi } from '../api/useApi.ts';
import { useProofSheet } from '../sheet/useProofSheet.ts';
import { Failed, Loading } from '../ui/states.tsx';
import { useTitle } from '../ui/useTitle.ts';
import { OwnProofSheet } from './OwnProofSheet.tsx';

/** A student's page of an assignment; staff are shown the hand-ins instead. */
export default function ProofSheetScreen(): ReactNode {
  const { assignmentId = '' } = useParams();
  const { own, sheet, error, lacks, retry } = useProofSheet(assignmentId);
  // Asked for along with the sheet, so that its list is there with it and moves nothing a moment later.
  useApi('workFiles', { params: { assignmentId } });
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when it is found to be missing
  useEffect(() => {
    if (lacks) retry();
  }, [lacks]);
  useTitle(sheet?.assignment.title ?? '');
  if (!sheet) return error ? <Failed error={error} onRetry={retry} /> : <Loading what="the assignment" />;
  if (!own) return <Navigate to={`/assignments/${assignmentId}/hand-ins`} replace />;
  return <OwnProofSheet key={assignmentId} own={own} />;
}
