import { useRef, useState } from 'react';
import { toast } from '../ui/notices.ts';
import { type Finding, findFiles } from './foundFiles.ts';

const NOTHING: Finding = { files: [], leftOut: [], tooMany: false, damaged: [] };

/** What was found among files; a package takes its time, and what is chosen meanwhile is looked through after it. */
export function useFinding() {
  const [finding, setFinding] = useState(NOTHING);
  const [waiting, setWaiting] = useState(0);
  const latest = useRef(NOTHING);
  const line = useRef(Promise.resolve());
  const look = (files: readonly File[], paths?: readonly string[]) => {
    if (files.length === 0) return;
    setWaiting((before) => before + 1);
    line.current = line.current.then(async () => {
      try {
        latest.current = await findFiles(latest.current, files, paths);
        setFinding(latest.current);
      } catch {
        toast.error(
          'The files cannot be looked through: a part of the page is missing. Choose them again once there is a connection.',
        );
      }
      setWaiting((before) => before - 1);
    });
  };
  return { finding, isLooking: waiting > 0, look };
}
