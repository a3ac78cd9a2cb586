import { MAIL_KINDS, type MailKind } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useApi } from '../api/useApi.ts';
import { Check } from '../ui/Check.tsx';

const WORDS: Readonly<Record<MailKind, string>> = {
  receipt: 'The receipt of a hand-in, once its files are sealed',
  returned: 'That a hand-in was returned; without the points, which you see when you sign in',
  reminder: 'A day before something is due that you have not handed in',
};

/** What of oneself is told by mail; kept on the server, for every browser. */
export function MailChoices(): ReactNode {
  const { data, mutate } = useApi('readMail', {});
  const [problem, setProblem] = useState('');
  if (!data) return null;
  const { sends, email, choices } = data;
  const choose = async (kind: MailKind, wanted: boolean) => {
    setProblem('');
    const body = { [kind]: wanted };
    try {
      await mutate(callApi('chooseMail', { body }), {
        optimisticData: { ...data, choices: { ...choices, ...body } },
        revalidate: false,
        rollbackOnError: true,
      });
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  };
  return (
    <section aria-labelledby="mail-title" className="mt-8 border-t border-rule pt-3">
      <h2 id="mail-title" className="mb-1 text-lg">
        Mail
      </h2>
      <p className="written mb-2 text-sm text-faded">
        {sends
          ? `Sent to ${email}. These hold in every browser.`
          : 'This server sends no mail. What you choose here holds once it does.'}
      </p>
      <div className="flex flex-col gap-2">
        {MAIL_KINDS.map((kind) => (
          <Check key={kind} checked={choices[kind]} onChecked={(checked) => void choose(kind, checked)}>
            {WORDS[kind]}
          </Check>
        ))}
      </div>
      {problem && (
        <p role="alert" className="mt-2 text-madder">
          {problem}
        </p>
      )}
    </section>
  );
}
