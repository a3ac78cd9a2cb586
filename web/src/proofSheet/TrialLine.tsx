import type { ProofSheet } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useSWRConfig } from 'swr';
import { sentenceOf } from '../api/apiProblem.ts';
import { addressOf, callApi } from '../api/callApi.ts';
import { Button, buttonClasses } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';

interface TrialLineProps {
  assignmentId: string;
  trialOf: NonNullable<ProofSheet['trialOf']>;
}

/** That this is a trial, with the ways out of it. */
export default function TrialLine({ assignmentId, trialOf }: TrialLineProps): ReactNode {
  const [busy, setBusy] = useState(false);
  const navigate = useNavigate();
  const { mutate } = useSWRConfig();
  const end = async () => {
    setBusy(true);
    try {
      await callApi('endTrial', { params: { assignmentId } });
      void mutate(addressOf('listAssignments', {}));
      await navigate(`/assignments/${trialOf.id}/edit`);
    } catch (error) {
      toast.error(sentenceOf(error));
      setBusy(false);
    }
  };
  return (
    <div className="flex flex-wrap items-center gap-2 border-b border-ochre-mark bg-ochre-wash px-4 py-1.5 text-ochre sm:px-6">
      <p className="min-w-52 flex-1">
        You try this as a student: nobody else sees it and nobody grades it. It is open now, whatever its real
        times are.
      </p>
      <Link to={`/assignments/${trialOf.id}/edit`} className={buttonClasses('plain', true)}>
        Back to writing it
      </Link>
      <Button small disabled={busy} onClick={() => void end()}>
        End the trial
      </Button>
    </div>
  );
}
