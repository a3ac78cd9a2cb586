import type { ProofPoint, Told, VerdictNow } from '@nachweis/contract';
import { VERDICTS, type Verdict } from '@nachweis/core';
import type { ReactNode } from 'react';
import { Button } from '../ui/Button.tsx';
import { FindingSign, Letter, VERDICT_WORDS, VerdictDisc } from '../ui/signs.tsx';
import { Worth } from '../ui/Worth.tsx';
import { sentence } from '../words/told.ts';
import { JudgedState } from './JudgedState.tsx';
import type { Stand } from './standOf.ts';

interface VerdictPanelProps {
  point: ProofPoint;
  /** null where nothing was handed in; where there are several pictures, each with its picture's number */
  findings: ReadonlyArray<Told & { picture?: number }> | null;
  verdicts: Readonly<Record<string, Verdict>>;
  /** must-shows whose verdict is not sent yet */
  unsent: ReadonlySet<string>;
  liesIn: Stand['liesIn'];
  /** what the server has, with who gave it */
  given: Readonly<Record<string, VerdictNow>>;
  /** nothing can be changed */
  locked: boolean;
  pinned: readonly string[];
  chosen: string | null;
  onChoose: (mustShowId: string) => void;
  onVerdicts: (verdicts: Record<string, Verdict | null>) => void;
}

/** The must-shows of a proof point with a verdict each. */
export function VerdictPanel({
  point,
  findings,
  verdicts,
  unsent,
  liesIn,
  given,
  locked,
  pinned,
  chosen,
  onChoose,
  onVerdicts,
}: VerdictPanelProps): ReactNode {
  return (
    <section aria-label={`Verdicts for ${point.code}`} className="border-b border-rule">
      {findings && (
        <ul className="border-b border-rule bg-card px-3 py-1.5 text-sm" aria-label="Findings">
          {findings.length === 0 && <li className="text-faded">The checks are still running …</li>}
          {findings.map((finding) => (
            <li key={`${finding.picture} ${sentence(finding)}`} className="flex gap-2 py-0.5">
              <span className="mt-0.5">
                <FindingSign level={finding.level} />
              </span>
              <span>
                <span className="sr-only">{finding.level.replace('-', ' ')}: </span>
                {finding.picture && <span className="sr-only">picture </span>}
                {finding.picture && <span className="font-mono">{finding.picture}: </span>}
                {sentence(finding)}
              </span>
            </li>
          ))}
        </ul>
      )}
      <ul>
        {point.mustShows.map((m) => (
          <li
            key={m.id}
            className={`border-b border-rule px-3 py-1.5 ${m.id === chosen ? 'bg-verdigris-wash' : ''}`}
          >
            <button
              type="button"
              aria-pressed={m.id === chosen}
              onClick={() => onChoose(m.id)}
              className="flex w-full items-center gap-2 text-left"
            >
              <Letter filled={pinned.includes(m.letter)}>{m.letter}</Letter>
              <span className="written min-w-0 flex-1">{m.text}</span>
              <Worth units={m.units} className="text-sm text-faded" />
            </button>
            <div className="mt-1 ml-8">
              {/** biome-ignore lint/a11y/useSemanticElements: three buttons that toggle are no form's group of fields */}
              <div
                role="group"
                aria-label={`Verdict on ${m.letter}, ${m.text}`}
                className="flex flex-wrap gap-1"
              >
                {VERDICTS.map((verdict, index) => (
                  <VerdictButton
                    key={verdict}
                    verdict={verdict}
                    given={verdicts[m.id] === verdict}
                    disabled={locked}
                    keyName={m.id === chosen ? String(index + 1) : null}
                    onClick={() => {
                      onChoose(m.id);
                      onVerdicts({ [m.id]: verdicts[m.id] === verdict ? null : verdict });
                    }}
                  />
                ))}
              </div>
              <JudgedState
                liesIn={unsent.has(m.id) ? liesIn : null}
                by={given[m.id]?.verdict ? given[m.id]?.by : undefined}
              />
            </div>
          </li>
        ))}
      </ul>
      <div className="flex gap-2 px-3 py-1.5">
        <Button
          small
          look="quiet"
          keyName="Shift 1"
          disabled={locked}
          onClick={() => onVerdicts(Object.fromEntries(point.mustShows.map((m) => [m.id, 'shown' as const])))}
        >
          All shown
        </Button>
        <Button
          small
          look="quiet"
          keyName="Shift 0"
          disabled={locked || point.mustShows.every((m) => !verdicts[m.id])}
          onClick={() => onVerdicts(Object.fromEntries(point.mustShows.map((m) => [m.id, null])))}
        >
          Clear
        </Button>
      </div>
    </section>
  );
}

/** Gives a verdict; pressed again, takes it back. */
function VerdictButton(props: {
  verdict: Verdict;
  given: boolean;
  disabled: boolean;
  /** the key for it now */
  keyName: string | null;
  onClick: () => void;
}): ReactNode {
  const { verdict, given, disabled, keyName, onClick } = props;
  return (
    <button
      type="button"
      aria-pressed={given}
      disabled={disabled}
      onClick={onClick}
      className="flex min-h-8 flex-1 items-center justify-center gap-1 rounded-md border border-edge bg-card px-1 text-sm whitespace-nowrap hover:bg-verdigris-wash disabled:cursor-not-allowed aria-pressed:border-verdigris aria-pressed:bg-verdigris aria-pressed:text-card"
    >
      <VerdictDisc verdict={verdict} size={14} />
      {VERDICT_WORDS[verdict]}
      {keyName && (
        <kbd aria-hidden className="font-mono text-xs">
          {keyName}
        </kbd>
      )}
    </button>
  );
}
