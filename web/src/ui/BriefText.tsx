import type { WorkFile } from '@nachweis/contract';
import { lazy, type ReactNode, Suspense } from 'react';

interface BriefTextProps {
  text: string;
  /** that it can refer to */
  files?: readonly WorkFile[];
}

/** Comes after the page; until then, and where it cannot be fetched, the text is read as it was written. */
const Brief = lazy(() => import('./Brief.tsx').catch(() => ({ default: Plain })));

function Plain({ text }: BriefTextProps): ReactNode {
  return (
    <p className="written" dir="auto">
      {text}
    </p>
  );
}

/** The brief of an assignment. */
export const BriefText = ({ text, files = [] }: BriefTextProps): ReactNode => (
  <Suspense fallback={<Plain text={text} />}>
    <Brief text={text} files={files} />
  </Suspense>
);
