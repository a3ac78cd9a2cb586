import type { ReactNode } from 'react';
import { Check } from '../ui/Check.tsx';
import { listed } from '../words/listed.ts';

interface AlreadyProps {
  /** of those whose pictures are here, who has handed in already */
  names: readonly string[];
  /** which of several counts, as the end of a sentence */
  counts: string;
  isTicked: boolean;
  onTick: (isTicked: boolean) => void;
}

/** What came another way may be older than what its student has sent since: they are left out unless it is meant. */
export function Already({ names, counts, isTicked, onTick }: AlreadyProps): ReactNode {
  const one = names.length === 1;
  return (
    <div className="border-l-4 border-ochre-mark bg-ochre-wash px-3 py-2 text-ochre">
      <p className="written">
        Handed in already: {listed(names, 5)}. {one ? 'Their hand-in stays' : 'Their hand-ins stay'} as{' '}
        {one ? 'it is' : 'they are'}.
      </p>
      <Check checked={isTicked} onChecked={onTick} className="mt-1 font-semibold">
        <span>
          Hand in for {one ? 'this student' : 'these students'} all the same. It is one hand-in more, and{' '}
          {counts}.
        </span>
      </Check>
    </div>
  );
}
