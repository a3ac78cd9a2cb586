import type { MustShow } from '@nachweis/contract';
import type { Verdict } from '@nachweis/core';
import { useEffect, useRef } from 'react';
import { isKeyOff } from '../ui/ownSettings.ts';
import { isTyping } from '../ui/typing.ts';

interface ReviewKeys {
  mustShows: readonly MustShow[];
  chosen: MustShow | null;
  verdicts: Readonly<Record<string, Verdict>>;
  onChoose: (mustShowId: string) => void;
  onVerdicts: (verdicts: Record<string, Verdict | null>) => void;
  /** to the next or the previous picture of the proof point */
  onStep: (step: 1 | -1) => void;
  /** all of its pictures beside each other, or one */
  onTogether: () => void;
  /** to the next or the previous proof point */
  onPoint: (step: 1 | -1) => void;
  onStudent: (step: 1 | -1) => void;
  onPins: () => void;
  onRemark: () => void;
  /** the letter of the one that is chosen was pressed again */
  onToPin: () => void;
  onNextWaiting: () => void;
  onCompare: () => void;
}

/** By position on the keyboard, so that Shift and other layouts do not change what a digit means. */
const VERDICT_KEYS: Readonly<Record<string, Verdict | null>> = {
  Digit1: 'shown',
  Digit2: 'partly',
  Digit3: 'not-shown',
  Digit0: null,
  Numpad1: 'shown',
  Numpad2: 'partly',
  Numpad3: 'not-shown',
  Numpad0: null,
};

/**
 * The keys of a review: a must-show's letter chooses it, 1 2 3 give its verdict and go on to the next open one, with
 * Shift all of the proof point get it, 0 clears. The letter again goes to its pin. Left and right change the proof point,
 * full stop and comma the picture where it has several, t shows them together. Page Up and Page Down change the student,
 * n goes to the next one that waits, w compares with others.
 * @param keys null while none of them is meant for what is on the page
 */
export function useReviewKeys(keys: ReviewKeys | null): void {
  const latest = useRef(keys);
  latest.current = keys;
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (!latest.current) return;
      const { mustShows, chosen, verdicts, onChoose, onVerdicts, onPoint, onStudent, onPins, onRemark } =
        latest.current;
      const { onToPin, onNextWaiting, onCompare, onStep, onTogether } = latest.current;
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target) || isKeyOff(event)) return;
      if (document.querySelector('[role=dialog]')) return;
      // While words are being written, letters and digits belong to them, wherever the last click took the focus.
      const field = document.querySelector<HTMLElement>('[data-typing]');
      if (field && event.key.length === 1 && event.key !== ' ') return field.focus();
      // A number pad without its lock gives Home and End.
      const isDigit = event.code.startsWith('Digit') || /^\d$/.test(event.key);
      if (event.code in VERDICT_KEYS && isDigit) {
        const verdict = VERDICT_KEYS[event.code] ?? null;
        event.preventDefault();
        if (event.shiftKey) onVerdicts(Object.fromEntries(mustShows.map((m) => [m.id, verdict])));
        else if (chosen) {
          onVerdicts({ [chosen.id]: verdict });
          const after = mustShows.slice(mustShows.indexOf(chosen) + 1).find((m) => !verdicts[m.id]);
          if (verdict && after) onChoose(after.id);
        }
        return;
      }
      const letter = mustShows.find((m) => m.letter === event.key);
      if (letter && letter === chosen) onToPin();
      else if (letter) onChoose(letter.id);
      else if (event.key === 'ArrowRight') onPoint(1);
      else if (event.key === 'ArrowLeft') onPoint(-1);
      else if (event.key === '.') onStep(1);
      else if (event.key === ',') onStep(-1);
      else if (event.key === 't') onTogether();
      else if (event.key === 'PageDown') onStudent(1);
      else if (event.key === 'PageUp') onStudent(-1);
      else if (event.key === 'v') onPins();
      else if (event.key === 'r') onRemark();
      else if (event.key === 'n') onNextWaiting();
      else if (event.key === 'w') onCompare();
      else return;
      event.preventDefault();
    };
    addEventListener('keydown', onKeyDown);
    return () => removeEventListener('keydown', onKeyDown);
  }, []);
}
