import type { RemarkPicture } from '@nachweis/contract';
import { useRef, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { incomingFiles } from '../waysIn/incoming.ts';

/** A picture on its way into a remark: it becomes a capture of who writes, and a picture of the assignment's remarks. */
export function useRemarkPicture(assignmentId: string, onAdded: (picture: RemarkPicture) => void) {
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState('');
  // Meanwhile one goes on writing.
  const latest = useRef(onAdded);
  latest.current = onAdded;
  const take = async (files: Iterable<File>, source: 'clipboard' | 'file') => {
    const [first] = incomingFiles(files, source);
    if (!first || busy) return;
    setBusy(true);
    setProblem('');
    try {
      const captureId = crypto.randomUUID();
      await callApi('putCapture', {
        params: { captureId },
        query: { source, surface: 'unknown', name: first.name.slice(-1000) },
        body: first.blob,
      });
      const params = { assignmentId, pictureId: crypto.randomUUID() };
      latest.current(await callApi('addRemarkPicture', { params, body: { captureId } }));
    } catch (failure) {
      setProblem(sentenceOf(failure));
    } finally {
      setBusy(false);
    }
  };
  return { busy, problem, take };
}
