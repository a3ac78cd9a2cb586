import { useEffect, useState } from 'react';
import { callApi } from '../api/callApi.ts';
import { type Along, alongWith } from './along.ts';

/** Where it comes from, as it is kept over a reload: an assignment can be asked again, a file cannot. */
type Origin = { kind: 'assignment'; id: string } | { kind: 'file'; name: string };

const keyOf = (draft: string) => `nachweis-along-${draft}`;

/** What comes along with what a new assignment was begun with, until that is saved. */
export function useAlong(draft: string, restored: boolean) {
  const [along, setAlong] = useState<Along | null>(null);
  /** the file whose files and pictures went with a reload */
  const [lost, setLost] = useState<string | null>(null);
  useEffect(() => {
    const origin = restored ? keptOrigin(draft) : null;
    if (origin?.kind === 'file') setLost(origin.name);
    if (origin?.kind === 'assignment')
      callApi('readDefinition', { params: { assignmentId: origin.id } })
        .then(alongWith)
        .then(setAlong, () => setLost('the other assignment'));
  }, [draft, restored]);
  return {
    along,
    lost,
    begin(next: Along, origin: Origin) {
      setAlong(next);
      setLost(null);
      const some = next.files.length + next.references.length > 0;
      try {
        if (some) localStorage.setItem(keyOf(draft), JSON.stringify(origin));
        else localStorage.removeItem(keyOf(draft));
      } catch {
        // Without room a reload takes it; this page has it.
      }
    },
    end: () => localStorage.removeItem(keyOf(draft)),
  };
}

function keptOrigin(draft: string): Origin | null {
  try {
    return JSON.parse(localStorage.getItem(keyOf(draft)) ?? 'null') as Origin | null;
  } catch {
    return null;
  }
}
