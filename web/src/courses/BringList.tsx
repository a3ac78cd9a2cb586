import type { CourseView, PeopleAnswer, PersonLine } from '@nachweis/contract';
import { type ReactNode, useRef, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { toast } from '../ui/notices.ts';
import { Problem } from '../ui/Problem.tsx';
import { TableSource } from '../ui/TableSource.tsx';
import { tableText } from '../ui/tableText.ts';
import { useOneAtATime } from '../ui/useOneAtATime.ts';
import { CHANGED_MEANWHILE, countsInWords, REFUSED } from '../words/classList.ts';
import { type ChosenRoster, ClassChoice } from './ClassChoice.tsx';
import { ColumnKinds } from './ColumnKinds.tsx';
import { ListPreview } from './ListPreview.tsx';
import type { ListColumn } from './listColumns.ts';
import { countsOf, linesOf, toEnter } from './listLines.ts';
import { classesOf, listOfClass, rosterOf } from './oneRoster.ts';
import { type ClassList, readList } from './readList.ts';
import { isPackage, tablesOfPackage } from './rosterPackage.ts';

interface BringListProps {
  course: CourseView;
  onEntered: () => void;
  onClose: () => void;
}

const readable = (list: ClassList | null): PersonLine[] =>
  list?.lines.flatMap(({ person }) => person ?? []) ?? [];

/** A class list is brought in: read, shown line by line, and entered only when that is confirmed. */
export function BringList({ course, onEntered, onClose }: BringListProps): ReactNode {
  const [bytes, setBytes] = useState<Uint8Array | null>(null);
  const [list, setList] = useState<ClassList | null>(null);
  const [answer, setAnswer] = useState<PeopleAnswer | null>(null);
  const [problem, setProblem] = useState('');
  const [roster, setRoster] = useState<ChosenRoster | null>(null);
  const [leavingOut, setLeavingOut] = useState(false);
  // Of two lists chosen one after the other the last is meant, whichever answer comes first.
  const asked = useRef<readonly PersonLine[]>([]);
  /** Asks what would become of the lines. */
  const ask = async (people: PersonLine[]) => {
    asked.current = people;
    try {
      const body = { people, dryRun: true };
      const made = await callApi('enterPeople', { params: { courseId: course.id }, body });
      if (asked.current === people) setAnswer(made);
    } catch (error) {
      if (asked.current === people) setProblem(sentenceOf(error));
    }
  };
  const enter = useOneAtATime(async ({ people, looked }: NonNullable<ReturnType<typeof toEnter>>) => {
    const before = asked.current;
    setProblem('');
    try {
      const body = { people, dryRun: false, looked: looked.map(({ outcome }) => outcome) };
      const made = await callApi('enterPeople', { params: { courseId: course.id }, body });
      if (made.entered) {
        toast.success(`The class list is entered: ${countsInWords(countsOf(lines), leavingOut)}.`);
        onEntered();
        onClose();
      } else if (asked.current === before) {
        setProblem(CHANGED_MEANWHILE);
        await ask(readable(list));
      }
    } catch (error) {
      if (asked.current === before) setProblem(sentenceOf(error));
    }
  });
  /** @param columns what they hold, where it was said; else it is found out */
  const read = async (table: Uint8Array, columns?: readonly ListColumn[]) => {
    const found = readList(table, columns);
    setBytes(table);
    setList(found);
    setAnswer(null);
    setLeavingOut(false);
    asked.current = [];
    setProblem(found.refused ? REFUSED[found.refused] : '');
    const good = readable(found);
    if (good.length > 0) await ask(good);
  };
  const clear = () => {
    asked.current = [];
    setBytes(null);
    setList(null);
    setAnswer(null);
    setRoster(null);
    setProblem('');
  };
  // Unpacking takes a while: of two that are chosen one after the other the last is meant.
  const turns = useRef(0);
  /** A list, or the package of a school's export. */
  const readOne = async (table: Uint8Array) => {
    const turn = ++turns.current;
    const tables = isPackage(table) ? await tablesOfPackage(table).catch(() => null) : [];
    if (turn !== turns.current) return;
    if (tables && tables.length > 0) return readSeveral(tables);
    clear();
    if (tables) await read(table);
    else setProblem(REFUSED.package);
  };
  const readClass = (of: ChosenRoster, classId: string) => {
    setRoster({ ...of, classId });
    void read(new TextEncoder().encode(listOfClass(of.roster, classId)));
  };
  /** The files of a school's export: which class is meant, is asked where its title is not the course's. */
  const readSeveral = (tables: readonly Uint8Array[]) => {
    turns.current++;
    clear();
    const texts = tables.map(tableText);
    const found = texts.some(({ isWorkbook }) => isWorkbook)
      ? 'workbook'
      : rosterOf(texts.map(({ text }) => text));
    if (typeof found === 'string') return setProblem(REFUSED[found]);
    const classes = classesOf(found);
    const chosen = { roster: found, classes, classId: '', sure: texts.every(({ sure }) => sure) };
    const meant = classes.filter(({ title }) => title.trim() === course.title.trim());
    const [only] = meant.length > 0 ? meant : classes;
    if (only && (meant.length === 1 || classes.length === 1)) readClass(chosen, only.id);
    else setRoster(chosen);
  };
  const lines = list ? linesOf(list, answer) : [];
  const entering = toEnter(lines, leavingOut);
  return (
    <Dialog title="Bring in a class list" size="wide" onClose={onClose}>
      <div className="flex max-h-[max(75dvh,32rem)] flex-col gap-3 p-4">
        <p className="text-sm text-faded">
          A table with names and e-mail addresses, and if there are some with roles and further columns such
          as a station code. Choose the file, or paste the cells. Of a school’s export (OneRoster) choose the
          package (.zip), or users, classes and enrollments together.
        </p>
        <TableSource onRead={(table) => void readOne(table)} onReadSeveral={readSeveral} />
        {roster && <ClassChoice roster={roster} onChoose={(classId) => readClass(roster, classId)} />}
        <Problem>{problem}</Problem>
        {(list?.notes.includes('not-utf-8') || roster?.sure === false) && (
          <p className="border-l-4 border-ochre-mark bg-ochre-wash px-3 py-2 text-ochre">
            The file is not in UTF-8. It was read as Windows-1252: check letters such as ö and ł.
          </p>
        )}
        {list?.notes.includes('formula') && (
          <p className="border-l-4 border-ochre-mark bg-ochre-wash px-3 py-2 text-ochre">
            Some cells begin with = as formulas do. They are taken as the text they are, and nothing is
            computed.
          </p>
        )}
        {list?.notes.includes('split') && (
          <p className="border-l-4 border-ochre-mark bg-ochre-wash px-3 py-2 text-ochre">
            Whole names were taken apart: surname, then given name. Look whether they are right.
          </p>
        )}
        {list && bytes && list.columns.length > 0 && (
          <ColumnKinds
            columns={list.columns}
            asks={list.refused === 'no-surname' || list.refused === 'no-email'}
            onChange={(columns) => void read(bytes, columns)}
          />
        )}
        {/* There from the start, so that what it comes to say is read aloud. */}
        <p role="status" className="text-sm font-semibold empty:-mt-3">
          {countsInWords(countsOf(lines), leavingOut)}
        </p>
        {lines.length > 0 && <ListPreview lines={lines} leavingOut={leavingOut} onLeaveOut={setLeavingOut} />}
        <div className="flex flex-wrap items-center justify-end gap-2">
          {lines.some(({ isMarked }) => isMarked) && !leavingOut && (
            <p className="flex-[1_1_16rem] text-sm text-madder">
              Mend what is marked and bring the list again, or leave it out. Nothing was entered.
            </p>
          )}
          <Button look="quiet" keyName="Esc" onClick={onClose}>
            Enter nothing
          </Button>
          <Button look="main" disabled={!entering} onClick={() => entering && enter(entering)}>
            {entering?.people.length === 1
              ? 'Enter this person'
              : `Enter these ${entering?.people.length ?? ''} people`}
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
