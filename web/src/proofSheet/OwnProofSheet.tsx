import { lazy, type ReactNode, Suspense } from 'react';
import { Link, useNavigate } from 'react-router';
import { useApi } from '../api/useApi.ts';
import { useReferences } from '../references/useReferences.ts';
import { GroupLine } from '../sheet/GroupLine.tsx';
import { RefusedPictures } from '../sheet/RefusedPictures.tsx';
import { SourceBar } from '../sheet/SourceBar.tsx';
import { UndoLine } from '../sheet/UndoLine.tsx';
import type { OwnSheet } from '../sheet/useProofSheet.ts';
import { useTaking } from '../sheet/useTaking.tsx';
import { whyLocked } from '../sheet/whyLocked.ts';
import { BriefText } from '../ui/BriefText.tsx';
import { Button } from '../ui/Button.tsx';
import { CriteriaText } from '../ui/CriteriaText.tsx';
import { DueTime } from '../ui/DueTime.tsx';
import { useNow } from '../ui/useNow.ts';
import { lateRuleWords, pointRules } from '../words/late.ts';
import { WorkFileList } from '../workFiles/WorkFileList.tsx';
import { focusDecision } from './focusDecision.ts';
import { HandInList } from './HandInList.tsx';
import { PointColumn } from './PointColumn.tsx';
import { useOpening } from './useOpening.ts';

/** Only who tries it as a student needs it. */
const TrialLine = lazy(() => import('./TrialLine.tsx').catch(() => ({ default: () => null })));

/** Fingers have no keys to paste with. */
const takesByTouch = () => matchMedia('(pointer: coarse)').matches;

export function OwnProofSheet({ own }: { own: OwnSheet }): ReactNode {
  const now = useNow();
  const navigate = useNavigate();
  const { sheet, pictures } = own;
  const { assignment } = sheet;
  const points = assignment.proofPoints;
  const locked = whyLocked(sheet);
  const taking = useTaking(own, locked !== null);
  const { chosenId, refused } = taking;
  const referencesOf = useReferences(assignment.id);
  const files = useApi('workFiles', { params: { assignmentId: assignment.id } }).data?.files ?? [];
  const undecided = pictures.find(({ status }) => status === 'stale' || status === 'refused');
  useOpening(own, taking.prepare);
  return (
    <main className="flex min-h-0 flex-1 flex-col" data-keys="sheet">
      {sheet.trialOf && (
        <Suspense fallback={null}>
          <TrialLine assignmentId={assignment.id} trialOf={sheet.trialOf} />
        </Suspense>
      )}
      <div className="flex flex-wrap items-start gap-x-8 gap-y-2 px-4 pt-3 pb-2 sm:px-6">
        <div className="min-w-0 flex-1 basis-80">
          <h1 className="text-2xl">{assignment.title}</h1>
          <div className="max-w-prose">
            <BriefText text={assignment.brief} files={files} />
            <WorkFileList files={files} />
            <GroupLine sheet={sheet} />
            <CriteriaText criteria={assignment.criteria} />
          </div>
        </div>
        <div className="max-w-72">
          <DueTime times={sheet.terms} timeZone={assignment.timeZone} window={sheet.window} now={now} />
          {assignment.lateRule && sheet.terms.lateUntil && (
            <p className="text-xs text-faded">{lateRuleWords(assignment.lateRule)}</p>
          )}
          <p className="text-xs text-faded">{pointRules(assignment)}</p>
        </div>
      </div>
      <HandInList sheet={sheet} />
      {locked ? (
        <p className="mx-4 border-l-4 border-edge bg-card px-3 py-2 sm:mx-6">{locked}</p>
      ) : (
        <SourceBar taking={taking} stationHref={`/assignments/${assignment.id}/capture`} />
      )}
      {refused.length > 0 && <RefusedPictures sentences={refused} onDismiss={taking.dismissRefused} />}
      <ol
        className={`grid flex-1 auto-rows-min grid-cols-[repeat(auto-fit,minmax(min(100%,19rem),1fr))] items-start gap-x-5 gap-y-6 p-4 sm:px-6 ${taking.dragging ? 'bg-verdigris-wash' : ''}`}
      >
        {points.map((point) => (
          <PointColumn
            key={point.id}
            own={own}
            point={point}
            references={referencesOf(point.id)}
            chosen={!locked && point.id === chosenId}
            locked={locked !== null}
            onChoose={() => taking.choose(point.id)}
            captureHref={`/assignments/${assignment.id}/capture?point=${point.id}`}
            onPrepare={taking.prepare}
            actions={taking.actions}
          />
        ))}
      </ol>
      {!locked && (
        <footer className="sticky bottom-0 flex flex-wrap items-center gap-3 border-t border-rule bg-card px-4 py-2.5 sm:px-6">
          <UndoLine assignmentId={assignment.id} />
          <p className="min-w-40 flex-1 text-sm text-faded" role="status">
            {own.allSaved
              ? pictures.length > 0
                ? 'Everything is saved on the server.'
                : takesByTouch()
                  ? 'Choose a file or use the camera to begin.'
                  : 'Paste a picture anywhere on this page to begin.'
              : undecided
                ? 'Not all is on the server: one picture waits for what you decide.'
                : pictures.some((p) => p.status === 'unkept')
                  ? 'In this page only until it is sent: leave it open …'
                  : 'Kept in this browser; being sent …'}
          </p>
          {undecided && (
            <Button small onClick={() => focusDecision(undecided.evidenceId)}>
              Decide
            </Button>
          )}
          {assignment.needsStatement && (
            <Link
              to={`/assignments/${assignment.id}/hand-in#statement`}
              className="text-sm text-verdigris-deep underline"
            >
              {own.statement.trim()
                ? 'Your own statement is written'
                : 'Your own statement is still to be written'}
            </Link>
          )}
          <Button look="main" onClick={() => navigate(`/assignments/${assignment.id}/hand-in`)}>
            Hand in …
          </Button>
        </footer>
      )}
      {!locked && taking.dialogs}
    </main>
  );
}
