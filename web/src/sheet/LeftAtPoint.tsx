import type { ProofPoint } from '@nachweis/contract';
import type { ReactNode } from 'react';
import { FindingSign } from '../ui/signs.tsx';
import { LeftToDo } from './LeftToDo.tsx';
import type { OwnSheet } from './useProofSheet.ts';
import { leftAt } from './whatIsLeft.ts';

/** What is still to do at a proof point, or that nothing is. */
export default function LeftAtPoint({ own, point }: { own: OwnSheet; point: ProofPoint }): ReactNode {
  const missing = leftAt(own, point);
  if (missing.length > 0)
    return <LeftToDo own={own} missing={missing} label={`Still to do for ${point.code}`} />;
  return (
    own.pictures.some((picture) => picture.proofPointId === point.id) && (
      <p className="flex items-center gap-2 text-faded">
        <FindingSign level="fine" /> Everything asked for {point.code} is here.
      </p>
    )
  );
}
