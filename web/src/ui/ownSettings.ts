import { useSyncExternalStore } from 'react';

/** How a person wants this browser to look and listen. */
export interface OwnSettings {
  scheme: 'system' | 'light' | 'dark';
  /** whether a single letter, digit or sign without Ctrl or Alt is a command (WCAG 2.2, 2.1.4) */
  singleKeys: boolean;
}

const DEFAULTS: OwnSettings = { scheme: 'system', singleKeys: true };
const KEY = 'nachweis-own-settings';

let settings = read();
const listeners = new Set<() => void>();

function read(): OwnSettings {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<OwnSettings>;
    return {
      scheme: kept.scheme === 'light' || kept.scheme === 'dark' ? kept.scheme : 'system',
      singleKeys: kept.singleKeys !== false,
    };
  } catch {
    return DEFAULTS;
  }
}

export const ownSettings = (): OwnSettings => settings;

export function changeOwnSettings(change: Partial<OwnSettings>): void {
  settings = { ...settings, ...change };
  try {
    localStorage.setItem(KEY, JSON.stringify(settings));
  } catch {
    // They hold until the page is left.
  }
  applyScheme();
  for (const listener of listeners) listener();
}

export const resetOwnSettings = (): void => changeOwnSettings(DEFAULTS);

export const useOwnSettings = (): OwnSettings =>
  useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, ownSettings);

/** Tells the style sheet which scheme is wanted. Another tab's choice is taken over too. */
export function applyScheme(): void {
  if (settings.scheme === 'system') delete document.documentElement.dataset.scheme;
  else document.documentElement.dataset.scheme = settings.scheme;
}

export function followOtherTabs(): void {
  window.addEventListener('storage', (event) => {
    if (event.key !== KEY && event.key !== null) return;
    settings = read();
    applyScheme();
    for (const listener of listeners) listener();
  });
}

/** Whether a key press is a single key that its person does not want as a command. */
export const isKeyOff = (event: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey'>): boolean =>
  !settings.singleKeys &&
  event.key.length === 1 &&
  event.key !== ' ' &&
  !event.ctrlKey &&
  !event.metaKey &&
  !event.altKey;
