import type { CoursePerson } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { CONFIDENCE, WHY } from '../words/namedFiles.ts';
import { isOpen } from './handInOrders.ts';
import type { Match } from './useMatches.ts';

/** So many rows at first, and with each asking: a class has more than anybody reads at once. */
const ROWS = 100;

const TONE = { sure: '', likely: 'text-ochre', open: 'font-bold text-madder' } as const;

interface MatchTableProps {
  matches: readonly Match[];
  students: readonly CoursePerson[];
  onChange: (match: Match) => void;
}

/** Files with whose picture of what each is, what is to be said first. */
export function MatchTable({ matches, students, onChange }: MatchTableProps): ReactNode {
  const [shown, setShown] = useState(ROWS);
  const listed = new Map(students.map((student) => [student.id, student.listed]));
  return (
    <>
      <table aria-label="Files, and whose pictures they are" className="w-full border-collapse text-left">
        <thead className="text-sm text-faded">
          <tr className="border-b border-edge">
            {['File', 'Student', 'Proof point', 'Why'].map((head) => (
              <th key={head} scope="col" className="py-1 pr-3 font-semibold">
                {head}
              </th>
            ))}
            <th>
              <span className="sr-only">Change</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {matches.slice(0, shown).map((match) => (
            <tr key={match.path} className="border-b border-rule">
              <th scope="row" className="written max-w-72 py-1 pr-3 font-mono text-sm font-normal">
                {match.path}
              </th>
              <td className="written pr-3">{listed.get(match.personId ?? '') ?? '—'}</td>
              <td className="pr-3">{match.point ?? '—'}</td>
              <td className="pr-3 text-sm">
                <Reason match={match} />
              </td>
              <td className="text-right">
                <Button
                  small
                  look="quiet"
                  aria-label={`Say whose ${match.path} is`}
                  onClick={() => onChange(match)}
                >
                  {isOpen(match) ? 'Say …' : 'Change …'}
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {matches.length > shown && (
        <Button look="quiet" onClick={() => setShown(shown + ROWS)}>
          Show more, {matches.length - shown} left
        </Button>
      )}
    </>
  );
}

function Reason({ match }: { match: Match }): ReactNode {
  const { isSaid, personId, point, confidence, why } = match;
  if (isSaid) return personId && point ? 'said by you' : 'left out by you';
  return (
    <>
      <span className={TONE[confidence]}>{CONFIDENCE[confidence]}</span>:{' '}
      {why.map((one) => WHY[one]).join(', ')}
    </>
  );
}
