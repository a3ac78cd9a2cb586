import { type ComponentType, lazy, type ReactNode, Suspense, useDeferredValue } from 'react';
import { BrowserRouter, Route, Routes, useLocation } from 'react-router';
import { AnswersOfOne } from '../api/AnswersOfOne.tsx';
import { Loading } from '../ui/states.tsx';
import { CrashBoundary } from './CrashBoundary.tsx';
import { NotFoundPage } from './endPages.tsx';
import { pageOf } from './pageOf.ts';

/**
 * A page of its own code. Where it is the one that is opened, that is fetched at once, and not only when it is known who is
 * signed in.
 */
function page(at: RegExp, load: () => Promise<{ default: ComponentType }>) {
  // What goes wrong here goes wrong again where the page is shown, and is said there.
  if (at.test(location.pathname)) load().catch(() => {});
  return lazy(load);
}

/** Whoever signs in, checks a receipt or comes with a link has no use for what stands around the pages. */
const importShell = () => import('./Shell.tsx');
const Shell = page(/^\/(?!(sign-in|check)$|welcome\/|phone\/)/, importShell);
// It comes while e-mail and password are typed.
if (location.pathname === '/sign-in') addEventListener('load', () => void importShell().catch(() => {}));
const SignInScreen = lazy(() => import('../session/SignInScreen.tsx'));
const AssignmentsScreen = page(/^\/$/, () => import('../assignments/AssignmentsScreen.tsx'));
const ProofSheetScreen = page(/^\/assignments\/[^/]+$/, () => import('../proofSheet/ProofSheetScreen.tsx'));
const HandInScreen = lazy(() => import('../handIns/HandInScreen.tsx'));
const AsReviewerScreen = lazy(() => import('../handIns/AsReviewerScreen.tsx'));
const AsStudentScreen = lazy(() => import('../handIns/AsStudentScreen.tsx'));
const HandInViewScreen = lazy(() => import('../handIns/HandInViewScreen.tsx'));
const StationScreen = lazy(() => import('../station/StationScreen.tsx'));
const CapturesScreen = lazy(() => import('../captures/CapturesScreen.tsx'));
const CompareScreen = lazy(() => import('../compare/CompareScreen.tsx'));
const ReviewListScreen = page(/\/hand-ins$/, () => import('../reviews/ReviewListScreen.tsx'));
const LabScreen = lazy(() => import('../lab/LabScreen.tsx'));
const GuideScreen = lazy(() => import('../guide/GuideScreen.tsx'));
const KnownScreen = lazy(() => import('../settings/KnownScreen.tsx'));
const SettingsScreen = lazy(() => import('../settings/SettingsScreen.tsx'));
const WelcomeScreen = lazy(() => import('../session/WelcomeScreen.tsx'));
const PhoneScreen = lazy(() => import('../phone/PhoneScreen.tsx'));
const CoursesScreen = lazy(() => import('../courses/CoursesScreen.tsx'));
const CourseScreen = lazy(() => import('../courses/CourseScreen.tsx'));
const NewScreen = lazy(() => import('../builder/NewScreen.tsx'));
const BuilderScreen = lazy(() => import('../builder/BuilderScreen.tsx'));
const NamedFilesScreen = lazy(() => import('../namedFiles/NamedFilesScreen.tsx'));
const AssignmentLedgerScreen = lazy(() => import('../ledger/AssignmentLedgerScreen.tsx'));
const LedgerScreen = lazy(() => import('../ledger/LedgerScreen.tsx'));
const CheckScreen = lazy(() => import('../receipts/CheckScreen.tsx'));
const GridScreen = page(/\/grid$/, () => import('../grid/GridScreen.tsx'));
const ReviewScreen = page(/\/review$/, () => import('../reviews/ReviewScreen.tsx'));
const SecondMarkingScreen = lazy(() => import('../secondMarking/SecondMarkingScreen.tsx'));
const SecondReviewScreen = lazy(() => import('../secondMarking/SecondReviewScreen.tsx'));

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
      <Route
        path="/sign-in"
        element={
          <Suspense fallback={<Loading what="the page" />}>
            <SignInScreen />
          </Suspense>
        }
      />
      <Route
        path="/check"
        element={
          <Suspense fallback={<Loading what="the page" />}>
            <CheckScreen />
          </Suspense>
        }
      />
      <Route
        path="/welcome/:token"
        element={
          <Suspense fallback={<Loading what="the page" />}>
            <WelcomeScreen />
          </Suspense>
        }
      />
      <Route
        path="/phone/:token"
        element={
          <Suspense fallback={<Loading what="the page" />}>
            <PhoneScreen />
          </Suspense>
        }
      />
      <Route
        element={
          <Suspense fallback={<Loading what="your session" />}>
            <Shell />
          </Suspense>
        }
      >
        <Route index element={<AssignmentsScreen />} />
        <Route path="assignments/:assignmentId" element={<ProofSheetScreen />} />
        <Route path="assignments/:assignmentId/capture" element={<StationScreen />} />
        <Route path="capture" element={<StationScreen />} />
        <Route path="captures" element={<CapturesScreen />} />
        <Route path="assignments/:assignmentId/hand-in" element={<HandInScreen />} />
        <Route path="assignments/:assignmentId/as-reviewer" element={<AsReviewerScreen />} />
        <Route path="assignments/:assignmentId/hand-ins" element={<ReviewListScreen />} />
        <Route path="assignments/:assignmentId/grid" element={<GridScreen />} />
        <Route path="hand-ins/:handInId" element={<HandInViewScreen />} />
        <Route path="hand-ins/:handInId/as-student" element={<AsStudentScreen />} />
        <Route path="hand-ins/:handInId/review" element={<ReviewScreen />} />
        <Route path="assignments/:assignmentId/second-marking" element={<SecondMarkingScreen />} />
        <Route path="hand-ins/:handInId/second" element={<SecondReviewScreen />} />
        <Route path="hand-ins/:handInId/compare/:proofPointId" element={<CompareScreen />} />
        <Route path="courses" element={<CoursesScreen />} />
        <Route path="courses/:courseId" element={<CourseScreen />} />
        <Route path="courses/:courseId/ledger" element={<LedgerScreen />} />
        <Route path="assignments/:assignmentId/ledger" element={<AssignmentLedgerScreen />} />
        <Route path="courses/:courseId/assignments/new" element={<NewScreen />} />
        <Route path="assignments/:assignmentId/named-files" element={<NamedFilesScreen />} />
        <Route path="assignments/:assignmentId/edit" element={<BuilderScreen />} />
        <Route path="ready" element={<LabScreen />} />
        <Route path="guide" element={<GuideScreen />} />
        <Route path="settings" element={<SettingsScreen />} />
        <Route path="known-of-me" element={<KnownScreen />} />
        <Route path="*" element={<NotFoundPage />} />
      </Route>
    </Routes>
  );
}
