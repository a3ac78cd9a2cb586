import { MAX_TEXT, type ProofSheet } from '@nachweis/contract';
import { placeablesOf, statementParts } from '@nachweis/core';
import { type ReactNode, useEffect, useId, useRef } from 'react';
import { useLocation } from 'react-router';
import { useSWRConfig } from 'swr';
import { sentenceOf } from '../api/apiProblem.ts';
import { addressOf, callApi } from '../api/callApi.ts';
import { useMe } from '../api/session.ts';
import { KeptProblem } from '../sheet/KeptProblem.tsx';
import type { OwnSheet } from '../sheet/useProofSheet.ts';
import { statementEntries } from '../store/browserStore.ts';
import { nextRevision } from '../store/nextRevision.ts';
import { changeStatement, forgetStatement, keepStatement } from '../store/statementStore.ts';
import { Button } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';
import { PlaceInText } from './PlaceInText.tsx';
import { StatementParts } from './StatementParts.tsx';

/** The own statement: every letter is kept in the browser at once and sent a moment later. */
export function StatementField({ own }: { own: OwnSheet }): ReactNode {
  const me = useMe();
  const id = useId();
  const { mutate } = useSWRConfig();
  const { hash, key: visit } = useLocation();
  const section = useRef<HTMLElement>(null);
  const lastField = useRef<HTMLTextAreaElement | null>(null);
  const focusField = () => section.current?.querySelector<HTMLElement>('textarea, input')?.focus();
  // biome-ignore lint/correctness/useExhaustiveDependencies: each visit that is meant for the statement goes to it
  useEffect(() => {
    if (hash === '#statement') focusField();
  }, [hash, visit]);
  useEffect(() => {
    const onFocus = ({ target }: FocusEvent) => {
      if (target instanceof HTMLTextAreaElement) lastField.current = target;
    };
    const fields = section.current;
    fields?.addEventListener('focusin', onFocus);
    return () => fields?.removeEventListener('focusin', onFocus);
  }, []);
  const { assignment } = own.sheet;
  const kept = own.keptStatement;
  const key = addressOf('proofSheet', { params: { assignmentId: assignment.id } });

  const parts = statementParts(assignment.statementForm, assignment.proofPoints);
  const keep = (text: string) => void keepStatement(me.id, assignment.id, text, own.draft.statementVersion);
  const sendAgain = async (baseVersion?: number) => {
    if (!kept) return;
    focusField();
    await changeStatement(kept.key, (current = kept) => ({
      ...current,
      state: 'waiting',
      problem: null,
      tries: 0,
      baseVersion: baseVersion ?? current.baseVersion,
      revision: nextRevision(current.revision),
    }));
  };
  /** Does something with the other text as it is on the server now; without it both stay. */
  const withTheirs = async (then: (sheet: ProofSheet) => Promise<unknown>) => {
    try {
      await then(await callApi('proofSheet', { params: { assignmentId: assignment.id } }));
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  const keepMine = () => withTheirs(({ draft }) => sendAgain(draft?.statementVersion ?? 0));
  const takeTheirs = () =>
    withTheirs(async (sheet) => {
      await mutate(key, sheet, { revalidate: false });
      focusField();
      if (kept) await forgetStatement(kept.key);
    });
  return (
    <section ref={section} id="statement" className="flex flex-col gap-1">
      {parts.length > 0 ? (
        <h2 className="text-base">Your own statement</h2>
      ) : (
        <label htmlFor={id} className="font-semibold">
          Your own statement
        </label>
      )}
      <p id={`${id}-prompt`} className="written text-sm text-faded">
        {assignment.statementPrompt}
      </p>
      {parts.length > 0 ? (
        <StatementParts parts={parts} text={own.statement} onText={keep} />
      ) : (
        <textarea
          id={id}
          aria-describedby={`${id}-prompt ${id}-state`}
          dir="auto"
          rows={7}
          maxLength={MAX_TEXT}
          value={own.statement}
          onChange={(event) => keep(event.target.value)}
          className="border border-edge bg-card p-2"
        />
      )}
      <PlaceInText
        places={placeablesOf(assignment.proofPoints, own.pictures)}
        field={() => lastField.current ?? section.current?.querySelector('textarea') ?? null}
      />
      <p id={`${id}-state`} className="text-sm text-faded">
        {kept && (statementEntries.isOnDisk(kept.key) ? 'kept in this browser' : 'in this page only')}
        {!kept && own.draft.statementVersion > 0 && 'saved'}
      </p>
      {kept?.state === 'waiting' && kept.problem && (
        <p role="status" className="border border-edge bg-ochre-wash px-2 py-1 text-sm text-ochre">
          <KeptProblem problem={kept.problem} /> Your text is kept here, and tried again by itself.
        </p>
      )}
      {kept && kept.state !== 'waiting' && (
        <div role="alert" className="border border-madder bg-madder-wash p-2 text-sm">
          <p>
            <KeptProblem problem={kept.problem} />
          </p>
          {kept.state === 'refused' && (
            <Button small onClick={() => void sendAgain()}>
              Try again
            </Button>
          )}
          {kept.state === 'stale' && (
            <>
              <p className="mt-1 font-semibold">The other text:</p>
              <p className="written mb-2">{own.draft.statement || '(empty)'}</p>
              <div className="flex gap-2">
                <Button small onClick={() => void keepMine()}>
                  Keep my text
                </Button>
                <Button small onClick={() => void takeTheirs()}>
                  Take the other text
                </Button>
              </div>
            </>
          )}
        </div>
      )}
    </section>
  );
}
