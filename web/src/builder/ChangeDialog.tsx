import type { ChangeEffects } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';

interface ChangeDialogProps {
  effects: ChangeEffects;
  onDecide: (yes: boolean) => void;
}

/** What a change of a running assignment means for work that is there, before it is made. */
export function ChangeDialog({ effects, onDecide }: ChangeDialogProps): ReactNode {
  const { handIns, lost } = effects;
  const gone = lost.filter((point) => point.students > 0);
  return (
    <Dialog title="Students have work in it already" onClose={() => onDecide(false)}>
      <div className="flex flex-col gap-3 p-4">
        {handIns > 0 && (
          <p>
            {handIns === 1 ? 'One hand-in was' : `${handIns} hand-ins were`} made. They stay as they are,
            under the question they answered; only what is handed in from now on answers the new one.
          </p>
        )}
        {gone.map(({ code, title, students }) => (
          <p key={code} className="written border-l-4 border-ochre-mark bg-ochre-wash px-3 py-2 text-ochre">
            {code} {title} goes. {students === 1 ? 'One student has' : `${students} students have`} pictures
            there; they will find them among their captures.
          </p>
        ))}
        <div className="flex flex-wrap justify-end gap-2">
          <Button look="quiet" keyName="Esc" onClick={() => onDecide(false)}>
            Change nothing
          </Button>
          <Button look="main" onClick={() => onDecide(true)}>
            Change it
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
