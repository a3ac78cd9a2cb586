import { type ReactNode, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { toast } from '../ui/notices.ts';

/** Takes a hand-in back; asked once, since it may have been the only one. */
export function Withdraw({ handInId, onDone }: { handInId: string; onDone: () => void }): ReactNode {
  const [asking, setAsking] = useState(false);
  const withdraw = async () => {
    try {
      await callApi('withdraw', { params: { handInId } });
      setAsking(false);
      onDone();
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  return (
    <>
      <Button small className="mt-2" onClick={() => setAsking(true)}>
        Withdraw this hand-in …
      </Button>
      {asking && (
        <Dialog
          title="Withdraw this hand-in?"
          description="It will not count any more. What you handed in before, if anything, stands in its place, and you may hand in again while the assignment is open."
          onClose={() => setAsking(false)}
        >
          <div className="flex justify-end gap-2 p-4">
            <Button look="quiet" onClick={() => setAsking(false)}>
              Not now
            </Button>
            <Button look="danger" onClick={() => void withdraw()}>
              Withdraw it
            </Button>
          </div>
        </Dialog>
      )}
    </>
  );
}
