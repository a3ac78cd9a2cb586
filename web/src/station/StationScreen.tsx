import type { PresetSettings } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { Link, Navigate, useParams, useSearchParams } from 'react-router';
import { useApi } from '../api/useApi.ts';
import { useOnceTimesPass } from '../api/useOnceTimesPass.ts';
import { FramedPicture } from '../pictures/FramedPicture.tsx';
import { Mount } from '../pictures/Mount.tsx';
import { RefusedPictures } from '../sheet/RefusedPictures.tsx';
import { SourceBar } from '../sheet/SourceBar.tsx';
import { UndoLine } from '../sheet/UndoLine.tsx';
import { type OwnSheet, useProofSheet } from '../sheet/useProofSheet.ts';
import { useTaking } from '../sheet/useTaking.tsx';
import { whyLocked } from '../sheet/whyLocked.ts';
import { useStore } from '../store/pictureStore.ts';
import { CardDue } from '../ui/DueTime.tsx';
import { Failed, Loading } from '../ui/states.tsx';
import { useFocused } from '../ui/useFocused.ts';
import { useNow } from '../ui/useNow.ts';
import { useTitle } from '../ui/useTitle.ts';
import { beginShare } from '../waysIn/beginShare.ts';
import { LiveView } from '../waysIn/LiveView.tsx';
import { currentShare, useShare } from '../waysIn/shareState.ts';
import { claim, useWaiting } from '../waysIn/waiting.ts';
import { KeepForLater } from './KeepForLater.tsx';
import { PresetsPanel } from './PresetsPanel.tsx';
import { TakeOptions } from './TakeOptions.tsx';

/** The capture station of an assignment, or the choice of one. */
export default function StationScreen(): ReactNode {
  const { assignmentId } = useParams();
  useTitle('Capture station');
  return assignmentId ? <StationOf key={assignmentId} assignmentId={assignmentId} /> : <ChooseAssignment />;
}

/** Pictures always have a place to go: the open assignment, chosen here where there are several. */
function ChooseAssignment(): ReactNode {
  const { data, error, mutate } = useApi('listAssignments', {});
  useOnceTimesPass(data ?? [], mutate);
  const { here, elsewhere } = useWaiting();
  const { pictures } = useStore();
  const waiting = here.length + elsewhere;
  const now = useNow();
  if (!data)
    return error ? (
      <Failed error={error} onRetry={() => void mutate()} />
    ) : (
      <Loading what="the assignments" />
    );
  const open = data.filter((card) => card.as === 'student' && ['open', 'late'].includes(card.window));
  const [only] = open;
  if (open.length === 1 && only && elsewhere === 0)
    return <Navigate to={`/assignments/${only.id}/capture`} replace />;
  return (
    <main className="mx-auto w-full max-w-prose p-6">
      <h1 className="mb-3 text-2xl">Capture station</h1>
      {open.length === 0 ? (
        <p>No assignment is open to you now.</p>
      ) : (
        <>
          <p className="mb-3">
            {waiting > 0
              ? `${waiting === 1 ? 'A picture waits' : `${waiting} pictures wait`}. Which assignment is it for?`
              : 'Which assignment are the pictures for?'}
          </p>
          <ul>
            {open.map((card) => (
              <li key={card.id} className="border-b border-rule">
                <Link
                  to={`/assignments/${card.id}/capture`}
                  onClick={() => claim(pictures)}
                  className="grid gap-x-4 py-2 hover:bg-verdigris-wash sm:grid-cols-[1fr_13rem]"
                >
                  <span>
                    <span className="block font-semibold text-verdigris-deep">{card.title}</span>
                    <span className="text-faded">{card.courseTitle}</span>
                  </span>
                  <CardDue card={card} now={now} />
                </Link>
              </li>
            ))}
          </ul>
        </>
      )}
      <KeepForLater />
    </main>
  );
}

function StationOf({ assignmentId }: { assignmentId: string }): ReactNode {
  const { own, sheet, error, retry } = useProofSheet(assignmentId);
  if (!sheet) return error ? <Failed error={error} onRetry={retry} /> : <Loading what="the assignment" />;
  if (!own || whyLocked(sheet)) return <Navigate to={`/assignments/${assignmentId}`} replace />;
  return <Station own={own} />;
}

