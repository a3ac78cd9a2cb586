import type { SecondMarking, SecondShare } from '@nachweis/contract';
import { type FormEvent, type ReactNode, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useIds } from '../api/useIds.ts';
import { Button } from '../ui/Button.tsx';
import { Choices } from '../ui/Choices.tsx';
import { control, Field } from '../ui/Field.tsx';
import { toast } from '../ui/notices.ts';

interface OrderFormProps {
  marking: SecondMarking;
  /** hand-ins that are chosen in the table */
  chosen: ReadonlySet<string>;
  onOrdered: (now: SecondMarking) => void;
}

/** Asks somebody of the staff to mark all, a random share or chosen hand-ins a second time. */
export function OrderForm({ marking, chosen, onOrdered }: OrderFormProps): ReactNode {
  const [markerId, setMarkerId] = useState(marking.staff.at(-1)?.id ?? '');
  const [kind, setKind] = useState<SecondShare['kind']>('all');
  const [percent, setPercent] = useState('20');
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const ids = useIds();
  const asked = marking.handIns.filter((one) => one.marker).length;
  // How many the server leaves out, because who is asked judged them first, only it knows.
  const free = marking.handIns.filter(
    (one) => !one.marker && (kind !== 'chosen' || chosen.has(one.handInId)),
  ).length;
  const share = shareOf(kind, Number(percent), [...chosen]);
  const drawn = Math.max(1, Math.round((free * Number(percent)) / 100));
  const atMost = kind === 'random' ? Math.min(free, drawn) : free;
  const order = async (event: FormEvent) => {
    event.preventDefault();
    if (typeof share === 'string') return setProblem(share);
    setBusy(true);
    setProblem('');
    try {
      const now = await callApi('orderSecondMarking', {
        params: { assignmentId: marking.assignmentId },
        body: { id: ids.of(JSON.stringify([markerId, share])), markerId, share },
      });
      ids.made();
      const more = now.handIns.filter((one) => one.marker).length - asked;
      toast.success(`${more} ${more === 1 ? 'hand-in is' : 'hand-ins are'} to be marked a second time.`);
      onOrdered(now);
    } catch (error) {
      setProblem(sentenceOf(error));
    }
    setBusy(false);
  };
  return (
    <form
      aria-label="Ask for a second marking"
      onSubmit={(event) => void order(event)}
      className="flex flex-wrap items-end gap-4 border border-edge bg-card p-3"
    >
      <Field label="Who marks a second time" className="min-w-52">
        <select
          value={markerId}
          onChange={(event) => setMarkerId(event.target.value)}
          className={`${control} max-w-80`}
        >
          {marking.staff.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </select>
      </Field>
      <div className="flex flex-col gap-1">
        <span className="text-sm font-semibold">Which hand-ins</span>
        <div className="flex min-h-10 items-center">
          <Choices
            label="Which hand-ins"
            value={kind}
            options={[
              { value: 'all', content: 'all' },
              { value: 'random', content: 'a share, by chance' },
              { value: 'chosen', content: 'those chosen below' },
            ]}
            onChoose={setKind}
          />
        </div>
      </div>
      {kind === 'random' && (
        <Field label="Percent">
          <input
            inputMode="numeric"
            value={percent}
            onChange={(event) => setPercent(event.target.value)}
            className={`${control} max-w-20 font-mono`}
          />
        </Field>
      )}
      <Button type="submit" look="main" disabled={busy || marking.handIns.length === 0}>
        {typeof share === 'string'
          ? 'Ask'
          : `Ask for up to ${atMost} ${atMost === 1 ? 'hand-in' : 'hand-ins'}`}
      </Button>
      <p className="w-full text-sm text-faded">
        Whoever is asked sees nothing of the first judgement, of this assignment’s list and of the course’s
        ledger until all is done. What they have judged first themselves is left out.
      </p>
      {problem && (
        <p role="alert" className="w-full text-madder">
          {problem}
        </p>
      )}
    </form>
  );
}

/** What is asked for; or what is wrong with it, in words. */
function shareOf(kind: SecondShare['kind'], percent: number, handInIds: string[]): SecondShare | string {
  if (kind === 'all') return { kind };
  if (kind === 'chosen')
    return handInIds.length > 0 ? { kind, handInIds } : 'Choose some in the table below first.';
  return Number.isInteger(percent) && percent >= 1 && percent <= 100
    ? { kind, percent }
    : 'Give whole percent, from 1 to 100.';
}
