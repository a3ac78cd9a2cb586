import type { AssignmentDefinition, ChangeEffects, DefinitionView } from '@nachweis/contract';
import { type ReactNode, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { ApiProblem } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useMe } from '../api/session.ts';
import { useApi } from '../api/useApi.ts';
import { ReferencePanel } from '../references/ReferencePanel.tsx';
import { Button } from '../ui/Button.tsx';
import { Failed, Loading } from '../ui/states.tsx';
import { useTitle } from '../ui/useTitle.ts';
import { WorkFilePanel } from '../workFiles/WorkFilePanel.tsx';
import { BuilderForm } from './BuilderForm.tsx';
import { ChangeDialog } from './ChangeDialog.tsx';
import { ConflictDialog } from './ConflictDialog.tsx';
import { type BuilderForm as Form, toForm } from './form.ts';
import { keepNotBrought, notBrought } from './notBrought.ts';
import { StagePanel } from './StagePanel.tsx';
import { sameDefinition } from './sameDefinition.ts';
import { forgetForm, type Kept, keepForm, keptForm, keptUnder } from './useBuilderDraft.ts';

/** An assignment is changed. */
export default function BuilderScreen(): ReactNode {
  const { assignmentId = '' } = useParams();
  const { data, error, mutate } = useApi(
    'readDefinition',
    { params: { assignmentId } },
    // What is being written must not be changed under the hands.
    { revalidateOnFocus: false, revalidateIfStale: false, revalidateOnMount: true },
  );
  useTitle(data ? `Change: ${data.definition.title}` : 'Assignment');
  if (!data)
    return error ? <Failed error={error} onRetry={() => void mutate()} /> : <Loading what="the assignment" />;
  return <Builder key={data.id} view={data} onChanged={(view) => void mutate(view, { revalidate: false })} />;
}

interface BuilderProps {
  view: DefinitionView;
  onChanged: (view: DefinitionView) => void;
}

