import { useEffect } from 'react';
import { useSWRConfig } from 'swr';
import { addressOf } from '../api/callApi.ts';
import { useConnection } from '../api/connection.ts';
import { toast } from '../ui/notices.ts';
import { leaveStore, openStore } from './browserStore.ts';
import { alone } from './locks.ts';
import { isToBeSent } from './pictureDocument.ts';
import { showKeptBytes, useStore } from './pictureStore.ts';
import { reviewKey } from './reviewKey.ts';
import type { SendHooks } from './sendHooks.ts';
import { sendAll } from './sending.ts';
import { rememberTakenOut } from './takenOut.ts';
import { useHeardDrafts, useShowDraft } from './useDrafts.ts';
import { useHeardJudged, useShowJudged } from './useJudged.ts';

const FIRST_PAUSE_MS = 400;
const LONGEST_PAUSE_MS = 15_000;

/** Keeps sending what waits, for as long as a person is signed in. Only one tab does so at a time. */
export function useStoreSync(personId: string): void {
  const { mutate } = useSWRConfig();
  const { signedOut, outdated } = useConnection();
  const { pictures, statements, judgements } = useStore();
  const waiting = [...pictures.filter(isToBeSent), ...statements.filter((one) => one.state === 'waiting')];
  const fingerprint = [...waiting, ...judgements]
    .map((one) => `${'key' in one ? one.key : one.evidenceId}:${one.revision}`)
    .join(' ');
  // A verdict is sent at once; a letter of a statement waits for the next one.
  const firstPause = judgements.length > 0 ? 0 : FIRST_PAUSE_MS;

  useEffect(
    () =>
      void openStore(personId, showKeptBytes).catch(() =>
        toast.warning(
          'This browser does not let pages keep anything. What you add is in this page only until it is sent.',
        ),
      ),
    [personId],
  );

  // Those of another tab, too.
  useEffect(() => void showKeptBytes(pictures).catch(() => undefined), [pictures]);

  useHeardDrafts();
  useHeardJudged();
  const showDraft = useShowDraft();
  const showJudged = useShowJudged();

  useEffect(() => {
    addEventListener('pagehide', leaveStore);
    return () => removeEventListener('pagehide', leaveStore);
  }, []);

  useEffect(() => {
    if (fingerprint === '' || signedOut || outdated) return;
    let timer: ReturnType<typeof setTimeout>;
    let pause = FIRST_PAUSE_MS;
    let ended = false;
    const hooks: SendHooks = {
      onDraft: showDraft,
      onElsewhere: (assignmentId) => mutate(addressOf('proofSheet', { params: { assignmentId } })),
      onDisplaced: () =>
        toast.warning(
          'What a picture was put on is not there for you any more. It waits at the capture station.',
        ),
      onTakenOut: rememberTakenOut,
      onJudged: showJudged,
      onNotJudged: (of) => mutate(reviewKey(of)),
    };
    const run = async () => {
      // Whatever nobody expected does not end the sending.
      const result = await alone('nachweis-sending', () => sendAll(hooks)).catch(() => 'later');
      pause = Math.min(pause * 2, LONGEST_PAUSE_MS);
      if (result === 'later' && !ended) timer = setTimeout(run, pause);
    };
    const now = () => {
      clearTimeout(timer);
      pause = FIRST_PAUSE_MS;
      void run();
    };
    timer = setTimeout(run, firstPause);
    addEventListener('online', now);
    return () => {
      ended = true;
      clearTimeout(timer);
      removeEventListener('online', now);
    };
  }, [fingerprint, signedOut, outdated, mutate, firstPause, showDraft, showJudged]);
}
