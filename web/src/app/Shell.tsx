import type { Me } from '@nachweis/contract';
import { UserRound } from 'lucide-react';
import { lazy, type ReactNode, Suspense, useEffect, useState } from 'react';
import { Link, Navigate, Outlet, useLocation, useNavigate } from 'react-router';
import { useStartAnew } from '../api/AnswersOfOne.tsx';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useConnection } from '../api/connection.ts';
import { ARRIVED, SessionContext, useSessionQuery } from '../api/session.ts';
import { useStoreSync } from '../store/useStoreSync.ts';
import { Button, buttonClasses } from '../ui/Button.tsx';
import { DialogStrip } from '../ui/dialogStrip.ts';
import { clearPassing, toast } from '../ui/notices.ts';
import { Failed, Loading } from '../ui/states.tsx';
import { useLoaded } from '../ui/useLoaded.ts';
import { onTheClock } from '../ui/when.ts';
import { useWaiting } from '../waysIn/waiting.ts';
import { CrashBoundary } from './CrashBoundary.tsx';
import { KEPT } from './kept.ts';
import { pageOf } from './pageOf.ts';
import { SessionEnded } from './SessionEnded.tsx';
import { useKeptFocus } from './useKeptFocus.ts';
import { useKeyHelp } from './useKeyHelp.ts';
import { ASKS, OWN_PAGE, usePasteAnywhere } from './usePasteAnywhere.ts';
import { useReconnect } from './useReconnect.ts';

/** Only administrators need it, and without a connection nobody. */
const DiskWarning = lazy(() => import('./DiskWarning.tsx').catch(() => ({ default: () => null })));
/** Only who judges or manages has something made; it is seen on every page. */
const ErrandStrip = lazy(() => import('../errands/ErrandStrip.tsx').catch(() => ({ default: () => null })));
const importLeaving = () => import('./Leaving.tsx').then((part) => part.default);
const importKeys = () => import('../settings/KeysDialog.tsx').then((part) => part.default);
const importNotices = () => import('./Notices.tsx').then((part) => part.default);

/** Everything behind the sign-in: who is signed in, the header, the notices, and the outbox at work. */
export default function Shell(): ReactNode {
  const location = useLocation();
  const { data: me, error, mutate } = useSessionQuery();
  if (error?.code === 'signed-out' && !me) {
    return (
      <Navigate to={`/sign-in?next=${encodeURIComponent(location.pathname + location.search)}`} replace />
    );
  }
  if (!me)
    return error ? <Failed error={error} onRetry={() => void mutate()} /> : <Loading what="your session" />;
  return (
    <SessionContext value={me}>
      <SignedIn me={me} />
    </SessionContext>
  );
}

