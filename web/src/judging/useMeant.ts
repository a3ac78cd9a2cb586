import { useEffect, useRef } from 'react';

/** A pointer that stays so long on the way to a hand-in means it, in milliseconds; one that passes over does not. */
const RESTS = 60;

/**
 * Says that something is about to be gone to, a moment before it is: a hand is there for a tenth of a second before
 * it presses, and another before it lets go. Where no pointer comes first, the press itself says it.
 */
export function useMeant(onMeant: () => void) {
  const resting = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(resting.current), []);
  const leave = () => clearTimeout(resting.current);
  return {
    onPointerEnter: () => {
      leave();
      resting.current = setTimeout(onMeant, RESTS);
    },
    onPointerLeave: leave,
    onPointerDown: onMeant,
  };
}
