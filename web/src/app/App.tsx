import { lazy, type ReactNode, Suspense } from 'react';
import { createBrowserRouter, RouterProvider } from 'react-router';
import { SWRConfig } from 'swr';
import { ApiProblem } from '../api/apiProblem.ts';
import { SignInScreen } from '../session/SignInScreen.tsx';
import { Loading } from '../ui/states.tsx';
import { CrashPage, NotFoundPage } from './endPages.tsx';
import { Shell } from './Shell.tsx';

const AssignmentsScreen = lazy(() => import('../assignments/AssignmentsScreen.tsx'));
const ProofSheetScreen = lazy(() => import('../proofSheet/ProofSheetScreen.tsx'));
const HandInScreen = lazy(() => import('../handIns/HandInScreen.tsx'));
const HandInViewScreen = lazy(() => import('../handIns/HandInViewScreen.tsx'));
const ReviewListScreen = lazy(() => import('../reviews/ReviewListScreen.tsx'));
const ReviewScreen = lazy(() => import('../reviews/ReviewScreen.tsx'));

const screen = (element: ReactNode) => <Suspense fallback={<Loading what="the page" />}>{element}</Suspense>;

const router = createBrowserRouter([
  { path: '/sign-in', element: <SignInScreen />, errorElement: <CrashPage /> },
  {
    element: <Shell />,
    errorElement: <CrashPage />,
    children: [
      {
        errorElement: <CrashPage />,
        children: [
          { index: true, element: screen(<AssignmentsScreen />) },
          { path: 'assignments/:assignmentId', element: screen(<ProofSheetScreen />) },
          { path: 'assignments/:assignmentId/hand-in', element: screen(<HandInScreen />) },
          { path: 'assignments/:assignmentId/hand-ins', element: screen(<ReviewListScreen />) },
          { path: 'hand-ins/:handInId', element: screen(<HandInViewScreen />) },
          { path: 'hand-ins/:handInId/review', element: screen(<ReviewScreen />) },
          { path: '*', element: <NotFoundPage /> },
        ],
      },
    ],
  },
]);

/** Trying again helps against a lost connection only; every other problem says what to do about it. */
const retryOffline = (error: unknown) => error instanceof ApiProblem && error.code === 'offline';

export function App(): ReactNode {
  return (
    <SWRConfig value={{ shouldRetryOnError: retryOffline, errorRetryInterval: 3000, dedupingInterval: 1000 }}>
      <RouterProvider router={router} />
    </SWRConfig>
  );
}
