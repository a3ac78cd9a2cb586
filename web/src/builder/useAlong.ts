import { useEffect, useRef, useState } from 'react';
import { callApi } from '../api/callApi.ts';
import { keepNote, readNote } from '../store/notes.ts';
import { type Along, alongWith } from './along.ts';

/** Where it comes from, as it is kept over a reload: an assignment can be asked again, a file cannot. */
type Origin = { kind: 'assignment'; id: string } | { kind: 'file'; name: string };

const keyOf = (draft: string) => `nachweis-along-${draft}`;

/**
 * What comes along with what a new assignment was begun with, until that is saved.
 * @param restored what was written at an earlier visit is back
 */
export function useAlong(draft: string, restored: boolean) {
  const [along, setAlong] = useState<Along | null>(null);
  /** what it came from, where it went with a reload */
  const [lost, setLost] = useState<string | null>(null);
  /** what is saved waits for it */
  const wanted = useRef<Promise<Along | null>>(Promise.resolve(null));
  /** what came along before something else was begun with */
  const before = useRef<{ along: Along | null; wanted: Promise<Along | null>; origin: Origin | null } | null>(
    null,
  );
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is what stood here when the page came
  useEffect(() => {
    const origin = restored ? readNote<Origin>(keyOf(draft)) : null;
    if (!origin) return forget(draft);
    if (origin.kind === 'file') return setLost(origin.name);
    const again = callApi('readDefinition', { params: { assignmentId: origin.id } })
      .then(alongWith)
      .catch(() => null);
    wanted.current = again;
    void again.then((found) => {
      // Whoever has begun with something else meanwhile has that.
      if (wanted.current !== again) return;
      if (found) setAlong(found);
      else setLost('the other assignment');
    });
  }, []);
  return {
    along,
    lost,
    /** null: it is begun with nothing */
    begin(next: Along | null, origin: Origin | null) {
      before.current = { along, wanted: wanted.current, origin: readNote<Origin>(keyOf(draft)) };
      wanted.current = Promise.resolve(next);
      setAlong(next);
      setLost(null);
      if (!next || next.files.length + next.references.length === 0) return forget(draft);
      // Without room a reload takes it; this page has it.
      keepNote(keyOf(draft), origin);
    },
    /** as it was before the last beginning */
    back() {
      if (!before.current) return;
      wanted.current = before.current.wanted;
      setAlong(before.current.along);
      keepNote(keyOf(draft), before.current.origin);
    },
    wanted: () => wanted.current,
    end: () => forget(draft),
  };
}

const forget = (draft: string): void => void keepNote(keyOf(draft), null);
