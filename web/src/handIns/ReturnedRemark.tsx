import type { Remark, ThreadWrite } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { RemarkPictureView } from '../judging/RemarkPictureView.tsx';
import { RemarkThread } from '../judging/RemarkThread.tsx';
import { RemarkSignBeside } from '../pictures/RemarkSignShape.tsx';
import { Letter } from '../ui/signs.tsx';

/** Enters an answer to a remark; answers whether it was entered. */
export type Answering = (remarkId: string, entryId: string, entry: ThreadWrite) => Promise<boolean>;

interface ReturnedRemarkProps {
  remark: Remark;
  /** null for one to the whole hand-in */
  number: number | null;
  /** of the must-show it is about */
  letter: string | null;
  chosen: boolean;
  onChoose?: () => void;
  timeZone: string;
  /** null where it is only looked at */
  answering: Answering | null;
}

/** One remark as its student reads it, with what was said to it. */
export function ReturnedRemark(props: ReturnedRemarkProps): ReactNode {
  const { remark, number, letter, chosen, onChoose, timeZone, answering } = props;
  const { sign, text } = remark;
  const said = (
    <>
      {number !== null && <span className="font-mono font-bold">{number}</span>}
      <RemarkSignBeside sign={sign} text={text} />
      {letter && <Letter>{letter}</Letter>}
      <span className="min-w-0">
        {text && (
          <span className="written block" dir="auto">
            {text}
          </span>
        )}
        <span className="block text-sm text-faded">
          {remark.author}
          {remark.settled && ', settled'}
        </span>
      </span>
    </>
  );
  return (
    <li className={`border-b border-rule py-1 ${chosen ? 'bg-verdigris-wash' : ''}`}>
      {onChoose ? (
        <button type="button" onClick={onChoose} className="flex w-full gap-2 text-left">
          {said}
        </button>
      ) : (
        <div className="flex gap-2">{said}</div>
      )}
      {remark.picture && <RemarkPictureView picture={remark.picture} />}
      {answering && (
        <RemarkThread
          remark={remark}
          timeZone={timeZone}
          onAnswer={(entryId, entry) => answering(remark.id, entryId, entry)}
        />
      )}
    </li>
  );
}
