import type { ReactNode } from 'react';
import Markdown from 'react-markdown';
import remarkGfm from 'remark-gfm';
import capturing from '../../../docs/capturing.md?raw';
import hiding from '../../../docs/hiding.md?raw';
import instructors from '../../../docs/instructors.md?raw';
import { BELOW_TITLE } from '../ui/belowTitle.ts';
import { useTitle } from '../ui/useTitle.ts';

/** The guides of the docs folder, as they are there; in the page's own code, so that they need no connection. */
const GUIDES = [capturing, hiding, instructors];

export default function GuideScreen(): ReactNode {
  useTitle('Guide');
  return (
    <main className="guide mx-auto w-full max-w-3xl flex-1 p-4 sm:p-6">
      <h1 className="sr-only">Guide</h1>
      {GUIDES.map((text) => (
        <article key={text.slice(0, 40)} className="mb-10">
          <Markdown remarkPlugins={[remarkGfm]} components={BELOW_TITLE}>
            {text}
          </Markdown>
        </article>
      ))}
    </main>
  );
}
