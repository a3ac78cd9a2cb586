import { isPinOf, mayShowWhole, placingOf } from '@nachweis/core';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useSWRConfig } from 'swr';
import { ApiProblem, sentenceOf } from '../api/apiProblem.ts';
import { addressOf, callApi } from '../api/callApi.ts';
import { useMe } from '../api/session.ts';
import { Mount } from '../pictures/Mount.tsx';
import { PreparedPicture } from '../pictures/PreparedPicture.tsx';
import { GroupLine } from '../sheet/GroupLine.tsx';
import { KeptProblem } from '../sheet/KeptProblem.tsx';
import { LeftToDo } from '../sheet/LeftToDo.tsx';
import { forgetUndo } from '../sheet/undoStore.ts';
import type { OwnSheet } from '../sheet/useProofSheet.ts';
import { whatIsLeft } from '../sheet/whatIsLeft.ts';
import { type LargePicture, LargeView } from '../stage/LargeView.tsx';
import { tellTabs } from '../store/otherTabs.ts';
import { Button } from '../ui/Button.tsx';
import { Check } from '../ui/Check.tsx';
import { Problem } from '../ui/Problem.tsx';
import { FindingSign, Letter } from '../ui/signs.tsx';
import { useNow } from '../ui/useNow.ts';
import { dateAndTime } from '../ui/when.ts';
import { lateNowWords } from '../words/grade.ts';
import { StatementField } from './StatementField.tsx';
import { useLetsSeeWhole } from './useLetsSeeWhole.ts';
import { withCaptures } from './withCaptures.ts';

/** About how large a picture is shown here. */
const SHOWN = { width: 480, height: 360 };

interface LookOverProps {
  own: OwnSheet;
  /** fetches the sheet again after the server found it changed */
  onRefresh: () => void;
}

