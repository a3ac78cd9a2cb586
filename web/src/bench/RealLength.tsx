import { type Measure, measured } from '@nachweis/core';
import { type ReactNode, useId, useState } from 'react';
import { NumberField } from '../ui/NumberField.tsx';

/** Units that are offered; any other can be written. */
const UNITS = ['mm', 'cm', 'm', 'km', 'µm', 'in', 's', 'V'] as const;

interface RealLengthProps {
  length: Measure;
  onCalibrate: (value: number, unit: string) => void;
}

/** What a length is in reality, as a scale bar or a ruler in the picture says. */
export function RealLength({ length, onCalibrate }: RealLengthProps): ReactNode {
  const known = length.unit !== 'px';
  const [unit, setUnit] = useState(known ? length.unit : 'mm');
  const value = known ? Number(measured(length).toPrecision(4)) : null;
  const units = useId();
  return (
    <fieldset className="flex flex-wrap items-center gap-2 border border-rule p-2">
      <legend>What it is in reality</legend>
      <NumberField
        aria-label="Real length"
        min={0}
        step="any"
        value={value}
        className="h-8 w-24 border border-edge bg-card px-1.5 font-mono"
        onChange={(next) => next > 0 && unit.trim() !== '' && onCalibrate(next, unit.trim())}
        onClear={() => undefined}
      />
      <input
        aria-label="Unit"
        list={units}
        maxLength={12}
        value={unit}
        className="h-8 w-18 border border-edge bg-card px-1.5"
        onChange={({ target: { value: next } }) => {
          setUnit(next);
          if (known && next.trim() !== '') onCalibrate(measured(length), next.trim());
        }}
      />
      <datalist id={units}>
        {UNITS.map((one) => (
          <option key={one} value={one} />
        ))}
      </datalist>
      <p className="text-faded">Everything that is measured in this picture follows.</p>
    </fieldset>
  );
}
