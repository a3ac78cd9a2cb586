import { useState } from 'react';
import { useMe } from '../api/session.ts';
import type { OwnSheet } from '../sheet/useProofSheet.ts';

/** Drafts whose whole captures may be seen. Never kept longer than the page is open: what it lets out is asked for anew. */
const letOut = new Set<string>();

/** Whether whoever judges may see the whole captures of a draft, as chosen where it is handed in. */
export function useLetsSeeWhole({ sheet, draft }: OwnSheet): [boolean, (letsSee: boolean) => void] {
  const me = useMe();
  const key = `${me.id}/${sheet.assignment.id}/${draft.attempt}`;
  const [, setSeen] = useState(0);
  return [
    letOut.has(key),
    (letsSee) => {
      if (letsSee) letOut.add(key);
      else letOut.delete(key);
      setSeen((count) => count + 1);
    },
  ];
}
