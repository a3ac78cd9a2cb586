import type { CoursePerson, CourseView, LinksMade } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useErrandOrders } from '../errands/useErrands.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { Problem } from '../ui/Problem.tsx';
import { AddPerson } from './AddPerson.tsx';
import { BringList } from './BringList.tsx';
import { ChangePerson } from './ChangePerson.tsx';
import { LinksDialog } from './LinksDialog.tsx';
import { MakeLinks } from './MakeLinks.tsx';
import { PeopleTable } from './PeopleTable.tsx';

interface PeoplePartProps {
  course: CourseView;
  onChanged: () => void;
}

/** The people of a course: brought in by a list or one by one, and given links to sign in with. */
export function PeoplePart({ course, onChanged }: PeoplePartProps): ReactNode {
  const [bringing, setBringing] = useState(false);
  const [linking, setLinking] = useState<readonly CoursePerson[] | null>(null);
  const [made, setMade] = useState<LinksMade | null>(null);
  const { refresh } = useErrandOrders();
  const [changing, setChanging] = useState<CoursePerson | null>(null);
  const [leaving, setLeaving] = useState<CoursePerson | null>(null);
  const [problem, setProblem] = useState('');
  const columns = [...new Set(course.people.flatMap((person) => Object.keys(person.fields)))];
  const waiting = course.people.filter((person) => !person.canSignIn);
  const tried = async (work: () => Promise<unknown>) => {
    setProblem('');
    try {
      await work();
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  };
  const leave = (personId: string) =>
    tried(async () => {
      await callApi('leaveCourse', { params: { courseId: course.id, personId } });
      onChanged();
    });
  return (
    <section aria-labelledby="people-title" className="flex flex-col gap-3">
      {bringing && <BringList course={course} onEntered={onChanged} onClose={() => setBringing(false)} />}
      {changing && (
        <ChangePerson
          course={course}
          person={changing}
          columns={columns}
          onChanged={onChanged}
          onClose={() => setChanging(null)}
        />
      )}
      {leaving && (
        <Dialog title={`Remove ${leaving.listed} from the course?`} onClose={() => setLeaving(null)}>
          <div className="flex flex-col gap-3 p-4">
            <p>
              What they handed in stays, and so do their captures. They no longer see the course, only their
              own receipts and what is returned to them. What the class list says of them goes; when you bring
              them in again, bring that list too.
            </p>
            <div className="flex justify-end gap-2">
              <Button look="quiet" keyName="Esc" onClick={() => setLeaving(null)}>
                Keep them
              </Button>
              <Button
                look="danger"
                onClick={() => {
                  setLeaving(null);
                  void leave(leaving.id);
                }}
              >
                Remove
              </Button>
            </div>
          </div>
        </Dialog>
      )}
      {linking && (
        <MakeLinks
          course={course}
          people={linking}
          onClose={() => setLinking(null)}
          onMade={(links) => {
            setLinking(null);
            setMade(links);
            if (links.mailing) void refresh();
          }}
        />
      )}
      {made && <LinksDialog course={course} made={made} onClose={() => setMade(null)} />}
      <div className="flex flex-wrap items-center gap-2">
        <h2 id="people-title" className="flex-1 text-xl">
          People
        </h2>
        <Button onClick={() => setBringing(true)}>Bring in a class list</Button>
        {waiting.length > 0 && (
          <Button onClick={() => setLinking(waiting)}>
            {waiting.length === 1 ? 'A sign-in link for one …' : `Sign-in links for ${waiting.length} …`}
          </Button>
        )}
      </div>
      <Problem>{problem}</Problem>
      <AddPerson course={course} onAdded={onChanged} />
      <PeopleTable
        people={course.people}
        columns={columns}
        onLink={(person) => setLinking([person])}
        onChange={setChanging}
        onRemove={setLeaving}
      />
    </section>
  );
}
