import { type Box, boxWithAspect, framedBox, type Size, scaledTo } from '@nachweis/core';
import { lazy, type ReactNode, Suspense } from 'react';
import { NumberField } from '../ui/NumberField.tsx';
import type { ScaleFieldProps } from './ScaledSize.tsx';

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

export const control = 'h-8 border border-edge bg-card px-1 font-mono text-sm';

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

/** Most pictures stay as large as they are. */
const ScaledSize = lazy(() =>
  import('./ScaledSize.tsx').catch(() => ({
    default: () => <span className="text-sm text-faded">The rest comes with a connection.</span>,
  })),
);

/** Scales the framed part: as it is, to half, or to a width or a percentage. */
export function ScaleField(props: ScaleFieldProps): ReactNode {
  const { framing, picture, onChange } = props;
  const own = framedBox(framing, picture);
  const half = Math.max(1, Math.round(own.width / 2));
  const choice = framing.width === undefined ? 'full' : framing.width === half ? 'half' : 'own';
  return (
    <span className="flex flex-wrap items-center gap-1">
      <label className="flex items-center gap-1 text-sm">
        Scale
        <select
          value={choice}
          onChange={(event) => {
            const next = event.target.value;
            const width = next === 'half' ? half : Math.min(own.width, 1280);
            onChange(next === 'full' ? {} : { ...scaledTo(framing), width });
          }}
          className={control}
        >
          <option value="full">100 %</option>
          <option value="half">50 %</option>
          <option value="own">to a size</option>
        </select>
      </label>
      {choice !== 'full' && (
        <Suspense fallback={null}>
          <ScaledSize {...props} />
        </Suspense>
      )}
    </span>
  );
}
