import type { AssignmentDefinition, ChangeEffects, DefinitionView } from '@nachweis/contract';
import { type ReactNode, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { callApi } from '../api/callApi.ts';
import { useApi } from '../api/useApi.ts';
import { Failed, Loading } from '../ui/states.tsx';
import { useTitle } from '../ui/useTitle.ts';
import { BuilderForm } from './BuilderForm.tsx';
import { ChangeDialog } from './ChangeDialog.tsx';
import { toForm } from './form.ts';
import { StagePanel } from './StagePanel.tsx';
import { keptForm } from './useBuilderDraft.ts';

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
  const course = useApi('readCourse', { params: { courseId } }, { revalidateOnFocus: false });
  const [asked, setAsked] = useState<{ effects: ChangeEffects; decide: (yes: boolean) => void } | null>(null);
  const version = useRef(view.version);
  const [start] = useState(() => {
    const kept = keptForm(id, view.version);
    return { form: kept ?? toForm(view.definition, timeZone), restored: kept !== null };
  });
  if (!course.data)
    return course.error ? (
      <Failed error={course.error} onRetry={() => void course.mutate()} />
    ) : (
      <Loading what="the course" />
    );
  const save = async (definition: AssignmentDefinition) => {
    const params = { assignmentId: id };
    const write = { definition, baseVersion: version.current };
    if (view.stage !== 'draft') {
      const effects = await callApi('changeDefinition', { params, body: { ...write, dryRun: true } });
      if (effects.handIns > 0 || effects.lost.some((point) => point.students > 0)) {
        const yes = await new Promise<boolean>((decide) => setAsked({ effects, decide }));
        setAsked(null);
        if (!yes) return null;
      }
    }
    const made = await callApi('changeDefinition', { params, body: write });
    version.current = made.version;
    // Ids of what is new come from the server.
    const saved = await callApi('readDefinition', { params });
    onChanged(saved);
    return saved.definition;
  };
  return (
    <main className="mx-auto w-full max-w-6xl flex-1 p-4 sm:p-6">
      {asked && <ChangeDialog effects={asked.effects} onDecide={asked.decide} />}
      <Link to={`/courses/${courseId}`} className="text-sm text-verdigris-deep underline">
        {view.courseTitle}
      </Link>
      <h1 className="written mb-4 text-2xl">{view.definition.title}</h1>
      <BuilderForm
        id={id}
        version={view.version}
        first={start.form}
        restored={start.restored}
        course={course.data}
        onSave={save}
        aside={<StagePanel view={view} onChanged={onChanged} />}
      />
    </main>
  );
}
