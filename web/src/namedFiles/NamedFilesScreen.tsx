import type { Assignment, CourseView } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useApi } from '../api/useApi.ts';
import { Button } from '../ui/Button.tsx';
import { Failed, Loading } from '../ui/states.tsx';
import { useTitle } from '../ui/useTitle.ts';
import { several } from '../words/counted.ts';
import { LEFT_OUT } from '../words/namedFiles.ts';
import { FileSource } from './FileSource.tsx';
import { type Finding, MOST_FILES } from './foundFiles.ts';
import { HandInPart } from './HandInPart.tsx';
import { handInOrders, isOpen } from './handInOrders.ts';
import { MatchTable } from './MatchTable.tsx';
import { RunPart } from './RunPart.tsx';
import { SayDialog } from './SayDialog.tsx';
import { useFinding } from './useFinding.ts';
import { studentsOf, useMatches } from './useMatches.ts';

/** Named files of a class that worked elsewhere become hand-ins, none without somebody having seen whose it is. */
export default function NamedFilesScreen(): ReactNode {
  const { assignmentId = '' } = useParams();
  const sheet = useApi('proofSheet', { params: { assignmentId } }, { revalidateOnFocus: false });
  const assignment = sheet.data?.assignment;
  useTitle(assignment ? `Named files, ${assignment.title}` : '');
  // What was said of the files stays, also where the page is read again and cannot be.
  if (!assignment)
    return sheet.error ? (
      <Failed error={sheet.error} onRetry={() => void sheet.mutate()} />
    ) : (
      <Loading what="the assignment" />
    );
  return (
    <main className="mx-auto w-full max-w-6xl p-4 sm:px-6">
      <p className="text-sm">
        <Link to={`/assignments/${assignmentId}/hand-ins`} className="text-verdigris-deep underline">
          Hand-ins
        </Link>
      </p>
      <h1 className="text-2xl">{assignment.title}: named files of a class</h1>
      <p className="mb-4 max-w-3xl text-faded">
        Pictures that came by mail or on a stick are handed in for their students. By the rule{' '}
        <span className="written font-mono">{assignment.nameRule}</span>, or else by the words of its name,
        Nachweis says whose each is. You see it all before anything is entered.
      </p>
      <OfCourse assignment={assignment} />
    </main>
  );
}

function OfCourse({ assignment }: { assignment: Assignment }): ReactNode {
  const { data, error, mutate } = useApi(
    'readCourse',
    { params: { courseId: assignment.courseId } },
    // Nobody moves while names are read.
    { revalidateOnFocus: false },
  );
  if (data) return <NamedFiles assignment={assignment} course={data} />;
  return error ? (
    <Failed inPage error={error} onRetry={() => void mutate()} />
  ) : (
    <Loading what="the class" inPage />
  );
}

function NamedFiles({ assignment, course }: { assignment: Assignment; course: CourseView }): ReactNode {
  const { finding, isLooking, look } = useFinding();
  const [saying, setSaying] = useState<string | null>(null);
  const { matches, failed, say } = useMatches(finding.files, assignment, course);
  const students = studentsOf(course);
  const open = (matches ?? []).filter(isOpen);
  const current = matches?.find(({ path }) => path === saying);
  const following = open.filter(({ path }) => path !== saying);
  return (
    <div className="flex flex-col gap-4">
      <FileSource onFiles={look} />
      {isLooking && <p role="status">Looking through the files …</p>}
      <NotTaken finding={finding} />
      {matches?.length === 0 && <RunPart assignment={assignment} students={students} />}
      {failed && (
        <p role="alert" className="text-madder">
          The names could not be read: a part of the page is missing. Reload it, then choose the files again.
        </p>
      )}
      {!failed && matches === null && <p role="status">Reading the names …</p>}
      {matches && matches.length > 0 && (
        <>
          <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
            <p role="status">
              {`${several(matches.length, 'picture')}: ${countOf(matches, 'sure')} clear, ${countOf(matches, 'likely')} to check, ${open.length} to be said.`}
            </p>
            {open[0] && (
              <Button look="main" onClick={() => setSaying(open[0]?.path ?? null)}>
                {open.length === 1 ? 'Say whose it is …' : `Say whose the ${open.length} are …`}
              </Button>
            )}
          </div>
          <HandInPart
            assignment={assignment}
            students={students}
            orders={handInOrders(assignment, matches)}
            open={open.length}
          />
          <RunPart assignment={assignment} students={students} />
          <MatchTable matches={matches} students={students} onChange={({ path }) => setSaying(path)} />
        </>
      )}
      {current && (
        <SayDialog
          key={current.path}
          match={current}
          assignment={assignment}
          students={students}
          left={isOpen(current) ? following.length : 0}
          onClose={() => setSaying(null)}
          onSay={(change) => {
            say(current.path, change);
            setSaying(isOpen(current) ? (following[0]?.path ?? null) : null);
          }}
        />
      )}
    </div>
  );
}

const countOf = (matches: ReadonlyArray<{ confidence: string; isSaid: boolean }>, confidence: string) =>
  matches.filter((one) => (one.isSaid ? 'sure' : one.confidence) === confidence).length;

function NotTaken({ finding: { leftOut, tooMany, damaged } }: { finding: Finding }): ReactNode {
  if (leftOut.length === 0 && !tooMany && damaged.length === 0) return null;
  return (
    <ul
      aria-label="What was not taken"
      className="border-l-4 border-ochre-mark bg-ochre-wash px-3 py-2 text-ochre"
    >
      {damaged.map((name) => (
        <li key={name} className="written">
          “{name}” cannot be read. Unpack it, and choose its folder.
        </li>
      ))}
      {tooMany && (
        <li>There are more than {MOST_FILES} files. The rest was not looked at; bring it in parts.</li>
      )}
      {leftOut.slice(0, 20).map(({ path, why }) => (
        <li key={path} className="written">
          “{path}” {LEFT_OUT[why]}.
        </li>
      ))}
      {leftOut.length > 20 && <li>And {leftOut.length - 20} more.</li>}
    </ul>
  );
}
