import type { Assignment, CoursePerson } from '@nachweis/contract';
import { type FormEvent, type ReactNode, useEffect, useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { control, Field } from '../ui/Field.tsx';
import { useObjectUrl } from '../ui/useObjectUrl.ts';
import { WHY } from '../words/namedFiles.ts';
import type { Match } from './useMatches.ts';

interface SayDialogProps {
  match: Match;
  assignment: Assignment;
  students: readonly CoursePerson[];
  /** how many are to be said after this one */
  left: number;
  onSay: (change: Pick<Match, 'personId' | 'point'>) => void;
  onClose: () => void;
}

/** Says of one file whose picture of what it is, with the picture before one. */
export function SayDialog({ match, assignment, students, left, onSay, onClose }: SayDialogProps): ReactNode {
  const [personId, setPersonId] = useState(match.personId ?? '');
  const [point, setPoint] = useState(match.point ?? '');
  const [fault, setFault] = useState('');
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (!personId || !point) return setFault('Choose both, or leave the file out.');
    onSay({ personId, point });
  };
  return (
    <Dialog title="Whose picture is it?" onClose={onClose}>
      <form className="flex max-h-[max(80dvh,36rem)] flex-col gap-3 p-4" onSubmit={submit}>
        <p className="written font-mono text-sm">{match.path}</p>
        <FilePicture match={match} />
        {!match.isSaid && <p className="text-sm text-faded">{match.why.map((one) => WHY[one]).join(', ')}</p>}
        <Field label="Student" fault={fault}>
          <select
            // biome-ignore lint/a11y/noAutofocus: the dialog asks for it
            autoFocus
            value={personId}
            onChange={({ target }) => setPersonId(target.value)}
            className={control}
          >
            <option value="">choose …</option>
            {inOrder(students, match.candidates).map(({ id, listed }) => (
              <option key={id} value={id}>
                {listed}
              </option>
            ))}
          </select>
        </Field>
        <Field label="Proof point">
          <select value={point} onChange={({ target }) => setPoint(target.value)} className={control}>
            <option value="">choose …</option>
            {assignment.proofPoints.map(({ id, code, title }) => (
              <option key={id} value={code}>
                {code} {title}
              </option>
            ))}
          </select>
        </Field>
        <div className="flex flex-wrap justify-end gap-2">
          <Button look="quiet" keyName="Esc" onClick={onClose}>
            Cancel
          </Button>
          <Button look="quiet" onClick={() => onSay({ personId: null, point: null })}>
            Leave it out
          </Button>
          <Button type="submit" look="main" keyName="Enter">
            {left > 0 ? `Say so, ${left} more` : 'Say so'}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

/** Whoever it may be stands first. */
function inOrder(students: readonly CoursePerson[], candidates: readonly string[]): CoursePerson[] {
  const first = candidates.flatMap((id) => students.find((student) => student.id === id) ?? []);
  return [...first, ...students.filter((student) => !first.includes(student))];
}

/** The picture as it is in its file, read now. */
function FilePicture({ match: { file, path } }: { match: Match }): ReactNode {
  const [blob, setBlob] = useState<Blob | null>(null);
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    let isStale = false;
    setBlob(null);
    setFailed(false);
    file
      .read()
      .then((read) => !isStale && setBlob(read))
      .catch(() => !isStale && setFailed(true));
    return () => {
      isStale = true;
    };
  }, [file]);
  const url = useObjectUrl(blob);
  if (failed)
    return <p className="text-madder">It cannot be read any more. Leave it out, or choose it again.</p>;
  return (
    <div className="flex h-56 items-center justify-center bg-grey">
      {url && <img src={url} alt={path} className="max-h-full max-w-full" onError={() => setFailed(true)} />}
    </div>
  );
}
