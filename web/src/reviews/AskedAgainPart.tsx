import type { Review } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { callApi } from '../api/callApi.ts';
import { AskedAgainList } from '../judging/AskedAgainList.tsx';
import { WordsForm } from '../judging/WordsForm.tsx';

/** What a student asked of the judgement, where it is answered: verdicts are changed as ever, beside it. */
export function AskedAgainPart({
  review,
  onAnswered,
}: {
  review: Review;
  onAnswered: () => void;
}): ReactNode {
  const { askedAgain, assignment, handInId } = review;
  if (askedAgain.length === 0) return null;
  return (
    <section aria-label="Asked for again" className="mb-3">
      <AskedAgainList askedAgain={askedAgain} timeZone={assignment.timeZone}>
        {({ id }) => (
          <WordsForm
            about={`answer/${id}`}
            label="Your answer; what you change of the judgement shows at once"
            send="Answer"
            empty="Write an answer."
            onSend={async (text) => {
              await callApi('answerAsked', { params: { handInId, askedId: id }, body: { text } });
              onAnswered();
            }}
          />
        )}
      </AskedAgainList>
    </section>
  );
}
