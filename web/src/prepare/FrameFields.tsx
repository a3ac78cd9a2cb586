import type { ReactNode } from 'react';
import { NumberField } from '../ui/NumberField.tsx';
import type { TypedBox } from './useTypedBox.ts';

const FIELDS = [
  ['x', 'x'],
  ['y', 'y'],
  ['width', 'width'],
  ['height', 'height'],
] as const;

/** The frame in numbers, to be typed. */
export function FrameFields({ typed: { shown, type, misfit } }: { typed: TypedBox }): ReactNode {
  return (
    <div className="flex flex-wrap gap-2 font-mono text-sm">
      {FIELDS.map(([key, label]) => (
        <label key={key} className="flex items-center gap-1">
          {label}
          <NumberField
            value={shown[key]}
            onChange={(value) => type(key, value)}
            {...(misfit && { 'aria-describedby': 'frame-misfit' })}
            className="h-8 w-18 border border-edge bg-card px-1"
          />
        </label>
      ))}
    </div>
  );
}
