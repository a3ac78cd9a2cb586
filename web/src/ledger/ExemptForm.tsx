import type { ReactNode } from 'react';
import { callApi } from '../api/callApi.ts';
import { useIds } from '../api/useIds.ts';
import { AskReason } from '../ui/AskReason.tsx';

interface ExemptFormProps {
  assignmentId: string;
  personId: string;
  exempt: boolean;
  onDone: () => void;
}

/** Says that a student need not hand in, or has to again; with a reason either way. */
export function ExemptForm({ assignmentId, personId, exempt, onDone }: ExemptFormProps): ReactNode {
  const ids = useIds();
  const what = exempt ? 'Not exempt any more' : 'Exempt';
  return (
    <div>
      <AskReason
        what={what}
        question={exempt ? 'Why are they not exempt any more?' : 'Why are they exempt?'}
        missing="Give a reason; it is kept."
        confirm={what}
        onGiven={async (reason) => {
          const body = { id: ids.of(`${!exempt} ${reason}`), exempt: !exempt, reason };
          await callApi('exempt', { params: { assignmentId, personId }, body });
          onDone();
        }}
      />
    </div>
  );
}
