import type { CoursePerson, CourseView, LinksMade } from '@nachweis/contract';
import { type FormEvent, type ReactNode, useState } from 'react';
import { sentenceOfAll } from '../api/allOrNothing.ts';
import { callApi } from '../api/callApi.ts';
import { useIds } from '../api/useIds.ts';
import { Button } from '../ui/Button.tsx';
import { Check } from '../ui/Check.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { Problem } from '../ui/Problem.tsx';

interface MakeLinksProps {
  course: CourseView;
  people: readonly CoursePerson[];
  onClose: () => void;
  onMade: (made: LinksMade) => void;
}

/** Asks before sign-in links are made: they may go out as letters, which cannot be taken back. */
export function MakeLinks({ course, people, onClose, onMade }: MakeLinksProps): ReactNode {
  const [byMail, setByMail] = useState(course.sendsMail);
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const ids = useIds();
  const [only] = people.length === 1 ? people : [];
  const make = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setProblem('');
    const what = { personIds: people.map(({ id }) => id), byMail };
    try {
      const body = { id: ids.of(JSON.stringify(what)), ...what };
      onMade(await callApi('makeLinks', { params: { courseId: course.id }, body }));
    } catch (error) {
      const again = byMail ? 'new links are made, and no letter goes twice' : 'new links are made';
      setProblem(sentenceOfAll(error, 'No link was made.', again));
      setBusy(false);
    }
  };
  return (
    <Dialog
      title={only ? `A sign-in link for ${only.listed}?` : `Sign-in links for ${people.length}?`}
      onClose={onClose}
    >
      <form onSubmit={make} className="flex flex-col gap-3 p-4">
        <p>
          {only
            ? 'Whoever has the link sets the password of this person with it, once.'
            : 'For everybody who has no password yet. Whoever has a link sets the password of its person with it, once.'}{' '}
          {only ? 'It is' : 'They are'} shown here, to be handed out.
        </p>
        {course.sendsMail && (
          <Check checked={byMail} onChecked={setByMail} className="font-semibold">
            <span className="written">
              {only ? `Send one by mail too, to ${only.email}` : 'Send each of them one by mail too'}
            </span>
          </Check>
        )}
        <Problem>{problem}</Problem>
        <div className="flex justify-end gap-2">
          <Button look="quiet" keyName="Esc" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" look="main" disabled={busy}>
            {only ? 'Make the link' : `Make ${people.length} links`}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
