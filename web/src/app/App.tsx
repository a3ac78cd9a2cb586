import { type ReactNode, Suspense, useDeferredValue } from 'react';
import { BrowserRouter, Route, Routes, useLocation } from 'react-router';
import { AnswersOfOne } from '../api/AnswersOfOne.tsx';
import { Loading } from '../ui/states.tsx';
import { CrashBoundary } from './CrashBoundary.tsx';
import { NotFoundPage } from './endPages.tsx';
import { codeOf, Page, pageAt } from './openedPage.tsx';
import { pageOf } from './pageOf.ts';

const importShell = () => import('./Shell.tsx');

/** For whoever is not signed in: who signs in, checks a receipt or comes with a link has no use for what stands around the pages. */
const ALONE = [
  pageAt('/sign-in', () => import('../session/SignInScreen.tsx')),
  pageAt('/check', () => import('../receipts/CheckScreen.tsx')),
  pageAt('/welcome/:token', () => import('../session/WelcomeScreen.tsx')),
  pageAt('/phone/:token', () => import('../phone/PhoneScreen.tsx')),
];

const SHELL = codeOf(!/^\/(sign-in|check|welcome|phone)(\/|$)/.test(location.pathname), importShell);
// It comes while e-mail and password are typed.
if (location.pathname === '/sign-in') addEventListener('load', () => void importShell().catch(() => {}));

const IN_SHELL = [
  pageAt('/', () => import('../assignments/AssignmentsScreen.tsx')),
  pageAt('/assignments/:assignmentId', () => import('../proofSheet/ProofSheetScreen.tsx')),
  pageAt('/assignments/:assignmentId/capture', () => import('../station/StationScreen.tsx')),
  pageAt('/capture', () => import('../station/StationScreen.tsx')),
  pageAt('/captures', () => import('../captures/CapturesScreen.tsx')),
  pageAt('/assignments/:assignmentId/hand-in', () => import('../handIns/HandInScreen.tsx')),
  pageAt('/assignments/:assignmentId/as-reviewer', () => import('../handIns/AsReviewerScreen.tsx')),
  pageAt('/assignments/:assignmentId/hand-ins', () => import('../reviews/ReviewListScreen.tsx')),
  pageAt('/assignments/:assignmentId/grid', () => import('../grid/GridScreen.tsx')),
  pageAt('/hand-ins/:handInId', () => import('../handIns/HandInViewScreen.tsx')),
  pageAt('/hand-ins/:handInId/as-student', () => import('../handIns/AsStudentScreen.tsx')),
  pageAt('/hand-ins/:handInId/review', () => import('../reviews/ReviewScreen.tsx')),
  pageAt(
    '/assignments/:assignmentId/second-marking',
    () => import('../secondMarking/SecondMarkingScreen.tsx'),
  ),
  pageAt('/hand-ins/:handInId/second', () => import('../secondMarking/SecondReviewScreen.tsx')),
  pageAt('/hand-ins/:handInId/compare/:proofPointId', () => import('../compare/CompareScreen.tsx')),
  pageAt('/courses', () => import('../courses/CoursesScreen.tsx')),
  pageAt('/courses/:courseId', () => import('../courses/CourseScreen.tsx')),
  pageAt('/courses/:courseId/ledger', () => import('../ledger/LedgerScreen.tsx')),
  pageAt('/assignments/:assignmentId/ledger', () => import('../ledger/AssignmentLedgerScreen.tsx')),
  pageAt('/courses/:courseId/assignments/new', () => import('../builder/NewScreen.tsx')),
  pageAt('/assignments/:assignmentId/named-files', () => import('../namedFiles/NamedFilesScreen.tsx')),
  pageAt('/assignments/:assignmentId/edit', () => import('../builder/BuilderScreen.tsx')),
  pageAt('/ready', () => import('../lab/LabScreen.tsx')),
  pageAt('/guide', () => import('../guide/GuideScreen.tsx')),
  pageAt('/settings', () => import('../settings/SettingsScreen.tsx')),
  pageAt('/known-of-me', () => import('../settings/KnownScreen.tsx')),
];

export function App(): ReactNode {
  return (
    <AnswersOfOne>
      <CrashBoundary>
        <BrowserRouter useTransitions={false}>
          <Pages />
        </BrowserRouter>
      </CrashBoundary>
    </AnswersOfOne>
  );
}

/** Another page comes when its code is there, and the one before stays so long; what stays on the same one comes at once. */
function Pages(): ReactNode {
  const location = useLocation();
  const before = useDeferredValue(location);
  const isSame = pageOf(location.pathname) === pageOf(before.pathname);
  return (
    <Routes location={isSame ? location : before}>
      {ALONE.map(([path, code]) => (
        <Route
          key={path}
          path={path}
          element={
            <Suspense fallback={<Loading what="the page" />}>
              <Page key={path} code={code} />
            </Suspense>
          }
        />
      ))}
      <Route
        element={
          <Suspense fallback={<Loading what="your session" />}>
            <Page code={SHELL} />
          </Suspense>
        }
      >
        {/* A page of another code is another page, though it stands in the same place. */}
        {IN_SHELL.map(([path, code]) => (
          <Route key={path} path={path} element={<Page key={path} code={code} />} />
        ))}
        <Route path="*" element={<NotFoundPage />} />
      </Route>
    </Routes>
  );
}
