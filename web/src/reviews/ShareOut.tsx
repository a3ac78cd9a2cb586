import type { Sharing } from '@nachweis/contract';
import { dealOut } from '@nachweis/core';
import { type ReactNode, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useApi } from '../api/useApi.ts';
import { Button } from '../ui/Button.tsx';
import { Check } from '../ui/Check.tsx';
import { withOne } from '../ui/chosenSet.ts';
import { Dialog } from '../ui/Dialog.tsx';
import { toast } from '../ui/notices.ts';
import { Failed } from '../ui/states.tsx';

interface ShareOutProps {
  assignmentId: string;
  onClose: () => void;
  onShared: () => void;
}

/** Shares hand-ins out among who judges: dealt out evenly or by a column of the class list, changed by hand, then saved. */
export function ShareOut({ assignmentId, onClose, onShared }: ShareOutProps): ReactNode {
  const { data, error, mutate } = useApi('readSharing', { params: { assignmentId } });
  return (
    <Dialog title="Who judges whom" onClose={onClose}>
      {data ? (
        <ShareForm sharing={data} assignmentId={assignmentId} onClose={onClose} onShared={onShared} />
      ) : error ? (
        <Failed inPage error={error} onRetry={() => void mutate()} />
      ) : (
        <p role="status" className="p-4 text-faded">
          Fetching the class …
        </p>
      )}
    </Dialog>
  );
}

const EVENLY = '';

function ShareForm({
  sharing,
  assignmentId,
  onClose,
  onShared,
}: ShareOutProps & { sharing: Sharing }): ReactNode {
  const { staff, students, columns } = sharing;
  const [among, setAmong] = useState<ReadonlySet<string>>(() => new Set(staff.map((one) => one.id)));
  const [by, setBy] = useState(EVENLY);
  // As it was when one began: what a colleague shares out meanwhile is not taken for a change of one's own.
  const [before] = useState(
    () => new Map(students.map((student) => [student.id, student.markerId] as const)),
  );
  const [shares, setShares] = useState(before);
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const deal = () => {
    const hands = staff.filter((one) => among.has(one.id));
    if (hands.length === 0) return setProblem('Choose who judges first.');
    setProblem('');
    setShares(
      dealt(
        sharing,
        by,
        hands.map((one) => one.id),
      ),
    );
  };
  const save = async () => {
    setBusy(true);
    setProblem('');
    try {
      await callApi('shareOut', {
        params: { assignmentId },
        body: {
          id: crypto.randomUUID(),
          shares: [...shares]
            .filter(([studentId, markerId]) => markerId !== (before.get(studentId) ?? null))
            .map(([studentId, markerId]) => ({ studentId, markerId })),
        },
      });
      toast.success('Shared out.');
      onShared();
      onClose();
    } catch (error) {
      setProblem(sentenceOf(error));
      setBusy(false);
    }
  };
  const count = (markerId: string) => [...shares.values()].filter((one) => one === markerId).length;
  return (
    <div className="flex max-h-[max(75dvh,32rem)] flex-col gap-3 p-4">
      <fieldset className="flex flex-wrap gap-x-4 gap-y-1">
        <legend className="font-semibold">Among</legend>
        {staff.map((one) => (
          <Check
            key={one.id}
            checked={among.has(one.id)}
            onChecked={(checked) => setAmong(withOne(among, one.id, checked))}
            className="written"
          >
            {one.name} <span className="font-mono text-sm text-faded">{count(one.id)}</span>
          </Check>
        ))}
      </fieldset>
      <div className="flex flex-wrap items-end gap-2">
        <label className="flex flex-col gap-1 text-sm font-semibold">
          How
          <select
            value={by}
            onChange={(event) => setBy(event.target.value)}
            className="min-h-10 border border-edge bg-card px-2 font-normal"
          >
            <option value={EVENLY}>as many to each</option>
            {columns.map((column) => (
              <option key={column} value={column}>
                who has the same {column} together
              </option>
            ))}
          </select>
        </label>
        <Button onClick={deal}>Deal out</Button>
        <Button look="quiet" onClick={() => setShares(new Map(students.map((one) => [one.id, null])))}>
          To nobody in particular
        </Button>
      </div>
      <ul aria-label="Students" className="min-h-40 flex-1 overflow-auto border border-rule text-sm">
        {students.map((student) => (
          <li key={student.id} className="flex flex-wrap items-center gap-2 border-b border-rule px-2 py-1">
            <span className="written min-w-40 flex-1">{student.listed}</span>
            <select
              aria-label={`Who judges ${student.listed}`}
              value={shares.get(student.id) ?? ''}
              onChange={({ target }) => setShares(new Map(shares).set(student.id, target.value || null))}
              className="min-h-8 max-w-full border border-edge bg-card px-1"
            >
              <option value="">nobody in particular</option>
              {staff.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}
                </option>
              ))}
            </select>
          </li>
        ))}
      </ul>
      {problem && (
        <p role="alert" className="text-madder">
          {problem}
        </p>
      )}
      <div className="flex justify-end gap-2">
        <Button look="quiet" keyName="Esc" onClick={onClose}>
          Cancel
        </Button>
        <Button look="main" disabled={busy} onClick={() => void save()}>
          Save
        </Button>
      </div>
    </div>
  );
}

/** Who is together by a column goes to one; who has nothing in it is alone. */
function dealt({ students }: Sharing, column: string, hands: readonly string[]): Map<string, string | null> {
  const groups = new Map<string, string[]>();
  for (const { id, fields } of students) {
    const key = (column !== EVENLY && fields[column]?.trim()) || id;
    groups.set(key, [...(groups.get(key) ?? []), id]);
  }
  const members = [...groups.values()];
  const places = dealOut(
    members.map((group) => group.length),
    hands.length,
  );
  return new Map(
    members.flatMap((group, i) => group.map((id) => [id, hands[places[i] ?? 0] ?? null] as const)),
  );
}
