import { useEffect, useState } from 'react';
import { isKeyOff } from '../ui/ownSettings.ts';
import { isTyping } from '../ui/typing.ts';

/** Which parts' keys are asked for, by `?` or by the button; null while they are not. */
export function useKeyHelp(): { parts: string[] | null; ask: () => void; close: () => void } {
  const [parts, setParts] = useState<string[] | null>(null);
  const ask = () => setParts(partsInView());
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (event.key !== '?' || isTyping(event.target) || isKeyOff(event)) return;
      event.preventDefault();
      setParts(partsInView());
    };
    addEventListener('keydown', onKeyDown);
    return () => removeEventListener('keydown', onKeyDown);
  }, []);
  return { parts, ask, close: () => setParts(null) };
}

/** Of what lies on top: a dialog has keys of its own, and the page under it none. */
function partsInView(): string[] {
  const top = [...document.querySelectorAll('[role=dialog]')].at(-1) ?? document;
  const named = [...top.querySelectorAll<HTMLElement>('[data-keys]')].map((part) => part.dataset.keys ?? '');
  return [...new Set(named)];
}
