import type { CourseView, Errand, LinksMade } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { serverNow } from '../api/serverClock.ts';
import { useErrands } from '../errands/useErrands.ts';
import { Button } from '../ui/Button.tsx';
import { csvOf } from '../ui/csvOf.ts';
import { Dialog } from '../ui/Dialog.tsx';
import { saveAs } from '../ui/saveAs.ts';
import { errandState } from '../words/errands.ts';

interface LinksDialogProps {
  course: CourseView;
  made: LinksMade;
  onClose: () => void;
}

/** Links with which people set a password. They are shown here only: the server keeps no copy. */
export function LinksDialog({ course, made, onClose }: LinksDialogProps): ReactNode {
  const { links, mailing } = made;
  const rows = links.map(({ personId, href }) => {
    const person = course.people.find((one) => one.id === personId);
    return {
      name: person?.listed ?? '',
      email: person?.email ?? '',
      link: new URL(href, location.origin).href,
    };
  });
  const days = Math.round((Date.parse(links[0]?.expiresAt ?? '') - serverNow()) / 86_400_000);
  return (
    <Dialog
      title={rows.length === 1 ? 'A sign-in link' : `${rows.length} sign-in links`}
      description={`Each works once, for ${days} days. Hand it to the person it is for; whoever opens it sets the password. They are shown now only.`}
      onClose={onClose}
    >
      <div className="flex max-h-[70dvh] flex-col gap-3 p-4">
        <ul
          // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, by keys too
          tabIndex={0}
          // Enter closes nothing that is shown once only.
          data-begin
          aria-label="The links"
          className="min-h-0 flex-1 overflow-auto border border-rule text-sm"
        >
          {rows.map(({ name, email, link }) => (
            <li key={link} className="border-b border-rule px-2 py-1">
              <span className="written font-semibold">{name}</span>{' '}
              <span className="written text-faded">{email}</span>
              <span className="block break-all font-mono">{link}</span>
            </li>
          ))}
        </ul>
        {mailing && <Mailed begun={mailing} timeZone={course.timeZone} />}
        <div className="flex justify-end gap-2">
          <Button onClick={() => saveAs(new Blob([csvOf(rows)], { type: 'text/csv' }), 'sign-in-links.csv')}>
            Save as a table
          </Button>
          <Button look="main" onClick={onClose}>
            Done
          </Button>
        </div>
      </div>
    </Dialog>
  );
}

/** How far the letters are. */
function Mailed({ begun, timeZone }: { begun: Errand; timeZone: string }): ReactNode {
  const errand = useErrands().find((one) => one.id === begun.id) ?? begun;
  return (
    <p role="status" className="written">
      By mail: {errandState(errand, timeZone)}
    </p>
  );
}
