import { ArrowDown, ArrowUp } from 'lucide-react';
import type { ReactNode } from 'react';
import { flushSync } from 'react-dom';
import { Button } from './Button.tsx';

interface MoveButtonsProps {
  /** what is moved, as it is called where it stands now */
  name: string;
  /** counted from 0 */
  index: number;
  count: number;
  onMove: (by: 1 | -1) => void;
  look?: 'plain' | 'quiet';
  className?: string;
}

/**
 * Moves a row of a list up and down. The button that was pressed keeps the focus, so that it can be pressed again: also
 * at the end, where it does nothing more, and though a row that moves takes the focus from what is in it.
 */
export function MoveButtons(props: MoveButtonsProps): ReactNode {
  const { name, index, count, onMove, look = 'plain', className = '' } = props;
  return [
    { by: -1 as const, way: 'up', Arrow: ArrowUp, atEnd: index === 0 },
    { by: 1 as const, way: 'down', Arrow: ArrowDown, atEnd: index === count - 1 },
  ].map(({ by, way, Arrow, atEnd }) => (
    <Button
      key={way}
      small
      look={look}
      aria-label={`Move ${name} ${way}`}
      aria-disabled={atEnd}
      className={`${className} aria-disabled:cursor-not-allowed aria-disabled:text-edge aria-disabled:hover:bg-transparent`}
      onClick={({ currentTarget }) => {
        if (atEnd) return;
        flushSync(() => onMove(by));
        currentTarget.focus();
        currentTarget.scrollIntoView({ block: 'nearest' });
      }}
    >
      <Arrow size={16} aria-hidden />
    </Button>
  ));
}
