import type { CourseView, PeopleAnswer } from '@nachweis/contract';
import { type ReactNode, useRef, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { Problem } from '../ui/Problem.tsx';
import { TableSource } from '../ui/TableSource.tsx';
import { tableText } from '../ui/tableText.ts';
import { CHANGED_MEANWHILE, changeWords, lineFault, OUTCOMES, REFUSED } from '../words/classList.ts';
import { type ChosenRoster, ClassChoice } from './ClassChoice.tsx';
import { ColumnKinds } from './ColumnKinds.tsx';
import type { ListColumn } from './listColumns.ts';
import { classesOf, listOfClass, rosterOf } from './oneRoster.ts';
import { type ClassList, readList } from './readList.ts';
import { isPackage, tablesOfPackage } from './rosterPackage.ts';

interface BringListProps {
  course: CourseView;
  onEntered: () => void;
  onClose: () => void;
}

/** A class list is brought in: read, shown line by line, and entered only when that is confirmed. */
export function BringList({ course, onEntered, onClose }: BringListProps): ReactNode {
  const [bytes, setBytes] = useState<Uint8Array | null>(null);
  const [list, setList] = useState<ClassList | null>(null);
  const [answer, setAnswer] = useState<PeopleAnswer | null>(null);
  const [problem, setProblem] = useState('');
  const [roster, setRoster] = useState<ChosenRoster | null>(null);
  const people = list?.lines.flatMap(({ person }) => person ?? []) ?? [];
  // Of two lists chosen one after the other the last is meant, whichever answer comes first.
  const asked = useRef<typeof people>([]);
  /** @param looked what was said of each line, where it is to be entered; else it is only asked */
  const ask = async (lines: typeof people, looked?: PeopleAnswer['lines']) => {
    asked.current = lines;
    try {
      const made = await callApi('enterPeople', {
        params: { courseId: course.id },
        body: {
          people: lines,
          dryRun: !looked,
          ...(looked && { looked: looked.map(({ outcome }) => outcome) }),
        },
      });
      if (asked.current !== lines) return;
      setAnswer(made);
      if (made.entered) {
        onEntered();
        onClose();
      } else if (looked) setProblem(CHANGED_MEANWHILE);
    } catch (error) {
      if (asked.current === lines) setProblem(sentenceOf(error));
    }
  };
  /** @param columns what they hold, where it was said; else it is found out */
  const read = async (table: Uint8Array, columns?: readonly ListColumn[]) => {
    const found = readList(table, columns);
    setBytes(table);
    setList(found);
    setAnswer(null);
    asked.current = [];
    setProblem(found.refused ? REFUSED[found.refused] : '');
    const good = found.lines.flatMap(({ person }) => person ?? []);
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
  const wrong =
    (list?.lines.some((line) => !line.person) ?? false) ||
    (answer?.lines.some(({ outcome }) => outcome === 'twice' || outcome === 'own-role') ?? false);
  const outcomes = [...(answer?.lines ?? [])];
  return (
    <Dialog title="Bring in a class list" onClose={onClose}>
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
        {list && list.lines.length > 0 && (
          <section
            // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, by keys too
            tabIndex={0}
            aria-label="What becomes of each line"
            className="min-h-40 flex-1 overflow-auto border border-rule"
          >
            <table aria-label="Lines of the list" className="w-full border-collapse text-sm">
              <thead className="sticky top-0 bg-card text-faded">
                <tr>
                  {['Line', 'Name', 'E-mail', 'What becomes of it'].map((title) => (
                    <th key={title} scope="col" className="px-2 py-1 text-left">
                      {title}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {list.lines.map(({ number, person, shown, faults }) => {
                  const line = person ? outcomes.shift() : undefined;
                  const isOther =
                    line && person && line.name !== `${person.givenName} ${person.surname}`.trim();
                  return (
                    <tr key={number} className="border-t border-rule">
                      <td className="px-2 py-1 font-mono">{number}</td>
                      <td className="written px-2 py-1">{shown}</td>
                      <td className="written px-2 py-1">{person?.email}</td>
                      <td className={`written px-2 py-1 ${faults.length > 0 ? 'text-madder' : ''}`}>
                        {faults.length > 0
                          ? faults.map(lineFault).join(' ')
                          : line
                            ? [
                                `${OUTCOMES[line.outcome]}${isOther ? `, under the name “${line.name}”` : ''}`,
                                ...line.changes.map(changeWords),
                              ].join('; ')
                            : 'being looked at …'}
                      </td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </section>
        )}
        <div className="flex flex-wrap items-center justify-end gap-2">
          {wrong && (
            <p className="flex-1 text-sm text-madder">
              Mend what is marked, and bring it again. Nothing was entered.
            </p>
          )}
          <Button look="quiet" keyName="Esc" onClick={onClose}>
            Enter nothing
          </Button>
          <Button
            look="main"
            disabled={!answer || wrong || people.length === 0}
            onClick={() => void ask(people, answer?.lines)}
          >
            {people.length === 1 ? 'Enter this person' : `Enter these ${people.length || ''} people`}
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
