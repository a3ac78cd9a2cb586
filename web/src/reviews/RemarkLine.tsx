import type { Remark } from '@nachweis/contract';
import { Pencil, Trash2, Users } from 'lucide-react';
import type { ReactNode } from 'react';
import { RemarkPictureView } from '../judging/RemarkPictureView.tsx';
import { RemarkSignBeside } from '../pictures/RemarkSignShape.tsx';
import { Button } from '../ui/Button.tsx';
import { Letter } from '../ui/signs.tsx';

interface RemarkLineProps {
  remark: Remark;
  number: number | null;
  /** of the must-show it is about */
  letter: string | null;
  chosen: boolean;
  /** null where it is not in a picture */
  onGive: (() => void) | null;
  onChoose: () => void;
  onEdit: () => void;
  onRemove: () => void;
  /** what was said to it */
  children: ReactNode;
}

/** One remark that is saved, in the list beside the picture. */
export function RemarkLine(props: RemarkLineProps): ReactNode {
  const { remark, number, letter, chosen, onGive, onChoose, onEdit, onRemove, children } = props;
  return (
    <li className={`border-b border-rule py-1 ${chosen ? 'bg-verdigris-wash' : ''}`}>
      <div className="flex items-start gap-1">
        <button type="button" onClick={onChoose} className="flex min-w-0 flex-1 gap-2 text-left">
          <span className="font-mono font-bold">{number ?? '–'}</span>
          <RemarkSignBeside sign={remark.sign} text={remark.text} />
          <span className="min-w-0">
            {remark.text && (
              <span className="written block max-h-40 overflow-auto" dir="auto">
                {remark.text}
              </span>
            )}
            <span className="flex items-center gap-1 text-sm text-faded">
              {letter && <Letter>{letter}</Letter>}
              {remark.author}
              {remark.settled && ', settled'}
            </span>
          </span>
        </button>
        {remark.own && (
          <>
            {onGive && (
              <Button small look="quiet" aria-label="Give this remark to others too" onClick={onGive}>
                <Users size={15} aria-hidden />
              </Button>
            )}
            <Button small look="quiet" aria-label="Change this remark" onClick={onEdit}>
              <Pencil size={15} aria-hidden />
            </Button>
            <Button small look="quiet" aria-label="Take this remark away" onClick={onRemove}>
              <Trash2 size={15} aria-hidden />
            </Button>
          </>
        )}
      </div>
      {remark.picture && <RemarkPictureView picture={remark.picture} />}
      {children}
    </li>
  );
}
