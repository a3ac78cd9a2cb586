import type { ReactNode } from 'react';
import { several } from '../words/counted.ts';
import type { Along } from './along.ts';

interface ComesAlongProps {
  along: Along;
  /** that the times of what it was begun with were moved by */
  weeks: number;
}

/** What a new assignment was begun with, and what of it comes along. */
export function ComesAlong({ along: { from, files, references }, weeks }: ComesAlongProps): ReactNode {
  const some = [
    files.length > 0 && several(files.length, 'file'),
    references.length > 0 && several(references.length, 'reference picture'),
  ].filter(Boolean);
  return (
    <p role="status" className="written text-sm text-faded">
      Begun with {from}.{some.length > 0 && ` Once this is saved, ${some.join(' and ')} of it come along.`}
      {weeks > 0 && ` Its due time has passed, so all its times are ${several(weeks, 'week')} later here.`}
    </p>
  );
}