export function LookOver({ own, onRefresh }: LookOverProps): ReactNode {
  const { assignment, window: submission } = own.sheet;
  const [large, setLarge] = useState<LargePicture | null>(null);
  const left = whatIsLeft(own);
  const look = left.filter((one) => one.level === 'to-check');
  const refused = own.pictures.filter((p) => p.status === 'refused' || p.status === 'stale');
  const heldUp = own.pictures.find((p) => p.status === 'waiting' && p.problem);
  const stop = left.filter((one) => one.level === 'problem');
  const [showsWhole, setShowsWhole] = useLetsSeeWhole(own);
  const ofCaptures = withCaptures(own.pictures);
  const hasMore = ofCaptures.some((picture) => mayShowWhole(picture, ofCaptures));
  const { busy, problem, handIn } = useHandIn(own, onRefresh, showsWhole);
  const lateNow = lateNowWords(assignment, own.sheet.terms.dueAt, useNow());
  const before = own.sheet.handIns.filter(({ withdrawnAt }) => withdrawnAt === null).at(0);
  const blocked = stop.length > 0 || refused.length > 0;
  return (
    <main className="flex min-h-0 flex-1 flex-col">
      {large && <LargeView picture={large} onClose={() => setLarge(null)} />}
      <div className="px-4 pt-3 sm:px-6">
        <Link to={`/assignments/${assignment.id}`} className="text-sm text-verdigris-deep underline">
          Back to the proof sheet
        </Link>
        <h1 className="text-2xl">Hand in: {assignment.title}</h1>
        <p className="text-faded">
          Look it over before you hand it in, or see it{' '}
          <Link to={`/assignments/${assignment.id}/as-reviewer`} className="text-verdigris-deep underline">
            as your instructor sees it
          </Link>
          .
        </p>
      </div>
      <div className="grid flex-1 content-start gap-6 p-4 sm:px-6 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_22rem]">
        <section
          aria-label="Your pictures"
          className="grid grid-cols-[repeat(auto-fit,minmax(min(100%,24rem),1fr))] content-start gap-5"
        >
          {own.pictures.map((picture) => {
            const point = assignment.proofPoints.find((p) => p.id === picture.proofPointId);
            const code = point?.code ?? '';
            const besides = own.pictures.filter((one) => one.proofPointId === picture.proofPointId);
            const isFirst = besides[0] === picture;
            // What must be seen stands once, below the first picture; below the others, what is pinned in them.
            const told = point?.mustShows.filter((m) => isFirst || picture.marks.some(isPinOf(m.letter)));
            const { size } = placingOf(picture, picture);
            return (
              <div key={picture.evidenceId}>
                <Mount
                  code={code}
                  name={picture.fileName}
                  status={
                    <span className="block text-sm text-faded">{`${size.width} × ${size.height}`}</span>
                  }
                >
                  <button
                    type="button"
                    className="h-72 w-full cursor-zoom-in"
                    aria-label={`See the picture of ${code} large`}
                    onClick={() => setLarge({ ...picture, title: `${code}: ${picture.fileName}` })}
                  >
                    <PreparedPicture picture={picture} shown={SHOWN} alt={`${code}: ${picture.fileName}`} />
                  </button>
                </Mount>
                <ul className="mt-1 flex flex-wrap gap-x-4 text-sm">
                  {told?.map((m) => (
                    <li key={m.id} className="flex items-center gap-1.5 py-0.5">
                      <Letter filled={besides.some((one) => one.marks.some(isPinOf(m.letter)))}>
                        {m.letter}
                      </Letter>
                      <span className="written">{m.text}</span>
                    </li>
                  ))}
                </ul>
              </div>
            );
          })}
          {own.pictures.length === 0 && <p className="text-faded">There is no picture yet.</p>}
        </section>
        <aside className="flex flex-col gap-4 lg:sticky lg:top-4 lg:self-start">
          {blocked && (
            <section aria-labelledby="stops-title" className="border border-madder bg-card p-3">
              <h2 id="stops-title" className="mb-1 text-base">
                Before you can hand in
              </h2>
              <LeftToDo own={own} missing={stop} label="What stops the hand-in" />
              {refused.length > 0 && (
                <ul className="mt-1 flex flex-col gap-1">
                  {refused.map((picture) => (
                    <li key={picture.evidenceId} className="flex gap-2">
                      <span className="mt-1">
                        <FindingSign level="problem" />
                      </span>
                      <span className="written">
                        {picture.fileName}: <KeptProblem problem={picture.problem} />
                      </span>
                    </li>
                  ))}
                </ul>
              )}
            </section>
          )}
          {look.length > 0 && (
            <section aria-labelledby="look-title" className="border border-edge bg-card p-3">
              <h2 id="look-title" className="mb-1 text-base">
                Worth a look; you can hand in as it is
              </h2>
              <LeftToDo own={own} missing={look} label="What is worth a look" />
            </section>
          )}
          {assignment.needsStatement && <StatementField own={own} />}
          {submission === 'late' && (
            <p className="border-l-4 border-ochre-mark bg-ochre-wash px-3 py-2 text-ochre">
              The due time has passed. Your hand-in will be marked late.
              {lateNow && ` ${lateNow}`}
            </p>
          )}
          <GroupLine sheet={own.sheet} />
          {hasMore && (
            <div>
              <Check checked={showsWhole} onChecked={setShowsWhole} className="font-semibold">
                Let whoever judges see the whole captures too
              </Check>
              <p className="ml-7 text-sm text-faded">
                With your frame in them: what you framed away can be seen then. Not of a capture in which you
                have hidden something or taken something out.
              </p>
            </div>
          )}
          <Problem>{problem}</Problem>
          <Button look="main" disabled={blocked || busy || !own.allSaved} onClick={() => void handIn()}>
            {busy ? 'Handing in …' : 'Hand in now'}
          </Button>
          {before && (
            <p className="text-sm">
              <Link to={`/hand-ins/${before.id}`} className="font-mono text-verdigris-deep underline">
                {before.number}
              </Link>{' '}
              is handed in already, {dateAndTime(before.handedInAt, assignment.timeZone)}. This is one more.
            </p>
          )}
          <p className="text-sm text-faded" role="status">
            {own.allSaved
              ? `Hand-in ${own.draft.attempt} of ${own.sheet.terms.attempts}. You will get a receipt.`
              : 'Waiting until everything is saved on the server …'}
            {heldUp && (
              <>
                {' '}
                <KeptProblem problem={heldUp.problem} /> It is tried again by itself.
              </>
            )}
          </p>
        </aside>
      </div>
    </main>
  );
}

/**
 * Hands in what is shown. The id is made once, so that trying again after a lost answer never hands in twice; where it had
 * arrived, its receipt is gone to as soon as the page hears of it.
 */
function useHandIn(own: OwnSheet, onRefresh: () => void, showsWhole: boolean) {
  const id = useRef(crypto.randomUUID());
  const navigate = useNavigate();
  const { mutate } = useSWRConfig();
  const { id: personId } = useMe();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState('');
  const assignmentId = own.sheet.assignment.id;
  const hasArrived = problem !== '' && own.sheet.handIns.some((one) => one.id === id.current);
  useEffect(() => {
    if (!hasArrived) return;
    forgetUndo();
    navigate(`/hand-ins/${id.current}`, { replace: true });
  }, [hasArrived, navigate]);
  const handIn = async () => {
    setBusy(true);
    setProblem('');
    try {
      const receipt = await callApi('handIn', {
        params: { assignmentId },
        body: { id: id.current, draftVersion: own.draft.version, showsWhole },
      });
      forgetUndo();
      tellTabs({ of: 'sheet', personId, assignmentId, draft: null });
      navigate(`/hand-ins/${receipt.handInId}`);
      // Forgotten, not fetched again: a sheet that says "handed in" would lead away from here before the receipt shows.
      void mutate(addressOf('proofSheet', { params: { assignmentId } }), undefined, { revalidate: false });
    } catch (error) {
      setProblem(sentenceOf(error));
      setBusy(false);
      if (error instanceof ApiProblem && error.code === 'stale-version') onRefresh();
    }
  };
  return { busy, problem, handIn };
}
