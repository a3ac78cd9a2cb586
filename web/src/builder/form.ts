import type { AssignmentDefinition, PointDefinition, StatementForm } from '@nachweis/contract';
import {
  type Finish,
  formatPoints,
  type LatePer,
  type NameAlphabet,
  type PictureFormat,
  wallTimeOf,
} from '@nachweis/core';
import { lateForm, NO_LATE_RULE, statementFields } from './readFields.ts';

/** An assignment as the fields of the builder hold it: times as wall times of the course, points as they are typed. */
export interface BuilderForm {
  title: string;
  brief: string;
  opens: string;
  due: string;
  /** empty: nothing is taken after the due time */
  late: string;
  /**
   * The instants that the three were made of: a field of minutes has neither seconds nor the second of two hours that
   * have one name. What is not changed stays as exact as it was. Not in forms that were kept before there was this.
   */
  exact?: { opens: string; due: string; late: string } | undefined;
  lateCosts: 'nothing' | 'percent' | 'points';
  /** as it is typed: percent, or points such as "0.5" */
  lateAmount: string;
  latePer: LatePer;
  /** minutes */
  lateGrace: number;
  /** percent */
  lateFloor: number;
  attempts: number;
  counts: NonNullable<AssignmentDefinition['counts']>;
  /** column of the class list; empty: each hands in alone */
  groupColumn: string;
  anonymous: boolean;
  /** points beyond all others, as they are typed; empty: none. Not in forms that were kept before there was this. */
  bonus?: string;
  /** in units, as a list of choices gives it. Not in forms that were kept before there was this. */
  roundTo?: string;
  asksStatement: boolean;
  statementPrompt: string;
  statementKind: StatementForm['kind'];
  /** one in a line */
  questions: string;
  scaleSteps: number;
  scaleLeast: string;
  scaleMost: string;
  nameRule: string;
  nameAlphabet: NameAlphabet;
  /** most bytes of a name, as it is typed; empty: as many as file systems take */
  nameLongest: string;
  points: PointForm[];
  criteria: CriterionForm[];
}

export interface CriterionForm {
  id?: string | undefined;
  title: string;
  /** the best first */
  levels: Array<{ text: string; points: string }>;
}

export interface PointForm {
  /** of a proof point that is there already */
  id?: string | undefined;
  title: string;
  instructions: string;
  minPictures: number;
  maxPictures: number;
  needsPins: boolean;
  /** empty: any */
  minWidth: string;
  minHeight: string;
  surface: NonNullable<PointDefinition['surface']>;
  /** empty: any */
  formats: PictureFormat[];
  /** as it is typed, "16:9"; empty: any */
  ratio: string;
  /** as it is typed; empty: any */
  mostKilobytes: string;
  needsHidden: boolean;
  needsText: boolean;
  marks: NonNullable<PointDefinition['marks']>;
  finishes: Record<Finish['kind'], 'any' | 'asked' | 'forbidden'>;
  /** one in each line; empty: none */
  words: string;
  mustShows: MustShowForm[];
}

export interface MustShowForm {
  id?: string | undefined;
  text: string;
  /** as it is typed, "1.5" */
  points: string;
}

const ANY_FINISHES: PointForm['finishes'] = {
  'set-off': 'any',
  'cut-here': 'any',
  ground: 'any',
  tone: 'any',
};

export const EMPTY_POINT: PointForm = {
  title: '',
  instructions: '',
  minPictures: 1,
  maxPictures: 1,
  needsPins: true,
  minWidth: '',
  minHeight: '',
  surface: 'any',
  formats: [],
  ratio: '',
  mostKilobytes: '',
  needsHidden: false,
  needsText: false,
  marks: 'any',
  finishes: ANY_FINISHES,
  words: '',
  mustShows: [{ text: '', points: '1' }],
};

/** Levels that a new criterion begins with. */
export const EMPTY_LEVELS: CriterionForm['levels'] = [
  { text: '', points: '2' },
  { text: '', points: '1' },
  { text: '', points: '0' },
];

export function toForm(definition: AssignmentDefinition, timeZone: string): BuilderForm {
  const wall = (instant: string) => wallTimeOf(instant, timeZone);
  return {
    title: definition.title,
    brief: definition.brief,
    opens: wall(definition.opensAt),
    due: wall(definition.dueAt),
    late: definition.lateUntil ? wall(definition.lateUntil) : '',
    exact: { opens: definition.opensAt, due: definition.dueAt, late: definition.lateUntil ?? '' },
    ...lateForm(definition.lateRule ?? null),
    attempts: definition.attempts,
    counts: definition.counts ?? 'last',
    groupColumn: definition.groupColumn ?? '',
    anonymous: definition.anonymous ?? false,
    bonus: definition.bonusUnits ? formatPoints(definition.bonusUnits) : '',
    roundTo: String(definition.roundTo ?? 1),
    asksStatement: definition.statementPrompt !== null,
    statementPrompt: definition.statementPrompt ?? '',
    ...statementFields(definition.statementForm ?? { kind: 'free' }),
    nameRule: definition.nameRule,
    nameAlphabet: definition.nameTarget?.alphabet ?? 'any',
    nameLongest: String(definition.nameTarget?.longest ?? ''),
    criteria: (definition.criteria ?? []).map(({ id, title, levels }) => ({
      id,
      title,
      levels: levels.map(({ text, units }) => ({ text, points: formatPoints(units) })),
    })),
    points: definition.points.map((point) => ({
      id: point.id,
      title: point.title,
      instructions: point.instructions,
      minPictures: point.minPictures ?? 1,
      maxPictures: point.maxPictures ?? 1,
      needsPins: point.needsPins ?? false,
      minWidth: point.minSize ? String(point.minSize.width) : '',
      minHeight: point.minSize ? String(point.minSize.height) : '',
      surface: point.surface ?? 'any',
      formats: point.formats ?? [],
      ratio: point.ratio ? `${point.ratio.width}:${point.ratio.height}` : '',
      mostKilobytes: point.mostBytes ? String(Math.round(point.mostBytes / 1000)) : '',
      needsHidden: point.needsHidden ?? false,
      needsText: point.needsText ?? false,
      marks: point.marks ?? 'any',
      finishes: { ...ANY_FINISHES, ...point.finishes },
      words: (point.words ?? []).join('\n'),
      mustShows: point.mustShows.map(({ id, text, units }) => ({ id, text, points: formatPoints(units) })),
    })),
  };
}

/** A new assignment: it opens with the next morning and is due a week after, in the evening. */
export function newForm(now: Date, timeZone: string): BuilderForm {
  const day = (later: number) =>
    wallTimeOf(new Date(now.getTime() + later * 24 * 3_600_000).toISOString(), timeZone).slice(0, 10);
  return {
    title: '',
    brief: '',
    opens: `${day(1)}T08:00`,
    due: `${day(8)}T18:00`,
    late: '',
    ...NO_LATE_RULE,
    attempts: 1,
    counts: 'last',
    groupColumn: '',
    anonymous: false,
    bonus: '',
    roundTo: '1',
    asksStatement: false,
    statementPrompt: '',
    ...statementFields({ kind: 'free' }),
    nameRule: '{surname}_{assignment}_{point}',
    nameAlphabet: 'any',
    nameLongest: '',
    criteria: [],
    points: [{ ...EMPTY_POINT, mustShows: [...EMPTY_POINT.mustShows] }],
  };
}
