import { type ReactNode, useState } from 'react';
import { Check } from '../ui/Check.tsx';
import { FindingSign } from '../ui/signs.tsx';
import { changeWords, lineFault, OUTCOMES } from '../words/classList.ts';
import { ROLE_WORDS } from '../words/roles.ts';
import { type ListLine, ownColumns } from './listLines.ts';

interface ListPreviewProps {
  lines: readonly ListLine[];
  leavingOut: boolean;
  onLeaveOut: (leavingOut: boolean) => void;
}

/** What becomes of each line of a class list. What stands in the way is marked, and can be left out. */
export function ListPreview({ lines, leavingOut, onLeaveOut }: ListPreviewProps): ReactNode {
  const [onlyMarked, setOnlyMarked] = useState(false);
  const marked = lines.filter(({ isMarked }) => isMarked).length;
  const columns = ownColumns(lines);
  const withRoles = lines.some(({ person }) => person?.role !== undefined);
  const shown = onlyMarked && marked > 0 ? lines.filter(({ isMarked }) => isMarked) : lines;
  return (
    <>
      {marked > 0 && (
        <div className="flex flex-wrap gap-x-6 gap-y-2 border-l-4 border-madder bg-madder-wash px-3 py-2 text-sm">
          <Check checked={onlyMarked} onChecked={setOnlyMarked}>
            Show only what is marked
          </Check>
          {marked < lines.length && (
            <Check checked={leavingOut} onChecked={onLeaveOut}>
              {marked === 1 ? 'Leave the marked line out' : `Leave the ${marked} marked lines out`}
            </Check>
          )}
        </div>
      )}
      <section
        // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, by keys too
        tabIndex={0}
        aria-label="What becomes of each line"
        className="min-h-40 flex-1 overflow-auto border border-rule"
      >
        <table aria-label="Lines of the list" className="w-full min-w-144 border-collapse text-sm">
          <thead className="sticky top-0 bg-card text-faded">
            <tr>
              <Head>Line</Head>
              <Head>Name</Head>
              <Head>E-mail</Head>
              {withRoles && <Head>Role</Head>}
              {columns.map((column) => (
                <Head key={column} isOwn>
                  {column}
                </Head>
              ))}
              <Head>What becomes of it</Head>
            </tr>
          </thead>
          <tbody>
            {shown.map((line) => (
              <tr
                key={line.number}
                className={`border-t border-rule ${line.isMarked ? 'bg-madder-wash' : ''}`}
              >
                <td className="px-2 py-1 font-mono">{line.number}</td>
                <td className="written px-2 py-1">{line.shown}</td>
                <td className="written px-2 py-1">{line.email}</td>
                {withRoles && (
                  <td className="px-2 py-1">{line.person?.role && ROLE_WORDS[line.person.role]}</td>
                )}
                {columns.map((column) => (
                  <td key={column} className="written px-2 py-1 font-mono">
                    {line.person?.fields[column]}
                  </td>
                ))}
                <td className={`written px-2 py-1 ${line.isMarked ? 'text-madder' : ''}`}>
                  {line.isMarked && (
                    <span className="mr-1.5 inline-block align-middle">
                      <FindingSign level="problem" />
                      <span className="sr-only">marked: </span>
                    </span>
                  )}
                  {becomes(line)}
                  {line.isMarked && leavingOut && ' (left out)'}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </>
  );
}

/** @param isOwn of the list's own columns, which can be called anything */
function Head({ isOwn = false, children }: { isOwn?: boolean; children: string }): ReactNode {
  return (
    <th scope="col" className={`px-2 py-1 text-left ${isOwn ? 'written' : ''}`}>
      {children}
    </th>
  );
}

function becomes({ person, faults, outcome }: ListLine): string {
  if (faults.length > 0) return faults.map(lineFault).join(' ');
  if (!person || !outcome) return 'being looked at …';
  const isOther = outcome.name !== `${person.givenName} ${person.surname}`.trim();
  return [
    `${OUTCOMES[outcome.outcome]}${isOther ? `, under the name “${outcome.name}”` : ''}`,
    ...outcome.changes.map(changeWords),
  ].join('; ');
}
