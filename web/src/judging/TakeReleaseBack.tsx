import type { ReactNode } from 'react';
import { callApi } from '../api/callApi.ts';
import { AskReason } from '../ui/AskReason.tsx';

interface TakeReleaseBackProps {
  handInId: string;
  onDone: () => void;
}

/** A button with which a release, or one that is set for later, is taken back, once a reason is given. */
export function TakeReleaseBack({ handInId, onDone }: TakeReleaseBackProps): ReactNode {
  return (
    <AskReason
      what="Take the release back"
      question="Why is the release taken back?"
      missing="Give a reason; it is kept in the history."
      hint="The student sees verdicts, remarks and points no more until you release again."
      leave="Leave it released"
      confirm="Take it back"
      look="danger"
      onGiven={async (reason) => {
        await callApi('takeReleaseBack', { params: { handInId }, body: { reason } });
        onDone();
      }}
    />
  );
}
