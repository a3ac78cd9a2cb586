import { ApiProblem } from '../api/apiProblem.ts';
import type { CallCode } from '../words/calls.ts';
import type { KeptProblem } from './pictureDocument.ts';

/** Nothing at all can be sent now: trying the next one is of no use. */
const ENDS_ROUND: ReadonlySet<CallCode> = new Set(['offline', 'signed-out', 'other-person', 'outdated-page']);
/** It may work the next time; where it does not, again and again, that may be the entry's own doing. */
const PASSING: ReadonlySet<CallCode> = new Set(['unreadable', 'too-slow', 'internal']);

/** The server takes nothing of the kind from anybody for now: it will, whatever the entry is. */
const HELD_UP: ReadonlySet<CallCode> = new Set(['busy', 'disk-full', 'too-many-requests']);

/** Something else is there by now: its person says which of the two it is to be. */
const TO_CHOOSE: ReadonlySet<CallCode> = new Set(['stale-version', 'point-full']);

/** Thrown on by what sends, to whoever sends one after the other. */
export class RoundEnded extends Error {}

/** What becomes of an entry that could not be sent. */
type Fate = { kind: 'failed' | 'held-up' } | { kind: 'not-taken'; as: 'stale' | 'refused' };

/** Sorts an error: what ends the round is thrown on, everything else is kept with the entry. */
export function fateOf(error: unknown): Fate & { problem: KeptProblem } {
  if (!(error instanceof ApiProblem)) return { kind: 'failed', problem: { code: 'unreadable', data: {} } };
  const { code, data } = error;
  if (ENDS_ROUND.has(code)) throw new RoundEnded();
  const problem = { code, data };
  if (PASSING.has(code)) return { kind: 'failed', problem };
  if (HELD_UP.has(code)) return { kind: 'held-up', problem };
  return { kind: 'not-taken', as: TO_CHOOSE.has(code) ? 'stale' : 'refused', problem };
}
