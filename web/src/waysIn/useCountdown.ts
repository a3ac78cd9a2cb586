import { useCallback, useEffect, useRef, useState } from 'react';
import { useEscapeFirst } from '../ui/useEscapeFirst.ts';
import { takeSettings } from './settings.ts';

/** A countdown that is shown and can be heard. `left` is null while none runs. */
export interface Countdown {
  left: number | null;
  start(seconds: number, then: () => void): void;
  cancel(): void;
}

/** Counts down to a picture; Escape cancels, wherever the focus is. */
export function useCountdown(): Countdown {
  const [left, setLeft] = useState<number | null>(null);
  const running = useRef<{ timer: ReturnType<typeof setInterval>; endsAt: number; then: () => void } | null>(
    null,
  );

  const cancel = useCallback(() => {
    if (running.current) clearInterval(running.current.timer);
    running.current = null;
    setLeft(null);
  }, []);
  const start = useCallback(
    (seconds: number, then: () => void) => {
      cancel();
      if (seconds <= 0) return then();
      const endsAt = performance.now() + seconds * 1000;
      const step = () => {
        const rest = Math.ceil((endsAt - performance.now()) / 1000);
        if (rest <= 0) {
          cancel();
          beep(1320);
          then();
        } else setLeft((before) => (before === rest ? before : tick(rest)));
      };
      running.current = { timer: setInterval(step, 100), endsAt, then };
      setLeft(tick(seconds));
    },
    [cancel],
  );
  useEffect(() => cancel, [cancel]);
  useEscapeFirst(() => {
    const isRunning = running.current !== null;
    cancel();
    return isRunning;
  });
  return { left, start, cancel };
}

function tick(rest: number): number {
  beep(880);
  return rest;
}

let audio: AudioContext | null = null;

function beep(hertz: number): void {
  if (!takeSettings().sound) return;
  audio ??= new AudioContext();
  const [tone, volume] = [audio.createOscillator(), audio.createGain()];
  tone.frequency.value = hertz;
  volume.gain.setValueAtTime(0.12, audio.currentTime);
  volume.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + 0.12);
  tone.connect(volume).connect(audio.destination);
  tone.start();
  tone.stop(audio.currentTime + 0.13);
}
