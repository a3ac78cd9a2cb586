import type { LedgerCell } from '@nachweis/contract';
import { formatPoints } from '@nachweis/core';
import type { ReactNode } from 'react';
import { AlignedPoints } from './AlignedPoints.tsx';
import { lateBy } from './lateBy.ts';

const STATE_WORDS: Readonly<Record<LedgerCell['state'], string>> = {
  none: 'nothing handed in',
  exempt: 'exempt',
  waiting: 'waiting',
  marked: 'not released',
  released: '',
};

interface LedgerFigureProps {
  cell: LedgerCell;
  who: string;
  onOpen: () => void;
}

/** How one student stands in one assignment; a press opens how that came about. */
export function LedgerFigure({ cell, who, onOpen }: LedgerFigureProps): ReactNode {
  const { state, units, late, lateMs } = cell;
  const lateWords = late && `late by ${lateBy(lateMs)}`;
  const words = [units !== null && formatPoints(units), STATE_WORDS[state], lateWords].filter(Boolean);
  return (
    <button
      type="button"
      onClick={onOpen}
      aria-label={`${who}: ${words.join(', ')}`}
      title={cell.reason || undefined}
      className="flex min-h-6 w-full flex-wrap items-baseline gap-x-2 text-left underline-offset-2 hover:underline"
    >
      {units !== null && <AlignedPoints units={units} className={state === 'released' ? 'font-bold' : ''} />}
      {STATE_WORDS[state] && <span className="text-faded">{STATE_WORDS[state]}</span>}
      {lateWords && <span className="text-ochre">{lateWords}</span>}
    </button>
  );
}
