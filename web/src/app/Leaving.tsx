import type { AssignmentCard } from '@nachweis/contract';
import { type ReactNode, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { callApi } from '../api/callApi.ts';
import { serverNow } from '../api/serverClock.ts';
import { storeContent } from '../store/pictureStore.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { CardDue } from '../ui/DueTime.tsx';
import { draftWords, isForgotten, type StudentCard } from '../words/forgotten.ts';

interface LeavingProps {
  personId: string;
  onStay: () => void;
  onLeave: () => void;
}

/** Who wants to go is not kept waiting. */
const PATIENCE_MS = 2000;

interface Left {
  cards: StudentCard[];
  unsent: number;
}

/** What somebody who signs out has not handed in or sent; who has nothing left is signed out without a word. */
export default function Leaving({ personId, onStay, onLeave }: LeavingProps): ReactNode {
  const [left, setLeft] = useState<Left | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: looked at once, when it is asked for
  useEffect(() => {
    let ended = false;
    void leftOf(personId).then((found) => {
      if (ended) return;
      if (found.cards.length + found.unsent === 0) onLeave();
      else setLeft(found);
    });
    return () => {
      ended = true;
    };
  }, []);
  if (!left) return null;
  const now = serverNow();
  return (
    <Dialog title="Before you sign out" onClose={onStay}>
      <div className="flex flex-col gap-4 p-4">
        {left.unsent > 0 && (
          <p className="border-l-4 border-ochre-mark bg-ochre-wash px-3 py-2">
            {left.unsent === 1 ? 'One thing' : `${left.unsent} things`} you made in this browser{' '}
            {left.unsent === 1 ? 'has' : 'have'} not been sent. What is kept here is sent when you sign in
            here again, not before.
          </p>
        )}
        {left.cards.length > 0 && (
          <ul aria-label="Not handed in" className="border-t border-rule">
            {left.cards.map((card) => (
              <li key={card.id} className="border-b border-rule py-2">
                <Link
                  to={`/assignments/${card.id}`}
                  onClick={onStay}
                  className="written font-semibold text-verdigris-deep underline"
                >
                  {card.title}
                </Link>
                <p>{draftWords(card)}</p>
                <CardDue card={card} now={now} />
              </li>
            ))}
          </ul>
        )}
        <div className="flex flex-wrap justify-end gap-2">
          <Button onClick={onLeave}>Sign out</Button>
          <Button look="main" onClick={onStay}>
            Stay
          </Button>
        </div>
      </div>
    </Dialog>
  );
}

async function leftOf(personId: string): Promise<Left> {
  const { pictures, statements, judgements } = storeContent();
  const unsent = [...pictures, ...statements, ...judgements].filter((one) => one.personId === personId);
  // Where the list cannot be had, or not soon, one goes all the same; signing out says what is wrong.
  const cards = await Promise.race([
    callApi('listAssignments', {}).catch((): AssignmentCard[] => []),
    new Promise<AssignmentCard[]>((resolve) => setTimeout(() => resolve([]), PATIENCE_MS)),
  ]);
  const now = serverNow();
  return {
    unsent: unsent.length,
    cards: cards.filter((card): card is StudentCard => card.as === 'student' && isForgotten(card, now)),
  };
}
