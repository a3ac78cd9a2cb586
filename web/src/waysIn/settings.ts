import type { PresetSettings } from '@nachweis/contract';
import { type Box, clampBox, type Framing } from '@nachweis/core';
import { useSyncExternalStore } from 'react';
import { keepNote, readNote } from '../store/notes.ts';

/** How pictures are taken now; a preset is a named copy of it. */
export interface TakeSettings extends PresetSettings {
  /** whether the countdown can be heard */
  sound: boolean;
  /** stay ready: no framing after each picture */
  series: boolean;
}

const FIRST: TakeSettings = {
  source: 'screen-share',
  surface: 'any',
  framing: 'whole',
  box: null,
  delay: 3,
  pointer: false,
  width: null,
  target: 'next',
  copyTo: 'nowhere',
  sound: true,
  series: false,
};
const KEY = 'nachweis-station';
const LAST_BOX = 'nachweis-last-region';

let settings: TakeSettings = { ...FIRST, ...readNote<Partial<TakeSettings>>(KEY) };
const listeners = new Set<() => void>();

export function useTakeSettings(): TakeSettings {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => settings,
  );
}

export const takeSettings = (): TakeSettings => settings;

export function changeTakeSettings(change: Partial<TakeSettings>): void {
  settings = { ...settings, ...change };
  // A convenience, not work: where storage is full it is forgotten with the page.
  keepNote(KEY, settings);
  for (const listener of listeners) listener();
}

/** The region that was accepted last, for the same place again. */
export const lastRegion = (): Box | null => readNote<Box>(LAST_BOX);

export const rememberRegion = (box: Box): void => void keepNote(LAST_BOX, box);

/** The framing a picture begins with: what a preset says, as far as it fits the picture. */
export function framingFromSettings(capture: { width: number; height: number }): Framing {
  const { framing, box, width } = takeSettings();
  const fits = framing === 'region' && box ? clampBox(box, capture) : null;
  const scaled = width !== null && width < capture.width ? { width } : {};
  return fits ? { kind: 'region', box: fits, ...scaled } : { kind: 'whole', ...scaled };
}

/** Whether the station's series goes on a plate. */
export function goesOnPlate(): boolean {
  const { series, target } = takeSettings();
  return series && (target === 'plate' || target === 'new-plate');
}
