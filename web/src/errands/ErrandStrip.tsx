import type { Errand } from '@nachweis/contract';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { Button, buttonClasses } from '../ui/Button.tsx';
import { toast } from '../ui/notices.ts';
import { errandState, errandTitle, withoutLetter } from '../words/errands.ts';
import { isUnderWay, takeAskedHere, useErrandOrders, useErrands } from './useErrands.ts';

const HERE = Intl.DateTimeFormat().resolvedOptions().timeZone;

/** Whether there is still something to see or to do about it. */
const isShown = (errand: Errand): boolean => {
  if (errand.state !== 'ready') return true;
  // Of one letter that went out the dialog has said so.
  return errand.kind === 'archive' ? !errand.fetched : errand.total > 1 || withoutLetter(errand) > 0;
};

/** Long work that one has asked for, on every page: how far it is, a way to stop it, and what was made. */
export default function ErrandStrip(): ReactNode {
  const errands = useErrands();
  const [saved, setSaved] = useState<ReadonlySet<string>>(new Set());
  const shown = errands.filter((errand) => isShown(errand) && !saved.has(errand.id));
  const note = (id: string) => setSaved((before) => new Set(before).add(id));
  if (shown.length === 0) return null;
  return (
    <section
      aria-label="Long work"
      className="print-hidden max-h-32 shrink-0 overflow-y-auto border-b border-rule bg-verdigris-wash px-4 py-1"
    >
      {/* Each step would be too much to hear. */}
      <p role="status" className="sr-only">
        {heardOf(shown)}
      </p>
      <ul>
        {shown.map((errand) => (
          <ErrandLine key={errand.id} errand={errand} onSaved={() => note(errand.id)} />
        ))}
      </ul>
    </section>
  );
}

/** "1 under way, 2 done" */
const heardOf = (errands: readonly Errand[]): string => {
  const running = errands.filter(isUnderWay).length;
  const parts = [`${running} under way`, `${errands.length - running} done`];
  return parts.filter((part) => !part.startsWith('0')).join(', ');
};

function ErrandLine({ errand, onSaved }: { errand: Errand; onSaved: () => void }): ReactNode {
  const { end } = useErrandOrders();
  const link = useRef<HTMLAnchorElement>(null);
  const isRunning = isUnderWay(errand);
  const href = errand.kind === 'archive' ? errand.href : null;
  const words = errandState(errand, HERE);
  useEffect(() => {
    if (href && takeAskedHere(errand.id)) link.current?.click();
  }, [href, errand.id]);
  const finish = () => end(errand.id).catch((error: unknown) => void toast.error(sentenceOf(error)));
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 py-0.5">
      <p className="min-w-0 flex-1 basis-60">
        <span className="written font-semibold">{errandTitle(errand)}</span>:{' '}
        <span className="written">{words}</span>
      </p>
      {errand.state === 'working' && errand.total > 0 && (
        <progress value={errand.done} max={errand.total} aria-label={errandTitle(errand)} />
      )}
      {href && (
        <a ref={link} href={href} download onClick={onSaved} className={buttonClasses('main', true)}>
          Save
        </a>
      )}
      <Button
        small
        look="quiet"
        aria-label={`${isRunning ? 'Stop' : 'Clear'}: ${errandTitle(errand)}`}
        onClick={() => void finish()}
      >
        {isRunning ? 'Stop' : 'Clear'}
      </Button>
    </li>
  );
}
