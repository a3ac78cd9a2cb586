import { MOST_TILT, type Trim } from '@nachweis/core';
import { Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from '../ui/Button.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { trimSentence } from '../words/trims.ts';
import type { Bench } from './bench.ts';
import { AT_ONCE } from './trimTools.ts';

/** Steps that are done at once, and the list of all that were done, each of which can be changed or taken out. */
export function TrimPanel({ bench, onFrame }: { bench: Bench; onFrame: () => void }): ReactNode {
  const { trims, setTrims } = bench;
  const change = (index: number, trim: Trim) =>
    setTrims(
      trims.map((one, i) => (i === index ? trim : one)),
      `step ${index}`,
    );
  return (
    <section aria-label="Trim" className="flex flex-col gap-3 p-3 text-sm">
      <div className="flex flex-wrap gap-1">
        <Button small onClick={onFrame}>
          Frame again
        </Button>
        {AT_ONCE.map(({ label, trim }) => (
          <Button key={label} small onClick={() => bench.trim(trim)}>
            {label}
          </Button>
        ))}
      </div>
      <div>
        <h3 className="text-sm text-faded">Steps, in their order</h3>
        {trims.length === 0 && <p>None. The capture itself always stays as it is.</p>}
        <ol>
          {trims.map((trim, index) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a step is its place in the list
            <li key={index} className="flex flex-col gap-1 border-b border-rule py-1.5">
              <span className="flex items-center gap-2">
                <span className="min-w-0 flex-1">{trimSentence(trim)}</span>
                <Button
                  small
                  look="quiet"
                  aria-label={`Remove step ${index + 1}: ${trimSentence(trim)}`}
                  onClick={() => setTrims(trims.filter((_, i) => i !== index))}
                >
                  <Trash2 size={16} aria-hidden />
                </Button>
              </span>
              <StepFields trim={trim} onChange={(next) => change(index, next)} />
            </li>
          ))}
        </ol>
      </div>
    </section>
  );
}

const field = 'h-8 w-20 border border-edge bg-card px-1.5 font-mono';

function StepFields({ trim, onChange }: { trim: Trim; onChange: (trim: Trim) => void }): ReactNode {
  if (trim.kind === 'band')
    return (
      <span className="flex flex-wrap items-center gap-2">
        <label className="flex items-center gap-1">
          from
          <NumberField
            min={0}
            step={1}
            value={trim.from}
            className={field}
            onChange={(from) => from >= 0 && from < trim.to && onChange({ ...trim, from: Math.round(from) })}
          />
        </label>
        <label className="flex items-center gap-1">
          to
          <NumberField
            min={1}
            step={1}
            value={trim.to}
            className={field}
            onChange={(to) => to > trim.from && onChange({ ...trim, to: Math.round(to) })}
          />
        </label>
      </span>
    );
  if (trim.kind === 'tilt')
    return (
      <label className="flex items-center gap-1">
        degrees
        <NumberField
          min={-MOST_TILT}
          max={MOST_TILT}
          step={0.1}
          value={trim.degrees}
          className={field}
          onChange={(degrees) => Math.abs(degrees) <= MOST_TILT && onChange({ ...trim, degrees })}
        />
      </label>
    );
  if (trim.kind === 'clear')
    return (
      <span className="flex flex-wrap items-center gap-2">
        <input
          type="color"
          aria-label="The colour that is made transparent"
          value={trim.colour}
          onChange={(event) => onChange({ ...trim, colour: event.target.value })}
        />
        <label className="flex items-center gap-1">
          tolerance
          <NumberField
            min={0}
            max={255}
            step={1}
            value={trim.tolerance}
            className={field}
            onChange={(tolerance) =>
              tolerance >= 0 && tolerance <= 255 && onChange({ ...trim, tolerance: Math.round(tolerance) })
            }
          />
        </label>
        {trim.from && (
          <Button small look="quiet" onClick={() => onChange({ ...trim, from: null })}>
            Everywhere
          </Button>
        )}
      </span>
    );
  return null;
}
