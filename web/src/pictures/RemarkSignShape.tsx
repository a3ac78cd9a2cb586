import type { RemarkSign } from '@nachweis/contract';
import type { ReactNode } from 'react';

export const SIGN_WORDS: Readonly<Record<RemarkSign, string>> = {
  right: 'right',
  wrong: 'wrong',
  query: 'query',
};

const COLOURS: Readonly<Record<RemarkSign, string>> = {
  right: 'text-verdigris',
  wrong: 'text-madder',
  query: 'text-ochre',
};

/** The sign of a remark: a wedge that stands (right), one that tips over (wrong), an open six-sided nut (query). */
export function RemarkSignShape({ sign, plain = false }: { sign: RemarkSign; plain?: boolean }): ReactNode {
  return (
    <svg
      width="16"
      height="16"
      viewBox="0 0 16 16"
      aria-hidden
      className={`shrink-0 ${plain ? '' : COLOURS[sign]}`}
      fill="currentColor"
    >
      {sign === 'right' && <path d="M8 2l6.5 12h-13z" />}
      {sign === 'wrong' && <path d="M8 14L1.5 2h13z" />}
      {sign === 'query' && (
        <>
          <path d="M4.5 2h7L15 8l-3.5 6h-7L1 8z" fill="none" stroke="currentColor" strokeWidth="1.8" />
          <circle cx="8" cy="8" r="1.8" />
        </>
      )}
    </svg>
  );
}

/** The sign beside a remark's words; the word itself is seen where there are no others. */
export function RemarkSignBeside({ sign, text }: { sign: RemarkSign | null; text: string }): ReactNode {
  return (
    sign && (
      <span className="mt-1 flex shrink-0 items-start gap-1 text-sm">
        <RemarkSignShape sign={sign} />
        <span className={text ? 'sr-only' : ''}>{SIGN_WORDS[sign]}</span>
      </span>
    )
  );
}
