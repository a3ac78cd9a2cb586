import {
  type Framing,
  framedBox,
  placingOf,
  type ScaledTo,
  type Scaling,
  type Size,
  scaledTo,
} from '@nachweis/core';
import { type ReactNode, useState } from 'react';
import { NumberField } from '../ui/NumberField.tsx';
import { control } from './FrameOptions.tsx';

/** Pixels; what is wider no browser draws. */
const MOST_WIDE = 20_000;
const SCALING_WORDS: Readonly<Record<Scaling, string>> = {
  sharp: 'sharp, for text',
  smooth: 'smooth, for photographs',
};

export interface ScaleFieldProps {
  framing: Framing;
  picture: Size;
  /** smallest scale at which text stays readable; null where it is not known or there is no text */
  leastScale: number | null;
  onChange: (scaledTo: ScaledTo) => void;
}

/** The size that a framed part is scaled to, in pixels or as a percentage, how that is done, and what it costs. */
export default function ScaledSize({ framing, picture, leastScale, onChange }: ScaleFieldProps): ReactNode {
  const own = framedBox(framing, picture);
  const { size } = placingOf({ framing }, picture);
  const scale = size.width / own.width;
  const [typed, setTyped] = useState<number | null>(null);
  const widthAt = (percent: number) => Math.round((own.width * percent) / 100);
  // As it was typed, although it comes to a whole width.
  const percent = typed !== null && widthAt(typed) === size.width ? typed : Math.round(scale * 1000) / 10;
  const setWidth = (wanted: number) => {
    const width = Math.round(wanted);
    if (width >= 1 && width <= MOST_WIDE) onChange({ ...scaledTo(framing), width });
  };
  return (
    <>
      <NumberField
        min={16}
        max={MOST_WIDE}
        aria-label="Width to scale to"
        value={size.width}
        onChange={setWidth}
        className={`${control} w-18`}
      />
      <span className="font-mono text-sm">× {size.height},</span>
      <NumberField
        min={1}
        max={1000}
        step="any"
        aria-label="Percentage to scale to"
        value={percent}
        onChange={(typed) => {
          setTyped(typed);
          setWidth(widthAt(typed));
        }}
        className={`${control} w-16`}
      />
      <span className="text-sm">%</span>
      <select
        aria-label="How it is scaled"
        value={framing.scaling ?? 'sharp'}
        onChange={(event) => onChange({ ...scaledTo(framing), scaling: event.target.value as Scaling })}
        className={control}
      >
        {Object.entries(SCALING_WORDS).map(([way, words]) => (
          <option key={way} value={way}>
            {words}
          </option>
        ))}
      </select>
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
    </>
  );
}
