import type { LucideIcon } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from '../ui/Button.tsx';

/** A button that shows a sign only; what it does is read and hovered. */
export function SignButton({
  label,
  icon: Icon,
  onClick,
}: {
  label: string;
  icon: LucideIcon;
  onClick: () => void;
}): ReactNode {
  return (
    <Button small look="quiet" aria-label={label} title={label} onClick={onClick}>
      <Icon size={18} aria-hidden />
    </Button>
  );
}
