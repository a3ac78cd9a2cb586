import type { ProofSheet } from '@nachweis/contract';
import type { ReactNode } from 'react';

/** With whom one hands in, and what that means. */
export function GroupLine({ sheet }: { sheet: Pick<ProofSheet, 'group' | 'assignment'> }): ReactNode {
  const { group, assignment } = sheet;
  if (!group) return null;
  const { value, mates } = group;
  return (
    <p className="written text-sm" data-testid="group">
      {value === ''
        ? `The class list does not say your ${assignment.groupColumn}, so you hand in alone. Ask your instructor if that is wrong.`
        : mates.length === 0
          ? `You are alone in ${value} and hand in for yourself.`
          : `Handed in together by ${value}: you, ${mates.join(', ')}. Whoever of you hands in does it for all; until then each has pictures and a statement of their own.`}
    </p>
  );
}