function Station({ own }: { own: OwnSheet }): ReactNode {
  const [search] = useSearchParams();
  const focused = useFocused();
  const { share } = useShare();
  const { assignment } = own.sheet;
  const points = assignment.proofPoints;
  const asked = points.find((p) => p.id === search.get('point'));
  const taking = useTaking(own, false, true, asked?.id ?? null);
  const point = points.find((p) => p.id === taking.chosenId);
  const sheetHref = `/assignments/${assignment.id}`;
  const beginWith = ({ source }: PresetSettings) => {
    if (source === 'practice-desk') taking.openDesk();
    else if (source === 'camera') taking.openCamera();
    else if (!currentShare()) void beginShare(null);
  };
  return (
    <main
      data-keys="sheet"
      className={`flex min-h-0 flex-1 flex-col ${taking.dragging ? 'bg-verdigris-wash' : ''}`}
    >
      <div className="flex flex-wrap items-baseline gap-x-4 px-4 pt-3 pb-2 sm:px-6">
        <h1 className="text-2xl">Capture station</h1>
        <Link to={sheetHref} className="text-verdigris-deep underline">
          {assignment.title}
        </Link>
      </div>
      <SourceBar taking={taking} />
      {taking.refused.length > 0 && (
        <RefusedPictures sentences={taking.refused} onDismiss={taking.dismissRefused} />
      )}
      <div className="grid min-h-0 flex-1 grid-cols-1 gap-5 p-4 sm:px-6 lg:grid-cols-[minmax(0,1fr)_19rem]">
        <div className="flex min-w-0 flex-col gap-4">
          <div className="grid min-h-64 flex-1 place-items-center bg-grey p-3">
            {share ? (
              <div className="h-full max-h-[46vh] w-full">
                <LiveView
                  stream={share.stream}
                  label="What is shared now"
                  paused={share.surface === 'display' && !focused}
                />
              </div>
            ) : (
              <p className="max-w-prose bg-card p-4">
                Share a display, a window or a tab once, and take as many pictures of it as you need. While it
                is shared, the moments at which its picture came to rest are kept for a minute, so that a menu
                can be taken after it has closed.
              </p>
            )}
          </div>
          <section aria-label="Taken for this assignment">
            <UndoLine assignmentId={assignment.id} />
            <ul className="flex gap-3 overflow-x-auto pb-2">
              {own.pictures.map((picture) => (
                <li key={picture.evidenceId} className="w-52 shrink-0">
                  <button
                    type="button"
                    onClick={() => taking.prepare(picture.evidenceId, 'frame')}
                    className="block w-full text-left"
                  >
                    <Mount
                      code={points.find((p) => p.id === picture.proofPointId)?.code ?? ''}
                      name={picture.fileName}
                    >
                      <span className="block h-24 w-full">
                        <FramedPicture
                          url={picture.url}
                          width={picture.width}
                          height={picture.height}
                          framing={picture.framing}
                          alt={`Change ${picture.fileName}`}
                        />
                      </span>
                    </Mount>
                  </button>
                </li>
              ))}
            </ul>
          </section>
        </div>
        <aside className="flex flex-col gap-5">
          <section aria-labelledby="where">
            <h2 id="where" className="text-base">
              Where
            </h2>
            <select
              value={taking.chosenId}
              onChange={(event) => taking.choose(event.target.value)}
              aria-label="Proof point of the next picture"
              className="mt-1 h-9 w-full border border-edge bg-card px-2"
            >
              {points.map((p) => (
                <option key={p.id} value={p.id}>
                  {p.code} {p.title}
                </option>
              ))}
            </select>
            <ul className="mt-1 text-sm">
              {point?.mustShows.map((m) => (
                <li key={m.id} className="written text-faded">
                  <span className="font-mono font-bold">{m.letter}</span> {m.text}
                </li>
              ))}
            </ul>
            <Link to={sheetHref} className="mt-2 inline-block text-verdigris-deep underline">
              Back to the proof sheet
            </Link>
          </section>
          <TakeOptions />
          <PresetsPanel onUse={beginWith} listening={!taking.busy} />
        </aside>
      </div>
      {taking.dialogs}
    </main>
  );
}
