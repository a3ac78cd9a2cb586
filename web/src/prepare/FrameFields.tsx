import { type Box, clampBox, type Size } from '@nachweis/core';
import type { ReactNode } from 'react';
import { NumberField } from '../ui/NumberField.tsx';

const FIELDS = [
  ['x', 'x'],
  ['y', 'y'],
  ['width', 'width'],
  ['height', 'height'],
] as const;

/** The frame in numbers, to be typed. A number that does not fit is brought to the nearest that does. */
export function FrameFields({
  box,
  within,
  onChange,
}: {
  box: Box;
  within: Size;
  onChange: (box: Box) => void;
}): ReactNode {
  const change = (key: keyof Box, value: number) => {
    const horizontal = key === 'x' || key === 'width';
    const length = horizontal ? within.width : within.height;
    const most = key === 'x' ? length - 1 : key === 'y' ? length - 1 : length - (horizontal ? box.x : box.y);
    const least = key === 'x' || key === 'y' ? 0 : 1;
    const next = clampBox({ ...box, [key]: Math.min(Math.max(Math.round(value), least), most) }, within);
    if (next) onChange(next);
  };
  return (
    <div className="flex flex-wrap gap-2 font-mono text-sm">
      {FIELDS.map(([key, label]) => (
        <label key={key} className="flex items-center gap-1">
          {label}
          <NumberField
            value={box[key]}
            onChange={(value) => change(key, value)}
            className="h-8 w-18 border border-edge bg-card px-1"
          />
        </label>
      ))}
    </div>
  );
}
