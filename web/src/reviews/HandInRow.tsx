import { type ReviewList, type ReviewRow, thumbnailHref } from '@nachweis/contract';
import { formatPoints } from '@nachweis/core';
import { CalendarClock } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useMeant } from '../judging/useMeant.ts';
import { usePreload } from '../judging/usePreloaded.ts';
import { Button } from '../ui/Button.tsx';
import { FindingSign } from '../ui/signs.tsx';
import { dateAndTime } from '../ui/when.ts';
import { several } from '../words/counted.ts';

const STATE_WORDS: Readonly<Record<ReviewRow['state'], string>> = {
  waiting: 'waiting',
  marked: 'all verdicts given',
  released: 'released',
};

export type Student = ReviewRow['student'];

/** Grants a student other times. */
export function TermsButton({
  student,
  onTerms,
}: {
  student: Student;
  onTerms: (student: Student) => void;
}): ReactNode {
  const label = `Other times for ${student.name}`;
  return (
    <Button small look="quiet" aria-label={label} title={label} onClick={() => onTerms(student)}>
      <CalendarClock size={16} aria-hidden />
    </Button>
  );
}

/** How many pictures of a hand-in are seen at a glance; the others are counted. */
const SEEN = 7;

interface HandInRowProps {
  row: ReviewRow;
  list: ReviewList;
  onTerms: (student: Student) => void;
}

/** A line of the list: whose, what can be seen of it at a glance, and the way to it. */
export function HandInRow({ row, list, onTerms }: HandInRowProps): ReactNode {
  const { assignment } = list;
  const preload = usePreload();
  const comesNear = useMeant(() => preload(row.handInId));
  return (
    <tr className="border-b border-rule hover:bg-card">
      <td className="py-1 pr-3 sm:min-w-36">
        {list.mayRelease && !list.veiled && (
          <span className="float-right">
            <TermsButton student={row.student} onTerms={onTerms} />
          </span>
        )}
        <Link
          {...comesNear}
          to={`/hand-ins/${row.handInId}/review`}
          className="written line-clamp-2 min-h-6 font-semibold text-verdigris-deep underline"
        >
          {row.student.listed}
        </Link>
        <span className="block font-mono text-sm text-faded">
          {row.number}
          {row.attempt > 1 && `, attempt ${row.attempt}`}
        </span>
        {row.marker && <span className="written block text-sm text-faded">judged by {row.marker.name}</span>}
        <span className="block text-sm sm:hidden">
          {dateAndTime(row.handedInAt, assignment.timeZone)}
          {row.late && <strong className="text-ochre"> late</strong>}
        </span>
      </td>
      <td className="pr-3">
        <span className="flex flex-wrap gap-1">
          <span className="sr-only">{several(row.itemIds.length, 'picture')}</span>
          {row.itemIds.slice(0, SEEN).map((id) => (
            <img
              key={id}
              src={thumbnailHref(id)}
              alt=""
              loading="lazy"
              width={60}
              height={38}
              className="h-[38px] w-[60px] border border-edge bg-grey object-contain"
            />
          ))}
          {row.itemIds.length > SEEN && (
            <span aria-hidden className="self-center font-mono text-sm text-faded">
              +{row.itemIds.length - SEEN}
            </span>
          )}
        </span>
      </td>
      <td className="hidden pr-3 text-sm sm:table-cell">
        {dateAndTime(row.handedInAt, assignment.timeZone)}
        {row.late && <strong className="block text-ochre">late</strong>}
      </td>
      <td className="pr-3">
        <span className="flex flex-wrap items-center gap-x-2 text-sm">
          {row.problems > 0 && (
            <span className="flex items-center gap-1">
              <FindingSign level="problem" /> {row.problems} {row.problems === 1 ? 'problem' : 'problems'}
            </span>
          )}
          {row.toCheck > 0 && (
            <span className="flex items-center gap-1">
              <FindingSign level="to-check" /> {row.toCheck} to check
            </span>
          )}
          {row.problems + row.toCheck === 0 && (
            <span className="flex items-center gap-1">
              <FindingSign level="fine" /> fine
            </span>
          )}
        </span>
      </td>
      <td className="pr-3 text-sm">
        {STATE_WORDS[row.state]}
        {row.state === 'waiting' && row.openVerdicts > 0 && (
          <span className="block text-faded">{row.openVerdicts} still to judge</span>
        )}
        {row.releasesAt && (
          <span className="block text-faded">
            to be released {dateAndTime(row.releasesAt, assignment.timeZone)}
          </span>
        )}
        {row.isAskedAgain && <span className="block text-sm font-bold text-ochre">asks for it again</span>}
        {row.answers > 0 && (
          <strong className="block text-ochre">
            {row.answers} {row.answers === 1 ? 'answer' : 'answers'} to remarks
          </strong>
        )}
      </td>
      <td className="text-right font-mono sm:whitespace-nowrap">
        {row.state === 'waiting' ? '–' : formatPoints(row.totalUnits)}
        <span className="text-faded">/{formatPoints(assignment.mostUnits)}</span>
      </td>
    </tr>
  );
}
