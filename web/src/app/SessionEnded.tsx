import type { Me } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { useConnection } from '../api/connection.ts';
import { Button } from '../ui/Button.tsx';
import { DialogStrip } from '../ui/dialogStrip.ts';
import { toast } from '../ui/notices.ts';
import { useLoaded } from '../ui/useLoaded.ts';
import { KEPT } from './kept.ts';

const importSignIn = () => import('../session/SignInAgain.tsx').then((part) => part.SignInAgain);

/** Says that the session has ended, and lets one sign in again without leaving what one has before one. */
export function SessionEnded({ me }: { me: Me }): ReactNode {
  const { signedOut, byOther } = useConnection();
  const [open, setOpen] = useState(false);
  const SignInAgain = useLoaded(importSignIn, {
    wanted: open,
    ahead: signedOut,
    onMissing() {
      setOpen(false);
      toast.warning('Signing in cannot be fetched now: there is no connection.');
    },
  });
  if (!signedOut) return null;
  return (
    <div className="flex flex-wrap items-center justify-center gap-x-4 gap-y-1 border-b border-madder bg-madder-wash px-4 py-1.5">
      <p role="status">
        {byOther
          ? `Somebody else is signed in here now, and this page is still ${me.name}’s.`
          : 'Your session has ended.'}{' '}
        Your {KEPT} are kept.
      </p>
      <Button small look="main" onClick={() => setOpen(true)}>
        Sign in again
      </Button>
      {SignInAgain && open && (
        <DialogStrip value={null}>
          <SignInAgain me={me} onClose={() => setOpen(false)} />
        </DialogStrip>
      )}
    </div>
  );
}
