import type { DraftDocument, ProofSheet, Review, ReviewGrid, VerdictsNow } from '@nachweis/contract';
import { useEffect } from 'react';
import { useSWRConfig } from 'swr';
import { addressOf } from '../api/callApi.ts';
import { useConnection } from '../api/connection.ts';
import { changeKept } from '../api/keptAnswers.ts';
import { toast } from '../ui/notices.ts';
import { leaveStore, openStore } from './browserStore.ts';
import type { Judged } from './judgement.ts';
import { alone } from './locks.ts';
import { isToBeSent } from './pictureDocument.ts';
import { showKeptBytes, useStore } from './pictureStore.ts';
import type { SendHooks } from './sendHooks.ts';
import { sendAll } from './sending.ts';
import { rememberTakenOut } from './takenOut.ts';

const FIRST_PAUSE_MS = 400;
const LONGEST_PAUSE_MS = 15_000;

/** Keeps sending what waits, for as long as a person is signed in. Only one tab does so at a time. */
export function useStoreSync(personId: string): void {
  const { mutate, cache } = useSWRConfig();
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
      void openStore(personId).then(showKeptBytes, () =>
        toast.warning(
          'This browser does not let pages keep anything. What you add is in this page only until it is sent.',
        ),
      ),
    [personId],
  );

  useEffect(() => {
    addEventListener('pagehide', leaveStore);
    return () => removeEventListener('pagehide', leaveStore);
  }, []);

  useEffect(() => {
    if (fingerprint === '' || signedOut || outdated) return;
    let timer: ReturnType<typeof setTimeout>;
    let pause = FIRST_PAUSE_MS;
    let ended = false;
    const sheetKey = (assignmentId: string) => addressOf('proofSheet', { params: { assignmentId } });
    const reviewKey = ({ handInId, second }: Judged) =>
      addressOf(second ? 'secondReview' : 'review', { params: { handInId } });
    // What is on its way to the page is given up by a change; where nothing is there yet it has to be asked for again.
    const show = <T>(key: string, change: (shown: T) => T) =>
      cache.get(key)?.data === undefined
        ? mutate(key)
        : mutate<T>(key, (shown) => shown && change(shown), { revalidate: false });
    const hooks: SendHooks = {
      onDraft: async (assignmentId: string, draft: DraftDocument) => {
        const withDraft = (sheet: ProofSheet) => ({ ...sheet, draft });
        await changeKept(sheetKey(assignmentId), withDraft);
        await show(sheetKey(assignmentId), withDraft);
      },
      onTakenOut: rememberTakenOut,
      onJudged: async (of: Judged, now: VerdictsNow) => {
        // What a second marker says is shown nowhere else.
        if (of.second) return show<Review>(reviewKey(of), (review) => judged(review, now));
        await mutate<ReviewGrid>(
          (key) => typeof key === 'string' && key.endsWith('/grid'),
          (grid) => grid && inGrid(grid, now),
          { revalidate: false },
        );
        await show<Review>(reviewKey(of), (review) => judged(review, now));
        // What was opened before the verdict had arrived shows how it stands now: lists, and which one waits next. An
        // answer that is on its way is given up by the change above, so that the own page is asked for again, too.
        const follows = (key: unknown) =>
          typeof key === 'string' &&
          (/\/(hand-ins|ledger)$/.test(key) || (now.state !== 'waiting' && key.endsWith('/review')));
        void mutate(follows);
      },
      onNotJudged: (of, problem) => {
        toast.error(problem.message, { duration: 15_000 });
        return mutate(reviewKey(of));
      },
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
  }, [fingerprint, signedOut, outdated, mutate, cache, firstPause]);
}

/** A review with the judgement as it stands. */
function judged(review: Review, { verdicts, levels, grade, adjustmentVersion, state }: VerdictsNow): Review {
  const judgement = { ...review.judgement, verdicts, levels, grade };
  return { ...review, adjustmentVersion, state, judgement };
}

/** The grid of a class with the verdicts that the server has now. */
const inGrid = (grid: ReviewGrid, { handInId, verdicts, state }: VerdictsNow): ReviewGrid => ({
  ...grid,
  rows: grid.rows.map((row) =>
    row.handInId === handInId
      ? {
          ...row,
          state,
          cells: row.cells.map((cell) => ({
            ...cell,
            verdicts: cell.verdicts.map((one) => ({
              ...one,
              verdict: verdicts[one.mustShowId]?.verdict ?? null,
            })),
          })),
        }
      : row,
  ),
});
