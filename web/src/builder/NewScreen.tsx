import {
  type AssignmentDefinition,
  AssignmentFile,
  type CourseView,
  type DefinitionView,
} from '@nachweis/contract';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { serverNow } from '../api/serverClock.ts';
import { useMe } from '../api/session.ts';
import { useApi } from '../api/useApi.ts';
import { Button } from '../ui/Button.tsx';
import { textOf } from '../ui/chosenFile.ts';
import { control, Field } from '../ui/Field.tsx';
import { Failed, Loading } from '../ui/states.tsx';
import { useTitle } from '../ui/useTitle.ts';
import { fieldSentence } from '../words/fields.ts';
import { alongIn, alongWith, bringAlong } from './along.ts';
import { BuilderForm } from './BuilderForm.tsx';
import { ComesAlong } from './ComesAlong.tsx';
import { enterNew, withoutIds } from './enterNew.ts';
import { type BuilderForm as Form, newForm, toForm } from './form.ts';
import { newIds } from './newIds.ts';
import { forNextTime } from './nextTime.ts';
import { keepNotBrought } from './notBrought.ts';
import { OtherDrafts } from './OtherDrafts.tsx';
import { useAlong } from './useAlong.ts';
import { forgetForm, keepForm, keptForm, keptUnder } from './useBuilderDraft.ts';
import { type OwnDraft, useOwnDraft } from './useOwnDraft.ts';

interface Start {
  form: Form;
  restored: boolean;
  /** how often it was begun anew */
  times: number;
  /** that the times of what it was begun with were moved by */
  weeks: number;
}

/** A new assignment of a course, from nothing, from an earlier one, or from a file. */
export default function NewScreen(): ReactNode {
  const { courseId = '' } = useParams();
  const { data, error, mutate } = useApi(
    'readCourse',
    { params: { courseId } },
    { revalidateOnFocus: false },
  );
  useTitle('New assignment');
  const [own, goOnWith] = useOwnDraft(courseId);
  if (!data || !own)
    return error ? <Failed error={error} onRetry={() => void mutate()} /> : <Loading what="the course" />;
  return <New key={own.draft} course={data} own={own} goOnWith={goOnWith} />;
}

interface NewProps {
  course: CourseView;
  own: OwnDraft;
  goOnWith: (draft: string) => void;
}

