import type { FoundPerson } from '@nachweis/contract';
import { type FormEvent, type ReactNode, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useMe } from '../api/session.ts';
import { useApi } from '../api/useApi.ts';
import { KnownTable } from '../known/KnownTable.tsx';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { control, Field } from '../ui/Field.tsx';
import { toast } from '../ui/notices.ts';
import { Problem } from '../ui/Problem.tsx';
import { Failed, Loading } from '../ui/states.tsx';

interface RemovePersonProps {
  person: FoundPerson;
  onClose: () => void;
  onRemoved: () => void;
}

/** What is known of a person as a table, and their removal, which is asked for by their e-mail. */
export function RemovePerson({ person, onClose, onRemoved }: RemovePersonProps): ReactNode {
  const me = useMe();
  const { data: known, error, mutate } = useApi('knownOf', { params: { personId: person.id } });
  const [email, setEmail] = useState('');
  const [problem, setProblem] = useState('');
  const [removing, setRemoving] = useState(false);
  const remove = async (event: FormEvent) => {
    event.preventDefault();
    setRemoving(true);
    try {
      await callApi('removePerson', { params: { personId: person.id }, body: { email } });
      toast.info(`${person.name} is removed.`);
      onRemoved();
    } catch (failed) {
      setProblem(sentenceOf(failed));
      setRemoving(false);
    }
  };
  const mayGo = person.email !== '' && person.id !== me.id;
  return (
    <Dialog title={`What is known of ${person.name}`} size="full" onClose={onClose}>
      <div className="flex min-h-0 flex-1 flex-col gap-3 overflow-auto p-4">
        {known ? (
          <KnownTable known={known} />
        ) : error ? (
          <Failed inPage error={error} onRetry={() => void mutate()} />
        ) : (
          <Loading what="what is known" />
        )}
        {person.id === me.id && <p>This is yourself. Another administrator can remove you.</p>}
        {known && mayGo && (
          <form onSubmit={(event) => void remove(event)} className="flex flex-wrap items-end gap-3">
            <p className="basis-full">
              What goes cannot be brought back. {known.nameStays ? 'The name stays. ' : 'The name goes too. '}
              Backups that were made before still have everything: throw them away as your rules say.
            </p>
            <Field label={`To remove, write the e-mail ${person.email}`}>
              <input
                className={control}
                value={email}
                autoComplete="off"
                onChange={({ target }) => setEmail(target.value)}
              />
            </Field>
            <Button
              type="submit"
              look="danger"
              disabled={removing || email.trim().toLowerCase() !== person.email.toLowerCase()}
            >
              Remove this person
            </Button>
          </form>
        )}
        <Problem>{problem}</Problem>
      </div>
    </Dialog>
  );
}
