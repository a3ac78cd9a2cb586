import type { DefinitionView, Stage } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { Button, buttonClasses } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';
import { saveAs } from '../ui/saveAs.ts';
import { useNow } from '../ui/useNow.ts';
import { useOneAtATime } from '../ui/useOneAtATime.ts';
import { fileOf } from './along.ts';

const WORDS: Readonly<Record<Stage, string>> = {
  draft: 'A draft: no student sees it.',
  given: 'Given: students see it.',
  archived: 'Put away: only who handed in sees it, and nothing is taken any more.',
};

interface StagePanelProps {
  view: DefinitionView;
  onChanged: (view: DefinitionView) => void;
}

/** How far an assignment is, and what can be done with all of it. */
export function StagePanel({ view, onChanged }: StagePanelProps): ReactNode {
  const { id, stage, handIns, drafts, definition } = view;
  const { dueAt, lateUntil } = definition;
  const now = useNow();
  const navigate = useNavigate();
  const [problem, setProblem] = useState('');
  const go = async (next: Stage) => {
    setProblem('');
    try {
      onChanged(await callApi('setStage', { params: { assignmentId: id }, body: { stage: next } }));
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  };
  const tryIt = async () => {
    setProblem('');
    try {
      const { assignmentId } = await callApi('startTrial', { params: { assignmentId: id } });
      await navigate(`/assignments/${assignmentId}`);
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  };
  const saveFile = useOneAtATime(async () => {
    setProblem('');
    try {
      const { file, leftOut } = await fileOf(view);
      saveAs(
        new Blob([JSON.stringify(file, null, 2)], { type: 'application/json' }),
        `${definition.title}.json`,
      );
      if (leftOut.length > 0)
        toast.warning(`Saved without ${leftOut.join(', ')}: all of it would be too large for one file.`);
    } catch {
      setProblem(
        'Its files or reference pictures cannot be fetched now, so no file was saved. Try it again.',
      );
    }
  });
  return (
    <section
      aria-label="How far it is"
      className="flex flex-col gap-2 border border-edge bg-card p-3 text-sm"
    >
      <p role="status">
        <strong>{WORDS[stage]}</strong>
        {stage !== 'draft' && ` Students with work in it: ${drafts}. Hand-ins: ${handIns}.`}
      </p>
      {stage === 'draft' && Date.parse(dueAt) <= now && (
        <p className="border-l-4 border-ochre-mark bg-ochre-wash px-2 py-1 text-ochre">
          Its due time has passed.{' '}
          {lateUntil && Date.parse(lateUntil) > now
            ? 'Whatever is handed in now is late.'
            : 'Nobody can hand in any more.'}
        </p>
      )}
      {problem && (
        <p role="alert" className="border-l-4 border-madder bg-madder-wash px-2 py-1">
          {problem}
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        {stage === 'draft' && (
          <Button small look="main" onClick={() => void go('given')}>
            Give it to the students
          </Button>
        )}
        {stage === 'given' && drafts === 0 && handIns === 0 && (
          <Button small onClick={() => void go('draft')}>
            Make it a draft again
          </Button>
        )}
        {stage === 'given' && (
          <Button small onClick={() => void go('archived')}>
            Put it away
          </Button>
        )}
        {stage === 'archived' && (
          <Button small onClick={() => void go('given')}>
            Give it again
          </Button>
        )}
        <Button small onClick={() => void saveFile()}>
          Save as a file
        </Button>
        <Button small onClick={() => void tryIt()}>
          Try it as a student
        </Button>
        <Link className={buttonClasses('plain', true)} to={`/assignments/${id}`}>
          See what is asked
        </Link>
        {stage !== 'draft' && (
          <Link className={buttonClasses('plain', true)} to={`/assignments/${id}/hand-ins`}>
            Hand-ins
          </Link>
        )}
      </div>
    </section>
  );
}
