import { useEffect, useState } from 'react';
import { callApi } from '../api/callApi.ts';

/**
 * The hand-ins on which two markers differ and nothing is decided yet, read while they are asked for; null before they
 * are there.
 */
export function useDiffering(
  assignmentId: string,
  isAsked: boolean,
): { ids: ReadonlySet<string> | null; problem: unknown } {
  const [found, setFound] = useState<{ ids: ReadonlySet<string> | null; problem: unknown }>({
    ids: null,
    problem: null,
  });
  useEffect(() => {
    if (!isAsked) return;
    let isHere = true;
    callApi('secondMarking', { params: { assignmentId } }).then(
      ({ differences }) => {
        const open = differences.filter(({ settled }) => settled === null);
        if (isHere) setFound({ ids: new Set(open.map(({ handInId }) => handInId)), problem: null });
      },
      (problem: unknown) => isHere && setFound({ ids: null, problem }),
    );
    return () => {
      isHere = false;
    };
  }, [assignmentId, isAsked]);
  return found;
}