function New({ course, own: { draft, others, isChosen }, goOnWith }: NewProps): ReactNode {
  const navigate = useNavigate();
  const me = useMe();
  const [start, setStart] = useState<Start>(() => {
    const kept = keptForm(draft);
    const form = kept?.form ?? newForm(new Date(serverNow()), course.timeZone);
    return { form, restored: kept !== null, times: 0, weeks: 0 };
  });
  // Made once, so that saving again after a lost answer, or after a reload, enters it once.
  const [ids] = useState(() => newIds(draft, start.restored));
  const [problem, setProblem] = useState('');
  const comes = useAlong(draft, start.restored);
  const { along, lost } = comes;
  const [waitsFor, setWaitsFor] = useState('');
  /** how often something to begin with was chosen: what was chosen last is meant, whichever comes first */
  const choice = useRef(0);
  const heading = useRef<HTMLHeadingElement>(null);
  // What was pressed to begin with something else has gone with the form before.
  useEffect(() => {
    if (start.times > 0 || isChosen) heading.current?.focus();
  }, [start.times, isChosen]);
  /** what was written here before something else was begun with */
  const [before, setBefore] = useState<Form | null>(null);
  const begin = (form: Form, weeks: number) => {
    setProblem('');
    setBefore(keptForm(draft)?.form ?? null);
    keepForm(draft, { version: 0, form });
    setStart({ form, restored: false, times: start.times + 1, weeks });
  };
  const beginEmpty = () => {
    choice.current++;
    setWaitsFor('');
    comes.begin(null, null);
    begin(newForm(new Date(serverNow()), course.timeZone), 0);
    forgetForm(draft);
  };
  const beginWith = (definition: AssignmentDefinition) => {
    const next = forNextTime(withoutIds(definition), serverNow(), course.timeZone);
    begin(toForm(next.definition, course.timeZone), next.weeks);
  };
  const goBack = () => {
    if (!before) return;
    comes.back();
    keepForm(draft, { version: 0, form: before });
    setStart({ form: before, restored: true, times: start.times + 1, weeks: 0 });
    setBefore(null);
  };
  const copy = async (assignmentId: string) => {
    const mine = ++choice.current;
    setWaitsFor('Fetching the earlier assignment …');
    try {
      const earlier = await callApi('readDefinition', { params: { assignmentId } });
      const along = await alongWith(earlier);
      if (mine !== choice.current) return;
      comes.begin(along, { kind: 'assignment', id: assignmentId });
      beginWith(earlier.definition);
    } catch (error) {
      if (mine === choice.current) setProblem(sentenceOf(error));
    } finally {
      if (mine === choice.current) setWaitsFor('');
    }
  };
  const read = async (file: File) => {
    const text = await textOf(file);
    if (text === null) return;
    const parsed = AssignmentFile.safeParse(jsonOf(text));
    if (parsed.success) {
      choice.current++;
      setWaitsFor('');
      comes.begin(alongIn(parsed.data, file.name), { kind: 'file', name: file.name });
      return beginWith(parsed.data.assignment);
    }
    const [issue] = parsed.error.issues;
    setProblem(
      `This file cannot be read: ${issue?.path.join('.') || 'it'} ${fieldSentence(issue?.message ?? 'is no assignment').replace(/\.$/, '')}. Nothing was taken from it.`,
    );
  };
  const entered = useRef<DefinitionView | null>(null);
  const save = async (definition: AssignmentDefinition) => {
    const made = await enterNew(course.id, ids.of('assignment'), definition);
    const brought = await comes.wanted();
    if (brought) await bringAlong(brought, made, ids.of, (names) => keepNotBrought(made.id, names));
    comes.end();
    ids.forget();
    entered.current = made;
    return made.definition;
  };
  const goOn = (typedOn: Form | null) => {
    if (!entered.current) return;
    const { id, version } = entered.current;
    forgetForm(draft);
    if (typedOn) keepForm(keptUnder(me.id, id), { version, form: typedOn });
    navigate(`/assignments/${id}/edit`, { replace: true });
  };
  return (
    <main className="mx-auto w-full max-w-6xl flex-1 p-4 sm:p-6">
      <Link to={`/courses/${course.id}`} className="text-sm text-verdigris-deep underline">
        {course.title}
      </Link>
      <h1 ref={heading} tabIndex={-1} className="mb-4 text-2xl">
        New assignment
      </h1>
      <BuilderForm
        key={start.times}
        keptAs={draft}
        version={0}
        first={start.form}
        restored={start.restored}
        course={course}
        onSave={save}
        onSaved={goOn}
        // They belong to one that is saved.
        files={[]}
        waitsFor={waitsFor}
        aside={
          <section
            aria-label="Begin with another"
            className="flex flex-col gap-3 border border-edge bg-card p-3"
          >
            {course.assignments.length > 0 && (
              <Field label="Begin with a copy of">
                <select
                  className={control}
                  value=""
                  onChange={({ target }) => target.value && void copy(target.value)}
                >
                  <option value="">choose one</option>
                  {course.assignments.map((one) => (
                    <option key={one.id} value={one.id}>
                      {one.title}
                    </option>
                  ))}
                </select>
              </Field>
            )}
            <Field label="Begin with a file">
              <input
                type="file"
                accept=".json,application/json"
                className="text-sm font-normal"
                onChange={({ target }) => {
                  const file = target.files?.[0];
                  if (file) void read(file);
                  target.value = '';
                }}
              />
            </Field>
            {(start.restored || along) && (
              <Button small look="quiet" onClick={beginEmpty}>
                Begin with an empty one
              </Button>
            )}
            <OtherDrafts others={others} goOnWith={goOnWith} />
            {along && <ComesAlong along={along} weeks={start.weeks} />}
            {before && (
              <p className="text-sm">
                It took the place of what was written here.{' '}
                <Button small look="quiet" onClick={goBack}>
                  Bring that back
                </Button>
              </p>
            )}
            {lost && (
              <p role="status" className="text-sm text-ochre">
                The files and reference pictures of {lost} went with the reload. Begin with it again, or add
                them once this is saved.
              </p>
            )}
            {problem && (
              <p role="alert" className="border-l-4 border-madder bg-madder-wash px-2 py-1 text-sm">
                {problem}
              </p>
            )}
          </section>
        }
      />
    </main>
  );
}

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
