import type { ReviewList } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { ClassForms } from '../errands/ClassForms.tsx';
import { Button, buttonClasses } from '../ui/Button.tsx';
import { ReleaseAll } from './ReleaseAll.tsx';

interface ListActionsProps {
  list: ReviewList;
  /** the hand-in that is to be reviewed next */
  next: string | undefined;
  onShareOut: () => void;
  onCorrect: () => void;
  onReleased: () => void;
}

/** What is done with the hand-ins of a class: what an evening goes by first, what is done now and then under it. */
export function ListActions({ list, next, onShareOut, onCorrect, onReleased }: ListActionsProps): ReactNode {
  const { mayRelease, veiled, rows } = list;
  const page = (name: string) => `/assignments/${list.assignment.id}/${name}`;
  const some = rows.length > 0;
  return (
    <div className="w-full">
      <div className="flex flex-wrap items-center gap-2">
        {next && (
          <Link to={`/hand-ins/${next}/review`} className={buttonClasses('main')}>
            Review the next one
          </Link>
        )}
        {some && (
          <Link to={page('grid')} className={buttonClasses('plain')}>
            Grid
          </Link>
        )}
        {mayRelease && (
          <Link to={page('ledger')} className={buttonClasses('plain')}>
            Ledger
          </Link>
        )}
        {mayRelease && <ReleaseAll list={list} onReleased={onReleased} />}
      </div>
      <div className="-ml-2.5 mt-1 flex flex-wrap items-center gap-x-1">
        {mayRelease && (
          <>
            <Button small look="quiet" onClick={onShareOut}>
              Share out …
            </Button>
            <Button small look="quiet" onClick={onCorrect}>
              Correct for all …
            </Button>
            <Link to={page('edit')} className={buttonClasses('quiet', true)}>
              Change the assignment
            </Link>
            <Link to={page('named-files')} className={buttonClasses('quiet', true)}>
              Bring in named files
            </Link>
          </>
        )}
        {mayRelease && some && (
          <Link to={page('second-marking')} className={buttonClasses('quiet', true)}>
            Second marking
          </Link>
        )}
        {some && !veiled && <ClassForms assignmentId={list.assignment.id} />}
      </div>
    </div>
  );
}
