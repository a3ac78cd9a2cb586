import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useMe } from '../api/session.ts';
import { Button } from '../ui/Button.tsx';
import { Check } from '../ui/Check.tsx';
import { Choices } from '../ui/Choices.tsx';
import { changeOwnSettings, resetOwnSettings, useOwnSettings } from '../ui/ownSettings.ts';
import { useTitle } from '../ui/useTitle.ts';
import { changeTakeSettings, useTakeSettings } from '../waysIn/settings.ts';
import { KeyList } from './KeyList.tsx';
import { KEY_PARTS } from './keyWords.ts';
import { MailChoices } from './MailChoices.tsx';
import { PasswordForm } from './PasswordForm.tsx';

/** What a person wants of this browser. */
export default function SettingsScreen(): ReactNode {
  const me = useMe();
  const own = useOwnSettings();
  const { sound } = useTakeSettings();
  useTitle('Your settings');
  const reset = () => {
    resetOwnSettings();
    changeTakeSettings({ sound: true });
  };
  return (
    <main className="mx-auto w-full max-w-3xl flex-1 p-4 sm:p-6">
      <h1 className="text-2xl">Your settings</h1>
      <p className="written mb-4 text-faded">{me.name}. They hold in this browser, but for mail.</p>
      <section className="flex flex-col gap-4">
        <div>
          <h2 className="mb-1 text-base">Light or dark</h2>
          <Choices
            label="Light or dark"
            value={own.scheme}
            options={[
              { value: 'system', content: 'As the system' },
              { value: 'light', content: 'Light' },
              { value: 'dark', content: 'Dark' },
            ]}
            onChoose={(scheme) => changeOwnSettings({ scheme })}
          />
          <p className="mt-1 text-sm text-faded">
            The grey around pictures stays, so that they are judged right.
          </p>
        </div>
        <Check checked={own.singleKeys} onChecked={(checked) => changeOwnSettings({ singleKeys: checked })}>
          <span>
            Single keys are commands
            <span className="block text-sm text-faded">
              Letters, digits and signs without Ctrl or Alt. Turn this off if you speak your input or press
              keys unawares; every command has a button too.
            </span>
          </span>
        </Check>
        <Check checked={sound} onChecked={(checked) => changeTakeSettings({ sound: checked })}>
          The countdown can be heard
        </Check>
        <Button className="self-start" onClick={reset}>
          Back to how they were at first
        </Button>
      </section>
      <MailChoices />
      <section className="mt-8 border-t border-rule pt-3">
        <h2 className="mb-2 text-lg">Password</h2>
        <PasswordForm />
      </section>
      <section className="mt-8 border-t border-rule pt-3">
        <h2 className="mb-1 text-lg">What is known of you</h2>
        <Link to="/known-of-me" className="text-verdigris-deep underline">
          See it as a table, and save all of your own
        </Link>
      </section>
      <section className="mt-8 border-t border-rule pt-3">
        <h2 className="text-lg">All keys</h2>
        <KeyList parts={Object.keys(KEY_PARTS)} />
      </section>
    </main>
  );
}
