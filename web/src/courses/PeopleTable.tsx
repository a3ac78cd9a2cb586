import type { CoursePerson } from '@nachweis/contract';
import { type ReactNode, useState } from 'react';
import { useMe } from '../api/session.ts';
import { Button } from '../ui/Button.tsx';
import { isMeant } from '../ui/nameSearch.ts';
import { ROLE_WORDS } from '../words/roles.ts';

/** As many are seen at one look. */
const FEW = 12;

interface PeopleTableProps {
  people: readonly CoursePerson[];
  /** of the class list, beside the usual ones */
  columns: readonly string[];
  onLink: (person: CoursePerson) => void;
  onChange: (person: CoursePerson) => void;
  onRemove: (person: CoursePerson) => void;
}

/** The people of a course, to be searched by all that the class list says of them. */
export function PeopleTable({ people, columns, onLink, onChange, onRemove }: PeopleTableProps): ReactNode {
  const me = useMe();
  const [words, setWords] = useState('');
  const shown = people.filter((person) => isMeant({ name: allOf(person), listed: person.listed }, words));
  return (
    <>
      {people.length > FEW && (
        <div className="flex flex-wrap items-center gap-3">
          <input
            type="search"
            aria-label="Search the people"
            placeholder="Name, e-mail, role, column"
            value={words}
            onChange={({ target }) => setWords(target.value)}
            className="min-h-10 w-64 border border-edge bg-card px-2"
          />
          <p role="status" className="text-sm text-faded">
            {shown.length < people.length
              ? `${shown.length} of ${people.length} people`
              : `${people.length} people`}
          </p>
        </div>
      )}
      <div className="overflow-x-auto">
        <table aria-label="People" className="w-full border-collapse text-sm">
          <thead className="text-faded">
            <tr>
              {['Name', 'E-mail', 'Role', ...columns, 'Signs in', 'To do'].map((title) => (
                <th key={title} scope="col" className="border-b border-rule px-2 py-1 text-left">
                  {title}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {shown.map((person) => (
              <tr key={person.id} className="border-b border-rule">
                <th scope="row" className="written px-2 py-1 text-left font-semibold">
                  {person.listed}
                </th>
                <td className="written px-2 py-1">{person.email}</td>
                <td className="px-2 py-1">{ROLE_WORDS[person.role]}</td>
                {columns.map((column) => (
                  <td key={column} className="written px-2 py-1 font-mono">
                    {person.fields[column]}
                  </td>
                ))}
                <td className="px-2 py-1">{person.canSignIn ? 'yes' : 'not yet'}</td>
                <td className="px-2 py-1 whitespace-nowrap">
                  {(!person.canSignIn || me.admin) && (
                    <Button
                      small
                      look="quiet"
                      aria-label={`Sign-in link for ${person.listed}`}
                      onClick={() => onLink(person)}
                    >
                      Link
                    </Button>
                  )}
                  <Button
                    small
                    look="quiet"
                    aria-label={`Change ${person.listed}`}
                    onClick={() => onChange(person)}
                  >
                    Change
                  </Button>
                  {person.id !== me.id && (
                    <Button
                      small
                      look="quiet"
                      aria-label={`Remove ${person.listed} from the course`}
                      onClick={() => onRemove(person)}
                    >
                      Remove
                    </Button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}

/** All that is looked through. */
const allOf = ({ givenName, surname, email, role, fields }: CoursePerson) =>
  [givenName, surname, email, ROLE_WORDS[role], ...Object.values(fields)].join(' ');
