import { type LiveChange, type LiveKind, type LivePresence, liveHref } from '@nachweis/contract';
import { useEffect, useRef, useState } from 'react';
import { useConnection } from '../api/connection.ts';
import { ownPage } from '../api/ownPage.ts';
import { useMe } from '../api/session.ts';

/** Several changes within this time are read once; a class that hands in at the same minute is not read for each. */
const TOGETHER_MS: Readonly<Record<LiveKind, number>> = {
  'hand-ins': 300,
  assignments: 2000,
  courses: 2000,
};

/** After each reading a page rests so many times as long as it took: the longer a server needs, the less it is asked. */
const REST = 10;
/** A browser gives up where something between answers with an error, as while a server is updated; so soon it is tried again. */
const AGAIN_MS = 15_000;

/**
 * Hears of a hand-in, an assignment or a course while it is on the screen; a page in the background lets go of its
 * connection, of which a browser has few, and reads again when it is back.
 * @param onChanged reads again: somebody else changed something, or one's own other tab did
 * @returns who else has it before them, where it is a hand-in
 */
export function useLive(kind: LiveKind, id: string, onChanged: () => Promise<unknown>): string[] {
  const { id: me } = useMe();
  const { signedOut } = useConnection();
  const [others, setOthers] = useState<string[]>([]);
  const latest = useRef(onChanged);
  latest.current = onChanged;
  useEffect(() => {
    let source: EventSource | null = null;
    let [timer, tookMs, again] = [0, 0, 0];
    const read = async () => {
      timer = 0;
      const from = performance.now();
      await latest.current();
      tookMs = performance.now() - from;
    };
    // What is changed without end is read all the same.
    const changed = () => {
      timer ||= window.setTimeout(read, Math.max(TOGETHER_MS[kind], tookMs * REST));
    };
    const open = () => {
      const here = new EventSource(liveHref(kind, id));
      source = here;
      let opened = false;
      source.addEventListener('open', () => {
        // It was cut off and is there again: something may have been missed.
        if (opened) changed();
        opened = true;
      });
      source.addEventListener('error', () => {
        // Who else is there is not known now.
        setOthers([]);
        if (here.readyState === EventSource.CLOSED) again = window.setTimeout(anew, AGAIN_MS);
      });
      source.addEventListener('changed', ({ data }: MessageEvent<string>) => {
        const { page } = JSON.parse(data) as LiveChange;
        // What this page did it knows; another one of the same person does not.
        if (page !== ownPage()) changed();
      });
      source.addEventListener('present', ({ data }: MessageEvent<string>) => {
        const present = JSON.parse(data) as LivePresence;
        setOthers(present.filter((one) => one.id !== me).map((one) => one.name));
      });
    };
    const close = () => {
      clearTimeout(again);
      source?.close();
      source = null;
      setOthers([]);
    };
    /** Something may have been missed; reading also finds out that a session has ended. */
    const anew = () => {
      open();
      changed();
    };
    const onVisibility = () => {
      close();
      if (document.hidden) return;
      anew();
    };
    // It was refused for good; whoever signs in again hears from then on.
    if (signedOut) return;
    if (!document.hidden) open();
    document.addEventListener('visibilitychange', onVisibility);
    return () => {
      document.removeEventListener('visibilitychange', onVisibility);
      clearTimeout(timer);
      close();
    };
  }, [kind, id, me, signedOut]);
  return others;
}
