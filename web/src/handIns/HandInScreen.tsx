import type { ReactNode } from 'react';
import { Navigate, useParams } from 'react-router';
import { useProofSheet } from '../sheet/useProofSheet.ts';
import { whyLocked } from '../sheet/whyLocked.ts';
import { Failed, Loading } from '../ui/states.tsx';
import { useTitle } from '../ui/useTitle.ts';
import { LookOver } from './LookOver.tsx';

/** The look before handing in. */
export default function HandInScreen(): ReactNode {
  const { assignmentId = '' } = useParams();
  const { own, sheet, error, retry } = useProofSheet(assignmentId);
  useTitle(sheet ? `Look before handing in, ${sheet.assignment.title}` : '');
  if (!sheet) return error ? <Failed error={error} onRetry={retry} /> : <Loading what="your pictures" />;
  if (!own || whyLocked(sheet)) return <Navigate to={`/assignments/${assignmentId}`} replace />;
  return <LookOver own={own} onRefresh={retry} />;
}
