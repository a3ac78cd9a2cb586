import { type InputHTMLAttributes, type ReactNode, useState } from 'react';

interface NumberFieldProps
  extends Omit<InputHTMLAttributes<HTMLInputElement>, 'value' | 'onChange' | 'onBlur' | 'type'> {
  /** null for none */
  value: number | null;
  /** called with every number that is typed; one that is not taken stays in the field until it is left */
  onChange: (value: number) => void;
  onClear?: () => void;
}

/** A number that is typed. On the way to one that fits, the field may be empty or hold one that does not. */
export function NumberField({ value, onChange, onClear, ...rest }: NumberFieldProps): ReactNode {
  const [typed, setTyped] = useState<string | null>(null);
  const [seen, setSeen] = useState(value);
  if (value !== seen) {
    setSeen(value);
    // Brought to what fits, or changed from elsewhere.
    if (typed !== null && value !== (typed === '' ? null : Number(typed))) setTyped(null);
  }
  return (
    <input
      {...rest}
      type="number"
      value={typed ?? value ?? ''}
      onChange={(event) => {
        const { value: text, valueAsNumber } = event.target;
        setTyped(text);
        if (Number.isFinite(valueAsNumber)) onChange(valueAsNumber);
        else onClear?.();
      }}
      onBlur={() => setTyped(null)}
    />
  );
}
