import { RadioGroup } from 'radix-ui';
import { type KeyboardEvent, type ReactNode, useRef } from 'react';

interface ChoicesProps<V extends string> {
  label: string;
  /** null while nothing is chosen */
  value: V | null;
  options: ReadonlyArray<{ value: V; content: ReactNode }>;
  onChoose: (value: V) => void;
  disabled?: boolean;
}

/** One of a few, side by side; arrow keys go from one to the next. */
export function Choices<V extends string>({
  label,
  value,
  options,
  onChoose,
  disabled = false,
}: ChoicesProps<V>): ReactNode {
  // The library goes on a moment after the key, and chooses only while that key is still down: a short press on a busy
  // machine would move the focus and leave the choice.
  const byArrow = useRef(false);
  const told = useRef<V | null>(null);
  const choose = (chosen: V) => {
    if (chosen === told.current) return;
    // The library may tell the same choice once more within the same event.
    told.current = chosen;
    queueMicrotask(() => {
      told.current = null;
    });
    onChoose(chosen);
  };
  return (
    <RadioGroup.Root
      value={value ?? ''}
      onValueChange={(chosen) => choose(chosen as V)}
      onKeyDownCapture={({ key }: KeyboardEvent) => {
        byArrow.current = key.startsWith('Arrow');
      }}
      onBlur={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget)) byArrow.current = false;
      }}
      onPointerDownCapture={() => {
        byArrow.current = false;
      }}
      aria-label={label}
      disabled={disabled}
      orientation="horizontal"
      className="flex flex-wrap gap-1"
    >
      {options.map((option) => (
        <RadioGroup.Item
          key={option.value}
          value={option.value}
          onFocus={() => {
            if (!byArrow.current) return;
            byArrow.current = false;
            if (option.value !== value) choose(option.value);
          }}
          className="flex min-h-8 flex-1 items-center justify-center gap-1 rounded-md border border-edge bg-card px-2 text-sm whitespace-nowrap hover:bg-verdigris-wash data-[state=checked]:border-verdigris data-[state=checked]:bg-verdigris data-[state=checked]:text-card"
        >
          {option.content}
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  );
}
