import { curveFitter } from './curveFitter.ts';
import { notes } from './notes.ts';
import { probeConsole } from './probeConsole.ts';
import type { Program } from './program.ts';
import { shell } from './shell.ts';
import { stageTable } from './stageTable.ts';
import { videoPlayer } from './videoPlayer.ts';

export const PROGRAM_IDS = [
  'stage-table',
  'curve-fitter',
  'probe-console',
  'shell',
  'notes',
  'video-player',
] as const;
export type ProgramId = (typeof PROGRAM_IDS)[number];

export const PROGRAMS: Readonly<Record<ProgramId, Program>> = {
  'stage-table': stageTable,
  'curve-fitter': curveFitter,
  'probe-console': probeConsole,
  shell,
  notes,
  'video-player': videoPlayer,
};
