import { toast } from '../ui/notices.ts';
import { statementEntries } from './browserStore.ts';
import { nextRevision } from './nextRevision.ts';
import { type KeptStatement, statementKey } from './statement.ts';

/** The person wrote: keeps the text with the version it was written on. */
export function keepStatement(
  personId: string,
  assignmentId: string,
  text: string,
  baseVersion: number,
): Promise<void> {
  const key = statementKey(personId, assignmentId);
  return changeStatement(key, (current) => ({
    key,
    personId,
    assignmentId,
    text,
    baseVersion: current?.baseVersion ?? baseVersion,
    revision: nextRevision(current?.revision),
    // What the server did not take is asked again, now that it is another text.
    state: current?.state === 'stale' ? 'stale' : 'waiting',
    problem: current?.state === 'stale' ? current.problem : null,
    tries: 0,
    asked: current?.asked ?? [],
  }));
}

export async function changeStatement(
  key: string,
  decide: (current: KeptStatement | undefined) => KeptStatement | null | undefined,
): Promise<void> {
  if (await statementEntries.change(key, decide)) return;
  toast.warning(
    'This browser’s storage is full. Your last change is only in this page until it is sent: leave the page open.',
  );
}

/** Takes the text of somewhere else instead. */
export const forgetStatement = (key: string): Promise<void> =>
  changeStatement(key, (current) => (current ? null : undefined));
