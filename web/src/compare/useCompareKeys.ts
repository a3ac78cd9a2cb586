import { useEffect, useRef } from 'react';
import { isKeyOff } from '../ui/ownSettings.ts';
import { isTyping } from '../ui/typing.ts';
import { VIEWS, type View } from './compareWords.ts';

interface CompareKeys {
  onView: (view: View) => void;
  onPlace: (step: 1 | -1) => void;
  /** to the picture after or before the one it is compared with */
  onOther: (step: 1 | -1) => void;
  onTurn: () => void;
  onBack: () => void;
}

/** 1 to 4 choose the view, full stop and comma walk the places that differ, left and right the others, T turns, Escape goes back. */
export function useCompareKeys(keys: CompareKeys): void {
  const latest = useRef(keys);
  latest.current = keys;
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const { onView, onPlace, onOther, onTurn, onBack } = latest.current;
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target) || isKeyOff(event)) return;
      if (document.querySelector('[role=dialog]')) return;
      // A slider and the choice of a view have arrows of their own.
      const ownArrows =
        event.target instanceof Element && event.target.closest('input, select, [role=radiogroup]');
      if (ownArrows && event.key.startsWith('Arrow')) return;
      const view = VIEWS.find(({ key }) => key === event.key)?.value;
      if (view) onView(view);
      else if (event.key === '.') onPlace(1);
      else if (event.key === ',') onPlace(-1);
      else if (event.key === 'ArrowRight' || event.key === 'ArrowLeft')
        onOther(event.key === 'ArrowRight' ? 1 : -1);
      else if (event.key === 't') onTurn();
      else if (event.key === 'Escape') onBack();
      else return;
      event.preventDefault();
    };
    addEventListener('keydown', onKeyDown);
    return () => removeEventListener('keydown', onKeyDown);
  }, []);
}
