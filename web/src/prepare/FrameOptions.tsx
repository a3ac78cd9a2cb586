import { type Box, boxWithAspect, type Framing, framedBox, placingOf, type Size } from '@nachweis/core';
import type { ReactNode } from 'react';
import { NumberField } from '../ui/NumberField.tsx';

/** Ratios of width to height by the names they are chosen by. */
export const RATIOS = { free: null, '1:1': 1, '4:3': 4 / 3, '16:9': 16 / 9 } as const;
export type RatioName = keyof typeof RATIOS | 'asked' | 'own';

export interface Ratio {
  name: RatioName;
  own: Size;
}

/** The part a box covers, as much as a ratio lets it. */
export function boxAtRatio(box: Box, ratio: number, within: Size): Box {
  const start = { x: box.x, y: box.y };
  const end =
    box.width / box.height > ratio
      ? { x: box.x + Math.round(box.height * ratio), y: box.y + box.height }
      : { x: box.x + box.width, y: box.y + Math.round(box.width / ratio) };
  return boxWithAspect(start, end, ratio, within);
}

/** @param asked size that the proof point asks for, where it asks for both sides */
export function ratioOf({ name, own }: Ratio, asked: Size | null): number | null {
  if (name === 'own') return own.width / own.height;
  if (name === 'asked') return asked ? asked.width / asked.height : null;
  return RATIOS[name];
}

const control = 'h-8 border border-edge bg-card px-1 font-mono text-sm';

export function RatioField({
  ratio,
  asked,
  onChange,
}: {
  ratio: Ratio;
  asked: Size | null;
  onChange: (ratio: Ratio) => void;
}): ReactNode {
  const side = (which: 'width' | 'height') => (
    <NumberField
      min={1}
      aria-label={`Own ratio, ${which}`}
      value={ratio.own[which]}
      onChange={(value) => {
        if (value > 0) onChange({ name: 'own', own: { ...ratio.own, [which]: value } });
      }}
      className={`${control} w-14`}
    />
  );
  return (
    <span className="flex items-center gap-1">
      <label className="flex items-center gap-1 text-sm">
        Ratio
        <select
          value={ratio.name}
          onChange={(event) => onChange({ ...ratio, name: event.target.value as RatioName })}
          className={control}
        >
          {Object.keys(RATIOS).map((name) => (
            <option key={name}>{name}</option>
          ))}
          {asked && (
            <option value="asked">
              as asked, {asked.width}:{asked.height}
            </option>
          )}
          <option value="own">own</option>
        </select>
      </label>
      {ratio.name === 'own' && (
        <>
          {side('width')}:{side('height')}
        </>
      )}
    </span>
  );
}

interface ScaleFieldProps {
  framing: Framing;
  picture: Size;
  /** smallest scale at which text stays readable; null where it is not known or there is no text */
  leastScale: number | null;
  onChange: (width: number | undefined) => void;
}

/** Scales the framed part: as it is, to half, or to a width. */
export function ScaleField({ framing, picture, leastScale, onChange }: ScaleFieldProps): ReactNode {
  const own = framedBox(framing, picture);
  const { size } = placingOf({ framing }, picture);
  const half = Math.max(1, Math.round(own.width / 2));
  const choice = framing.width === undefined ? 'full' : framing.width === half ? 'half' : 'width';
  const scale = size.width / own.width;
  return (
    <span className="flex flex-wrap items-center gap-1">
      <label className="flex items-center gap-1 text-sm">
        Scale
        <select
          value={choice}
          onChange={(event) => {
            const next = event.target.value;
            onChange(next === 'full' ? undefined : next === 'half' ? half : Math.min(own.width, 1280));
          }}
          className={control}
        >
          <option value="full">100 %</option>
          <option value="half">50 %</option>
          <option value="width">to a width</option>
        </select>
      </label>
      {choice !== 'full' && (
        <>
          <NumberField
            min={16}
            max={20_000}
            aria-label="Width to scale to"
            value={size.width}
            onChange={(typed) => {
              const value = Math.round(typed);
              if (value >= 1 && value <= 20_000) onChange(value);
            }}
            className={`${control} w-18`}
          />
          <span className="font-mono text-sm">× {size.height}</span>
        </>
      )}
      {leastScale !== null && scale < leastScale && (
        <span role="status" className="bg-ochre-wash px-2 text-sm text-ochre">
          Text would become too small to read; at least {Math.ceil(own.width * leastScale)} wide keeps it
          readable.
        </span>
      )}
      {scale > 1 && (
        <span role="status" className="bg-ochre-wash px-2 text-sm text-ochre">
          Larger than it was taken: this adds no detail.
        </span>
      )}
    </span>
  );
}
