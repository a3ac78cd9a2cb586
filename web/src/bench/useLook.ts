import type { MarkLook, MarkSet } from '@nachweis/contract';
import { type Mark, type MarkStyle, STYLE_NAMES, styleFor } from '@nachweis/core';
import { useState } from 'react';
import { callApi } from '../api/callApi.ts';
import { useMe } from '../api/session.ts';
import { useApi } from '../api/useApi.ts';
import { useIds } from '../api/useIds.ts';
import { keepNote, readNote } from '../store/notes.ts';

/** What new marks look like, and the sets of a person to choose from. */
export interface Look {
  /** without an ink it is chosen for contrast */
  now: MarkLook;
  /** the course's own; null where it has none */
  houseInk: string | null;
  sets: readonly MarkSet[];
  /** of the set that is in use; null: none is */
  setId: string | null;
  use: (setId: string | null) => void;
  /** keeps how a mark looks under a name, and uses it from now on. @throws ApiProblem */
  keep: (name: string, mark: Mark) => Promise<void>;
  remove: (setId: string) => Promise<void>;
}

const keyOf = (personId: string) => `nachweis-look/${personId}`;

const AS_IT_IS = { revalidateIfStale: false, revalidateOnFocus: false, revalidateOnReconnect: false };

/** @param assignmentId whose course may have an ink of its own */
export function useLook(assignmentId: string): Look {
  const me = useMe();
  const { data: sets = [], mutate } = useApi('listMarkSets', {});
  // As the sheet below has read it: opening the bench asks for nothing of it anew.
  const { data: sheet } = useApi('proofSheet', { params: { assignmentId } }, AS_IT_IS);
  const ids = useIds();
  const [chosen, setChosen] = useState(() => readNote<string>(keyOf(me.id)));
  const houseInk = sheet?.houseInk ?? null;
  const used = sets.find((one) => one.id === chosen);
  const use = (setId: string | null) => {
    setChosen(setId);
    keepNote(keyOf(me.id), setId);
  };
  return {
    now: used?.look ?? { ink: houseInk },
    houseInk,
    sets,
    setId: used?.id ?? null,
    use,
    async keep(name, mark) {
      const markSetId = ids.of(name);
      const look = { ink: 'ink' in mark ? mark.ink : null, ...styleFor(mark as MarkStyle, STYLE_NAMES) };
      await mutate(callApi('putMarkSet', { params: { markSetId }, body: { name, look } }), {
        revalidate: false,
      });
      ids.made();
      use(markSetId);
    },
    async remove(markSetId) {
      await mutate(callApi('removeMarkSet', { params: { markSetId } }), { revalidate: false });
      if (chosen === markSetId) use(null);
    },
  };
}
