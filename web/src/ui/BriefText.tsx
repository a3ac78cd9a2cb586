import { lazy, type ReactNode, Suspense } from 'react';

/** Comes after the page; until then, and where it cannot be fetched, the text is read as it was written. */
const Brief = lazy(() => import('./Brief.tsx').catch(() => ({ default: Plain })));

function Plain({ text }: { text: string }): ReactNode {
  return (
    <p className="written" dir="auto">
      {text}
    </p>
  );
}

/** The brief of an assignment. */
export const BriefText = ({ text }: { text: string }): ReactNode => (
  <Suspense fallback={<Plain text={text} />}>
    <Brief text={text} />
  </Suspense>
);
