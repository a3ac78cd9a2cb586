import { curveFitter } from './curveFitter.ts';
import { probeConsole } from './probeConsole.ts';
import type { Program } from './program.ts';
import { stageTable } from './stageTable.ts';

export const PROGRAM_IDS = ['stage-table', 'curve-fitter', 'probe-console'] as const;
export type ProgramId = (typeof PROGRAM_IDS)[number];

export const PROGRAMS: Readonly<Record<ProgramId, Program>> = {
  'stage-table': stageTable,
  'curve-fitter': curveFitter,
  'probe-console': probeConsole,
};
