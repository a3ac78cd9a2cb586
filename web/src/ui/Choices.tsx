import { RadioGroup } from 'radix-ui';
import type { ReactNode } from 'react';

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
  return (
    <RadioGroup.Root
      value={value ?? ''}
      onValueChange={(chosen) => onChoose(chosen as V)}
      aria-label={label}
      disabled={disabled}
      orientation="horizontal"
      className="flex gap-1"
    >
      {options.map((option) => (
        <RadioGroup.Item
          key={option.value}
          value={option.value}
          className="flex min-h-8 flex-1 items-center justify-center gap-1 rounded-md border border-edge bg-card px-1 text-sm whitespace-nowrap hover:bg-verdigris-wash data-[state=checked]:border-verdigris data-[state=checked]:bg-verdigris data-[state=checked]:text-card"
        >
          {option.content}
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
  );
}
