import { type HandInView, MOST_ASKED } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { callApi } from '../api/callApi.ts';
import { useIds } from '../api/useIds.ts';
import { AskedAgainList } from '../judging/AskedAgainList.tsx';
import { useKeptText } from '../judging/useKeptText.ts';
import { WordsForm } from '../judging/WordsForm.tsx';

/** Asking for a judgement again that was returned, with a reason; and what was answered. */
export function AskAgain({ view, onAsked }: { view: HandInView; onAsked: () => void }): ReactNode {
  const { askedAgain, receipt, assignment } = view;
  const ids = useIds();
  const about = `ask-again/${receipt.handInId}`;
  const { text: begun } = useKeptText(about);
  const isOpen = askedAgain.some(({ answer }) => answer === null);
  const mayAsk = !isOpen && askedAgain.length < MOST_ASKED;
  return (
    <section aria-labelledby="again-title" className="border border-edge bg-card p-4 print:hidden">
      <h2 id="again-title" className="text-base">
        Asking for a judgement again
      </h2>
      <AskedAgainList askedAgain={askedAgain} timeZone={assignment.timeZone} />
      {isOpen && <p className="mt-1 text-sm text-faded">The answer will stand here.</p>}
      {mayAsk && (
        <details className="mt-1" open={begun !== ''}>
          <summary className="cursor-pointer text-sm text-verdigris-deep underline">
            Ask for it again, with a reason
          </summary>
          <WordsForm
            about={about}
            label="What should be looked at again, and why?"
            send="Ask again"
            empty="Write what should be looked at again."
            onSend={async (text) => {
              const params = { handInId: receipt.handInId, askedId: ids.of(text) };
              await callApi('askAgain', { params, body: { text } });
              ids.made();
              onAsked();
            }}
          />
        </details>
      )}
    </section>
  );
}