function SignedIn({ me }: { me: Me }): ReactNode {
  useStoreSync(me.id);
  useReconnect();
  useKeptFocus();
  usePasteAnywhere(
    me.id,
    me.courses.some((course) => course.role === 'student'),
  );
  const { reached, outdated, renewed, readAt } = useConnection();
  const { here, elsewhere } = useWaiting();
  const waiting = here.length + elsewhere;
  const { pathname, state } = useLocation();
  useEffect(() => {
    if (state === ARRIVED && document.activeElement === document.body)
      document.getElementById('main')?.focus({ preventScroll: true });
  }, [state]);
  const help = useKeyHelp();
  const KeysDialog = useLoaded(importKeys, {
    wanted: help.parts !== null,
    onMissing: () => toast.warning('The keys cannot be shown now: there is no connection.'),
  });
  // Asked for again when the server is back; what is said until then waits.
  const Notices = useLoaded(importNotices, { wanted: reached, onMissing: () => {} });
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new page starts at its top, without what was said of the one before
  useEffect(() => {
    window.scrollTo(0, 0);
    clearPassing();
  }, [pathname]);
  const ended = <SessionEnded me={me} />;
  return (
    <DialogStrip value={ended}>
      <a href="#main" className="absolute -top-20 left-2 z-50 bg-card p-2 focus:top-2">
        Skip to the page
      </a>
      <Header me={me} onKeys={help.ask} />
      {me.admin && (
        <Suspense fallback={null}>
          <DiskWarning />
        </Suspense>
      )}
      {(me.admin || me.courses.some((course) => course.role !== 'student')) && (
        <Suspense fallback={null}>
          <ErrandStrip />
        </Suspense>
      )}
      {/* There before anything is told in it: a dialog hides from a screen reader what it finds behind it as it opens. */}
      <div className="contents">
        {!reached && (
          <p role="status" className="border-b border-ochre-mark bg-ochre-wash px-4 py-1.5 text-ochre">
            No connection to the server. Your {KEPT} are kept in this browser and sent when it is back; all
            else has to wait.
            {readAt && ` What you see was read at ${onTheClock(readAt)}.`}
          </p>
        )}
        {ended}
        {(outdated || renewed) && (
          <p
            role="status"
            className="flex items-center justify-center gap-4 border-b border-ochre-mark bg-ochre-wash px-4 py-1.5"
          >
            Nachweis was updated. Your {KEPT} are kept.
            <Button small look="main" onClick={() => location.reload()}>
              Reload the page
            </Button>
          </p>
        )}
        {waiting > 0 && !OWN_PAGE.test(pathname) && pathname !== ASKS && (
          <p
            role="status"
            className="flex items-center justify-center gap-4 border-b border-ochre-mark bg-ochre-wash px-4 py-1.5"
          >
            {waiting === 1
              ? 'A picture is kept in this browser and has no place yet.'
              : `${waiting} pictures are kept in this browser and have no place yet.`}
            <Link to="/capture" className={buttonClasses('main', true)}>
              Say where it goes
            </Link>
          </p>
        )}
      </div>
      <div id="main" tabIndex={-1} className="flex min-h-0 flex-1 flex-col outline-none">
        <CrashBoundary key={pageOf(pathname)} place={pathname}>
          <Suspense fallback={<Loading what="the page" />}>
            <Outlet />
          </Suspense>
        </CrashBoundary>
      </div>
      {Notices && <Notices />}
      {KeysDialog && help.parts && <KeysDialog parts={help.parts} onClose={help.close} />}
    </DialogStrip>
  );
}

const NAVIGATION = [
  { to: '/', label: 'Assignments' },
  { to: '/capture', label: 'Capture station' },
  { to: '/captures', label: 'Captures' },
];

function Header({ me, onKeys }: { me: Me; onKeys: () => void }): ReactNode {
  const startAnew = useStartAnew();
  const navigate = useNavigate();
  const [leaving, setLeaving] = useState(false);
  const signOut = async () => {
    setLeaving(false);
    try {
      await callApi('signOut', {});
      // The next person at this computer pastes no words of this one.
      sessionStorage.removeItem('nachweis-copied-marks');
      navigate('/sign-in');
      startAnew();
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  // Where what is left cannot be looked at, one goes as one wanted.
  const Leaving = useLoaded(importLeaving, { wanted: leaving, onMissing: () => void signOut() });
  return (
    <header className="flex min-h-12 shrink-0 items-center gap-1 border-b border-rule bg-card px-2 sm:h-12 sm:gap-3 sm:px-4">
      <Link to="/" className="flex min-h-6 min-w-6 shrink-0 items-center gap-2 font-bold text-verdigris-deep">
        <img src="/mark.svg" alt="" width={22} height={22} />
        <span className="sr-only sm:not-sr-only">Nachweis</span>
      </Link>
      <nav aria-label="Main" className="flex min-w-0 flex-1 flex-wrap whitespace-nowrap">
        {NAVIGATION.map(({ to, label }) => (
          <Link
            key={to}
            to={to}
            className="rounded-md px-1 py-1 text-sm hover:bg-verdigris-wash sm:px-2 sm:text-base"
          >
            {label}
          </Link>
        ))}
      </nav>
      <Button small look="quiet" className="max-md:hidden" keyName="?" onClick={onKeys}>
        Keys
      </Button>
      <Link
        to="/settings"
        aria-label={`Your settings, ${me.name}`}
        className="flex max-w-56 min-w-6 shrink items-center gap-1.5 rounded-md py-1 hover:bg-verdigris-wash sm:px-1"
      >
        <UserRound size={18} aria-hidden className="shrink-0 text-verdigris-deep" />
        <span className="hidden truncate lg:block">{me.name}</span>
      </Link>
      <Button small look="quiet" className="max-sm:px-1" onClick={() => setLeaving(true)}>
        Sign out
      </Button>
      {Leaving && leaving && (
        <Leaving personId={me.id} onStay={() => setLeaving(false)} onLeave={() => void signOut()} />
      )}
    </header>
  );
}
