import type { ProofPoint } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { FindingSign } from '../ui/signs.tsx';
import { type Awaited, awaitedOf } from './awaited.ts';
import { LeftToDo } from './LeftToDo.tsx';
import type { OwnSheet } from './useProofSheet.ts';
import { leftAt } from './whatIsLeft.ts';

/** What comes once a picture is sent, and what is under way then. */
const AWAITED: Readonly<Record<Awaited, { unsent: string; underWay: string }>> = {
  size: {
    unsent: 'How large its file gets is said once it is sent.',
    underWay: 'Its file is still being made; it must not get too large.',
  },
  words: {
    unsent: 'The machine reads its words once it is sent.',
    underWay: 'The machine is still reading its words.',
  },
};

/** What is still to do at a proof point, or that nothing is, as far as it is known. */
export default function LeftAtPoint({ own, point }: { own: OwnSheet; point: ProofPoint }): ReactNode {
  const missing = leftAt(own, point);
  if (missing.length > 0)
    return <LeftToDo own={own} missing={missing} label={`Still to do for ${point.code}`} />;
  const here = own.pictures.filter((picture) => picture.proofPointId === point.id);
  if (here.length === 0) return null;
  const open = here.find((picture) => awaitedOf(point, picture) !== null);
  const awaited = open && awaitedOf(point, open);
  return awaited ? (
    <p className="text-faded">
      So far nothing is missing for {point.code}.{' '}
      {AWAITED[awaited][open.status === 'saved' ? 'underWay' : 'unsent']}
    </p>
  ) : (
    <p className="flex items-center gap-2 text-faded">
      <FindingSign level="fine" /> Everything asked for {point.code} is here.
    </p>
  );
}
