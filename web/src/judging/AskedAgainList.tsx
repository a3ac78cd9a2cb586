import type { AskedAgain } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { dateAndTime } from '../ui/when.ts';

/** What was asked of a judgement that was returned, with its answers. @param children below what is not answered */
export function AskedAgainList({
  askedAgain,
  timeZone,
  children,
}: {
  askedAgain: readonly AskedAgain[];
  timeZone: string;
  children?: (asked: AskedAgain) => ReactNode;
}): ReactNode {
  return (
    <ul className="flex flex-col gap-2">
      {askedAgain.map((asked) => (
        <li key={asked.id} className="border-l-4 border-ochre-mark pl-2 text-sm">
          <p className="text-faded">
            {asked.by} asked for it again, {dateAndTime(asked.at, timeZone)}
          </p>
          <p className="written" dir="auto">
            {asked.text}
          </p>
          {asked.answer ? (
            <div className="mt-1 border-l-4 border-verdigris pl-2">
              <p className="text-faded">
                {asked.answer.by}, {dateAndTime(asked.answer.at, timeZone)}
              </p>
              <p className="written" dir="auto">
                {asked.answer.text}
              </p>
            </div>
          ) : (
            children?.(asked)
          )}
        </li>
      ))}
    </ul>
  );
}
