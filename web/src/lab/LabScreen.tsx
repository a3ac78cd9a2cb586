import { type ReactNode, useEffect, useId, useState } from 'react';
import { Link } from 'react-router';
import { Button } from '../ui/Button.tsx';
import { FindingSign } from '../ui/signs.tsx';
import { useTitle } from '../ui/useTitle.ts';
import { LAB_CHECKS, type LabCheck, type Outcome } from './checks.ts';

/** Tries what a lab needs, one by one, and says what to do where something does not work here. */
export default function LabScreen(): ReactNode {
  useTitle('Ready for the lab');
  return (
    <main className="mx-auto w-full max-w-3xl flex-1 p-4 sm:p-6">
      <h1 className="text-2xl">Ready for the lab</h1>
      <p className="mb-4 text-faded">
        Try it on the computer you will work at. Nothing is kept of what is tried; how pictures are taken says{' '}
        <Link to="/guide" className="text-verdigris-deep underline">
          the guide
        </Link>
        .
      </p>
      <ul className="border-t border-rule">
        {LAB_CHECKS.map((check) => (
          <CheckLine key={check.name} check={check} />
        ))}
      </ul>
    </main>
  );
}

function CheckLine({ check }: { check: LabCheck }): ReactNode {
  const name = useId();
  const [outcome, setOutcome] = useState<Outcome | null>(null);
  // What is tried by itself offers no button for the moment before.
  const [busy, setBusy] = useState(check.silent);
  const tryIt = async () => {
    setBusy(true);
    // Where a browser lacks even what the check asks with, that is the answer.
    setOutcome(
      await check.run().catch((): Outcome => ({ level: 'problem', words: 'This browser cannot do it.' })),
    );
    setBusy(false);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when the page comes
  useEffect(() => {
    if (check.silent) void tryIt();
  }, []);
  return (
    <li className="grid gap-x-4 gap-y-1 border-b border-rule py-3 sm:grid-cols-[11rem_1fr_auto]">
      <h2 id={name} className="text-base">
        {check.name}
      </h2>
      <div role="status">
        {outcome ? (
          <p className="flex gap-2">
            <span className="mt-1">
              <FindingSign level={outcome.level} />
            </span>
            {outcome.words}
          </p>
        ) : (
          <p className="text-faded">{check.what}</p>
        )}
        {outcome && outcome.level !== 'fine' && <p className="mt-1">{check.instead}</p>}
      </div>
      <Button
        small
        className="self-start justify-self-start"
        aria-describedby={name}
        disabled={busy}
        onClick={() => void tryIt()}
      >
        {busy ? 'Trying …' : outcome ? 'Try again' : 'Try it'}
      </Button>
    </li>
  );
}
