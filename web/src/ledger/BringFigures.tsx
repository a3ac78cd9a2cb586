import type { Ledger } from '@nachweis/contract';
import { formatPoints } from '@nachweis/core';
import { type ReactNode, useMemo, useState } from 'react';
import { sentenceOfAll } from '../api/allOrNothing.ts';
import { ApiProblem } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useIds } from '../api/useIds.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { control, Field } from '../ui/Field.tsx';
import { toast } from '../ui/notices.ts';
import { Problem } from '../ui/Problem.tsx';
import { TableSource } from '../ui/TableSource.tsx';
import { type TableText, tableText } from '../ui/tableText.ts';
import { WORKBOOK } from '../words/tables.ts';
import { type FigureFault, type Figures, readFigures } from './readFigures.ts';

const REFUSED: Readonly<Record<NonNullable<Figures['refused']>, string>> = {
  empty: 'There is no line in it. Choose a table that has heads and at least one student.',
  'no-person': 'A column “E-mail” or “Name” is needed, so that each line can be told whose it is.',
  'no-assignment': 'No column is called like an assignment of this course.',
};
const FAULTS: Readonly<Record<FigureFault['code'], string>> = {
  nobody: 'is nobody of this course, or two are called so',
  unreadable: 'is no number of points such as 3, 2.5 or 0,75',
  'too-many': 'is more than there is',
  'nothing-judged': 'has no hand-in that is judged',
  rounded: 'is no step to which its points are rounded',
  'two-figures': 'has two figures for one hand-in; say one of them',
};

interface BringFiguresProps {
  ledger: Ledger;
  onClose: () => void;
  onEntered: () => void;
}

/** Points are brought in as a table: read, shown as what would change, and entered only with a reason. */
export function BringFigures({ ledger, onClose, onEntered }: BringFiguresProps): ReactNode {
  const [text, setText] = useState('');
  // What would change is looked at as it was read: another reading only where that has become wrong.
  const [readOn, setReadOn] = useState({ ledger, isStale: false });
  if (readOn.isStale && readOn.ledger !== ledger) setReadOn({ ledger, isStale: false });
  const figures = useMemo(
    () => (text.trim() === '' ? null : readFigures(text, readOn.ledger)),
    [text, readOn.ledger],
  );
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const ids = useIds();
  const read = ({ text: written, isWorkbook }: TableText) => {
    setText(isWorkbook ? '' : written);
    setReadOn({ ledger, isStale: false });
    if (isWorkbook) return setProblem(WORKBOOK);
    const { refused } = readFigures(written, ledger);
    setProblem(refused ? REFUSED[refused] : '');
  };
  const changes = figures?.changes ?? [];
  const enter = async () => {
    if (reason.trim() === '') return setProblem('Give a reason; the students will read it.');
    setBusy(true);
    setProblem('');
    const wanted = { reason, figures: changes.map(({ handInId, was, units }) => ({ handInId, was, units })) };
    try {
      const { changed } = await callApi('writeFigures', {
        params: { courseId: ledger.courseId },
        body: { id: ids.of(JSON.stringify(wanted)), ...wanted },
      });
      toast.success(`${changed} ${changed === 1 ? 'figure is' : 'figures are'} changed.`);
      onEntered();
      onClose();
    } catch (error) {
      setProblem(sentenceOfAll(error, 'Nothing was entered.'));
      setBusy(false);
      if (!(error instanceof ApiProblem) || error.code !== 'stale-version') return;
      setReadOn({ ledger: readOn.ledger, isStale: true });
      onEntered();
    }
  };
  return (
    <Dialog title="Bring in points" onClose={onClose}>
      <div className="flex max-h-[max(75dvh,32rem)] flex-col gap-3 p-4">
        <p className="text-sm text-faded">
          A table such as “Save as a table” gives: e-mail or name, and a column for each assignment. Empty
          figures change nothing.
        </p>
        <TableSource onRead={(bytes) => read(tableText(bytes))} />
        {figures && !figures.refused && (
          <section
            // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, by keys too
            tabIndex={0}
            aria-label="What would change"
            className="min-h-40 flex-1 overflow-auto border border-rule p-2 text-sm"
          >
            {figures.faults.length > 0 && (
              <ul aria-label="What cannot be entered" className="mb-2 text-madder">
                {figures.faults.map(({ line, code, words }) => (
                  <li key={`${line} ${words}`} className="written">
                    Line {line}: “{words}” {FAULTS[code]}.
                  </li>
                ))}
              </ul>
            )}
            {figures.unknown.length > 0 && (
              <p className="written mb-2 text-ochre">Not read: {figures.unknown.join(', ')}.</p>
            )}
            {changes.length === 0 ? (
              <p>Nothing would change.</p>
            ) : (
              <table aria-label="What would change" className="w-full">
                <thead className="text-faded">
                  <tr>
                    {['Student', 'Assignment', 'Points', 'Will be'].map((head) => (
                      <th key={head} scope="col" className="pr-3 text-left">
                        {head}
                      </th>
                    ))}
                  </tr>
                </thead>
                <tbody>
                  {changes.map(({ handInId, student, assignment, was, units }) => (
                    <tr key={handInId} className="border-t border-rule">
                      <th scope="row" className="written pr-3 text-left font-normal">
                        {student}
                      </th>
                      <td className="written pr-3">{assignment}</td>
                      <td className="pr-3 font-mono">{formatPoints(was)}</td>
                      <td className="font-mono font-bold">{formatPoints(units)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </section>
        )}
        {changes.length > 0 && (
          <Field label="Reason">
            <input
              dir="auto"
              maxLength={2000}
              value={reason}
              onChange={(event) => setReason(event.target.value)}
              className={control}
            />
          </Field>
        )}
        <Problem>{problem}</Problem>
        <div className="flex justify-end gap-2">
          <Button look="quiet" keyName="Esc" onClick={onClose}>
            Cancel
          </Button>
          <Button look="main" disabled={busy || changes.length === 0} onClick={() => void enter()}>
            {changes.length === 1 ? 'Change 1 figure' : `Change ${changes.length} figures`}
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
