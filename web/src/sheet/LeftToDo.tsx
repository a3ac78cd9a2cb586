import type { Missing } from '@nachweis/core';
import { type ReactNode, useId } from 'react';
import { Link } from 'react-router';
import { FindingSign } from '../ui/signs.tsx';
import { missingSentence } from '../words/missing.ts';
import type { OwnSheet } from './useProofSheet.ts';
import { wayTo } from './whatIsLeft.ts';

interface LeftToDoProps {
  own: OwnSheet;
  missing: readonly Missing[];
  label: string;
}

/** Where the field is on this page already, the next letter goes into it, before the page has been drawn anew. */
function focusField(href: string): void {
  const [, id = ''] = href.split('#');
  document.getElementById(id)?.querySelector('textarea')?.focus();
}

/** What is left to do, a line each, with the way to where it is done. */
export function LeftToDo({ own, missing, label }: LeftToDoProps): ReactNode {
  const id = useId();
  return (
    <ul className="flex flex-col gap-1" aria-label={label}>
      {missing.map((one, index) => {
        const way = wayTo(one, own);
        const words = missingSentence(one);
        return (
          <li key={words} className="flex gap-2">
            <span className="mt-1">
              <FindingSign level={one.level} />
            </span>
            <span id={`${id}-${index}`} className="written min-w-0 flex-1">
              {words}
            </span>
            {way && (
              <Link
                to={way.href}
                onClick={() => focusField(way.href)}
                aria-describedby={`${id}-${index}`}
                className="shrink-0 self-start text-verdigris-deep underline"
              >
                {way.words}
              </Link>
            )}
          </li>
        );
      })}
    </ul>
  );
}