function Builder({ view, onChanged }: BuilderProps): ReactNode {
  const { id, courseId, timeZone } = view;
  const keptAs = keptUnder(useMe().id, id);
  const course = useApi('readCourse', { params: { courseId } }, { revalidateOnFocus: false });
  const [asked, setAsked] = useState<{ effects: ChangeEffects; decide: (yes: boolean) => void } | null>(null);
  const [start, setStart] = useState(() => {
    const kept = keptForm(keptAs);
    const form = kept?.form ?? toForm(view.definition, timeZone);
    return { form, version: kept?.version ?? view.version, restored: kept !== null, times: 0 };
  });
  const version = useRef(start.version);
  /** what was not saved, and was taken back */
  const [taken, setTaken] = useState<Kept | null>(null);
  const begin = (form: Form, restored: boolean) => {
    setStart({ form, version: version.current, restored, times: start.times + 1 });
    heading.current?.focus();
  };
  const takeBack = (written: Form) => {
    forgetForm(keptAs);
    setTaken({ version: version.current, form: written });
    version.current = view.version;
    begin(toForm(view.definition, timeZone), false);
  };
  const bringBack = (kept: Kept) => {
    keepForm(keptAs, kept);
    setTaken(null);
    // What somebody else has saved since is asked about, as it would have been.
    version.current = kept.version;
    begin(kept.form, true);
  };
  /** what was sent last and not answered */
  const unanswered = useRef<AssignmentDefinition | null>(null);
  const heading = useRef<HTMLHeadingElement>(null);
  const files = useApi('workFiles', { params: { assignmentId: id } }).data?.files ?? [];
  const [conflict, setConflict] = useState<((keep: 'mine' | 'theirs' | 'neither') => void) | null>(null);
  if (!course.data)
    return course.error ? (
      <Failed error={course.error} onRetry={() => void course.mutate()} />
    ) : (
      <Loading what="the course" />
    );
  const save = async (
    definition: AssignmentDefinition,
    written: Form,
  ): Promise<AssignmentDefinition | null> => {
    try {
      return await write(definition);
    } catch (error) {
      if (!(error instanceof ApiProblem) || error.code !== 'stale-version') throw error;
      const latest = await callApi('readDefinition', { params });
      if (unanswered.current && sameDefinition(unanswered.current, latest.definition, timeZone)) {
        // It was this page's own, whose answer was lost: nobody else is to be asked about.
        version.current = latest.version;
        onChanged(latest);
        return sameDefinition(definition, latest.definition, timeZone)
          ? latest.definition
          : write(definition);
      }
      const keep = await new Promise<'mine' | 'theirs' | 'neither'>((decide) => setConflict(() => decide));
      setConflict(null);
      if (keep === 'neither') return null;
      const mineOn = version.current;
      version.current = latest.version;
      onChanged(latest);
      if (keep === 'mine') return write(definition);
      // Theirs is taken, and mine can be brought back.
      setTaken({ version: mineOn, form: written });
      forgetForm(keptAs);
      begin(toForm(latest.definition, timeZone), false);
      return null;
    }
  };
  const params = { assignmentId: id };
  const write = async (definition: AssignmentDefinition): Promise<AssignmentDefinition | null> => {
    const body = { definition, baseVersion: version.current };
    if (view.stage !== 'draft') {
      const effects = await callApi('changeDefinition', { params, body: { ...body, dryRun: true } });
      if (effects.handIns > 0 || effects.lost.some((point) => point.students > 0)) {
        const yes = await new Promise<boolean>((decide) => setAsked({ effects, decide }));
        setAsked(null);
        if (!yes) return null;
      }
    }
    unanswered.current = definition;
    const made = await callApi('changeDefinition', { params, body });
    unanswered.current = null;
    version.current = made.version;
    setTaken(null);
    // Ids of what is new come from the server.
    const saved = await callApi('readDefinition', { params });
    onChanged(saved);
    return saved.definition;
  };
  return (
    <main className="mx-auto w-full max-w-6xl flex-1 p-4 sm:p-6">
      {conflict && <ConflictDialog onDecide={conflict} />}
      {asked && <ChangeDialog effects={asked.effects} onDecide={asked.decide} />}
      <Link to={`/courses/${courseId}`} className="text-sm text-verdigris-deep underline">
        {view.courseTitle}
      </Link>
      <h1 ref={heading} tabIndex={-1} className="written mb-4 text-2xl">
        {view.definition.title}
      </h1>
      <NotBrought assignmentId={id} onClosed={() => heading.current?.focus()} />
      <BuilderForm
        key={start.times}
        keptAs={keptAs}
        version={version.current}
        first={start.form}
        restored={start.restored}
        course={course.data}
        onSave={save}
        files={files}
        unsaved={{ onTakeBack: takeBack, onBringBack: taken && (() => bringBack(taken)) }}
        aside={
          <>
            <StagePanel view={view} onChanged={onChanged} />
            <ReferencePanel view={view} />
            {/* Last, since it grows while files come, and moves nothing under the pointer so. */}
            <WorkFilePanel assignmentId={id} />
          </>
        }
      />
    </main>
  );
}

/** What was to come along with a copy or a file and is not here. */
function NotBrought({ assignmentId, onClosed }: { assignmentId: string; onClosed: () => void }): ReactNode {
  const [names, setNames] = useState(() => notBrought(assignmentId));
  if (names.length === 0) return null;
  return (
    <div
      role="alert"
      className="mb-4 flex flex-wrap items-center gap-4 border-l-4 border-madder bg-madder-wash px-3 py-2"
    >
      <p className="written min-w-0 flex-1">
        The assignment is saved, without {names.join(', ')}. Add what is missing here.
      </p>
      <Button
        small
        onClick={() => {
          keepNotBrought(assignmentId, []);
          setNames([]);
          onClosed();
        }}
      >
        Close
      </Button>
    </div>
  );
}
