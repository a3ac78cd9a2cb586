import type { DraftDocument, ProofSheet } from '@nachweis/contract';
import { useEffect } from 'react';
import { useSWRConfig } from 'swr';
import { addressOf } from '../api/callApi.ts';
import { useConnection } from '../api/connection.ts';
import { openOutbox, useOutbox } from './outbox.ts';
import { syncOutbox } from './sync.ts';
import { rememberTakenOut } from './takenOut.ts';

const FIRST_PAUSE_MS = 400;
const LONGEST_PAUSE_MS = 15_000;

/** Keeps sending what waits, for as long as a person is signed in. */
export function useOutboxSync(personId: string): void {
  const { mutate } = useSWRConfig();
  const { signedOut } = useConnection();
  const { evidence, statements } = useOutbox();
  const waiting = [...evidence, ...statements].filter(
    (e) => e.state === 'waiting' && !('removed' in e && e.removed),
  );
  const fingerprint = waiting
    .map((e) => `${'key' in e ? e.key : e.evidenceId}:${e.revision}:${e.baseVersion}`)
    .join(' ');

  useEffect(() => void openOutbox(personId), [personId]);

  useEffect(() => {
    if (fingerprint === '' || signedOut) return;
    let timer: ReturnType<typeof setTimeout>;
    let pause = FIRST_PAUSE_MS;
    let ended = false;
    const onDraft = (assignmentId: string, draft: DraftDocument) => {
      const key = addressOf('proofSheet', { params: { assignmentId } });
      return mutate<ProofSheet>(key, (sheet) => sheet && { ...sheet, draft }, { revalidate: false });
    };
    const run = async () => {
      const result = await syncOutbox({ onDraft, onTakenOut: rememberTakenOut });
      pause = Math.min(pause * 2, LONGEST_PAUSE_MS);
      if (result === 'later' && !ended) timer = setTimeout(run, pause);
    };
    const now = () => {
      clearTimeout(timer);
      pause = FIRST_PAUSE_MS;
      void run();
    };
    // A moment for more of the same, such as the next letter of a statement.
    timer = setTimeout(run, FIRST_PAUSE_MS);
    addEventListener('online', now);
    return () => {
      ended = true;
      clearTimeout(timer);
      removeEventListener('online', now);
    };
  }, [fingerprint, signedOut, mutate]);
}
