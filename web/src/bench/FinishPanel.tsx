import { type Finish, SIDES } from '@nachweis/core';
import type { ReactNode } from 'react';
import { Check } from '../ui/Check.tsx';
import { Choices } from '../ui/Choices.tsx';
import type { Bench } from './bench.ts';

/** What a picture needs on the page it goes to; all of it off unless it is wanted. */
export function FinishPanel({ bench }: { bench: Bench }): ReactNode {
  const find = <K extends Finish['kind']>(kind: K) =>
    bench.trims.find((trim): trim is Extract<Finish, { kind: K }> => trim.kind === kind) ?? null;
  const [setOff, cut, ground, tone] = [find('set-off'), find('cut-here'), find('ground'), find('tone')];
  return (
    <section aria-label="Finish" className="flex flex-col gap-4 p-3 text-sm">
      <div>
        <p className="mb-1 font-semibold">Set off from the page</p>
        <Choices
          label="Set off from the page"
          value={setOff?.by ?? 'no'}
          options={[
            { value: 'no', content: 'not' },
            { value: 'rule', content: 'by a rule' },
            { value: 'tone', content: 'by a step of tone' },
          ]}
          onChoose={(by) => bench.finish('set-off', by === 'no' ? null : { kind: 'set-off', by })}
        />
      </div>
      <fieldset>
        <legend className="mb-1 font-semibold">Cut here: it goes on beyond</legend>
        <div className="flex flex-wrap gap-3">
          {SIDES.map((side) => {
            const sides = cut?.sides ?? [];
            return (
              <Check
                key={side}
                checked={sides.includes(side)}
                onChecked={(checked) => {
                  const next = SIDES.filter((one) => (one === side ? checked : sides.includes(one)));
                  bench.finish('cut-here', next.length > 0 ? { kind: 'cut-here', sides: next } : null);
                }}
              >
                {side}
              </Check>
            );
          })}
        </div>
        <p className="mt-1 text-faded">A break line, as in technical drawing.</p>
      </fieldset>
      <div className="flex flex-wrap items-center gap-2">
        <Check
          checked={ground !== null}
          onChecked={(checked) =>
            bench.finish('ground', checked ? { kind: 'ground', colour: '#ffffff' } : null)
          }
          className="font-semibold"
        >
          A ground under what is transparent
        </Check>
        {ground && (
          <input
            type="color"
            aria-label="Colour of the ground"
            value={ground.colour}
            onChange={(event) => bench.finish('ground', { kind: 'ground', colour: event.target.value })}
          />
        )}
      </div>
      <div>
        <p className="mb-1 font-semibold">For print</p>
        <Choices
          label="For print"
          value={tone?.as ?? 'no'}
          options={[
            { value: 'no', content: 'as it is' },
            { value: 'greys', content: 'in greys' },
            { value: 'inverted', content: 'light for dark' },
          ]}
          onChoose={(as) => bench.finish('tone', as === 'no' ? null : { kind: 'tone', as })}
        />
        <p className="mt-1 text-faded">Marks keep their ink.</p>
      </div>
    </section>
  );
}
