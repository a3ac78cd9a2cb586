import { X } from 'lucide-react';
import { type ReactNode, useRef } from 'react';
import { Button } from '../ui/Button.tsx';
import { control } from '../ui/Field.tsx';
import { MoveButtons } from '../ui/MoveButtons.tsx';
import type { OnPlate } from './plateDraft.ts';
import type { PlateSource } from './usePlateSources.ts';

export interface Chosen extends OnPlate {
  source: PlateSource;
}

interface ChosenPicturesProps {
  chosen: readonly Chosen[];
  /** keys of those that cannot be had now */
  missing: readonly string[];
  onChange: (chosen: readonly Chosen[]) => void;
}

/** The pictures on a plate in their order, each with its words. */
export function ChosenPictures({ chosen, missing, onChange }: ChosenPicturesProps): ReactNode {
  const heading = useRef<HTMLHeadingElement>(null);
  const move = (from: number, to: number) => {
    const next = [...chosen];
    next.splice(to, 0, ...next.splice(from, 1));
    onChange(next);
  };
  return (
    <section>
      <h3 ref={heading} tabIndex={-1} className="mb-2 text-base outline-none">
        On the plate
      </h3>
      {chosen.length === 0 && <p className="text-sm text-faded">Choose its pictures below, in order.</p>}
      <ol aria-label="On the plate" className="flex flex-col gap-2">
        {chosen.map((one, index) => (
          <li key={one.key} className="flex flex-wrap gap-3 border border-rule bg-card p-2">
            <img src={one.source.smallUrl} alt="" className="h-16 w-24 shrink-0 object-contain" />
            <div className="flex min-w-52 flex-1 flex-col gap-1">
              <input
                dir="auto"
                aria-label={`Caption of ${one.source.name}`}
                placeholder="Caption"
                maxLength={500}
                value={one.caption}
                onChange={({ target }) => onChange(withOne(chosen, index, { caption: target.value }))}
                className={control}
              />
              <input
                dir="auto"
                aria-label={`Source and licence of ${one.source.name}`}
                placeholder="Source and licence, if it is not yours"
                maxLength={300}
                value={one.credit}
                onChange={({ target }) => onChange(withOne(chosen, index, { credit: target.value }))}
                className={`${control} text-sm`}
              />
              {missing.includes(one.key) && (
                <p role="alert" className="text-sm text-madder">
                  This picture cannot be fetched now. Take it off, or open the plate again later.
                </p>
              )}
            </div>
            <div className="flex items-start gap-1">
              <MoveButtons
                name={one.source.name}
                index={index}
                count={chosen.length}
                onMove={(by) => move(index, index + by)}
              />
              <Button
                small
                aria-label={`Take ${one.source.name} off the plate`}
                onClick={() => {
                  onChange(chosen.filter((other) => other !== one));
                  heading.current?.focus();
                }}
              >
                <X size={16} aria-hidden />
              </Button>
            </div>
          </li>
        ))}
      </ol>
    </section>
  );
}

const withOne = (all: readonly Chosen[], index: number, change: Partial<Chosen>): Chosen[] =>
  all.map((one, at) => (at === index ? { ...one, ...change } : one));
