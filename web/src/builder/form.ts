import type { AssignmentDefinition, PointDefinition, StatementForm } from '@nachweis/contract';
import {
  formatPoints,
  instantOf,
  type LatePer,
  type NameAlphabet,
  type PictureFormat,
  parseNameRule,
  parsePoints,
  wallTimeOf,
} from '@nachweis/core';
import {
  lateForm,
  lateRuleOf,
  mostBytesOf,
  NO_LATE_RULE,
  nameTargetOf,
  ratioOf,
  sizeOf,
  statementFields,
  statementFormOf,
  wordsOf,
} from './readFields.ts';

/** An assignment as the fields of the builder hold it: times as wall times of the course, points as they are typed. */
export interface BuilderForm {
  title: string;
  brief: string;
  opens: string;
  due: string;
  /** empty: nothing is taken after the due time */
  late: string;
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
    ...lateForm(definition.lateRule ?? null),
    attempts: definition.attempts,
    counts: definition.counts ?? 'last',
    groupColumn: definition.groupColumn ?? '',
    anonymous: definition.anonymous ?? false,
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
      words: (point.words ?? []).join('\n'),
      mustShows: point.mustShows.map(({ id, text, units }) => ({ id, text, points: formatPoints(units) })),
    })),
  };
}

/** A field that cannot be read, by its place in the form, with the code of what is wrong. */
export interface FormFault {
  path: string;
  code: string;
}

/** What is written in the fields, as an assignment; or every field that cannot be read. */
export function fromForm(
  form: BuilderForm,
  timeZone: string,
): { definition: AssignmentDefinition; faults: FormFault[] } {
  const faults: FormFault[] = [];
  const fault = (path: string, code: string) => void faults.push({ path, code });
  const instant = (path: 'opens' | 'due' | 'late') => {
    const found = instantOf(form[path], timeZone);
    if (found === null) fault(path, 'time-unreadable');
    return found ?? '1970-01-01T00:00:00.000Z';
  };
  const [opensAt, dueAt] = [instant('opens'), instant('due')];
  const lateUntil = form.late === '' ? null : instant('late');
  if (form.title.trim() === '') fault('title', 'title-missing');
  if (form.nameRule.trim() === '') fault('nameRule', 'rule-missing');
  // A column may come with the class list later; nothing else can.
  else if (parseNameRule(form.nameRule).faults.some(({ code }) => code !== 'unknown-field'))
    fault('nameRule', 'rule-unreadable');
  const statementForm = statementFormOf(form);
  if (form.asksStatement && !statementForm)
    fault(form.statementKind === 'scale' ? 'scaleLeast' : 'questions', 'statement-form-missing');
  const nameTarget = nameTargetOf(form);
  if (!nameTarget) fault('nameLongest', 'name-length');
  if (opensAt > dueAt) fault('due', 'due-before-open');
  if (lateUntil !== null && lateUntil < dueAt) fault('late', 'late-before-due');
  const lateRule = lateRuleOf(form);
  if (lateRule === undefined) fault('lateAmount', 'late-rule-unreadable');
  if (form.points.length === 0) fault('points', 'points-missing');
  const points = form.points.map((point, i): PointDefinition => {
    const at = `points.${i}`;
    if (point.title.trim() === '') fault(`${at}.title`, 'point-title-missing');
    if (point.maxPictures < Math.max(1, point.minPictures)) fault(`${at}.maxPictures`, 'most-below-least');
    const minSize = sizeOf(point);
    if (minSize === null) fault(`${at}.minWidth`, 'size-half');
    const ratio = ratioOf(point);
    if (ratio === null) fault(`${at}.ratio`, 'ratio-unreadable');
    const mostBytes = mostBytesOf(point);
    if (mostBytes === undefined) fault(`${at}.mostKilobytes`, 'largest-unreadable');
    const words = wordsOf(point);
    if (words === null) fault(`${at}.words`, 'words-too-many');
    return {
      ...(point.id && { id: point.id }),
      title: point.title.trim(),
      instructions: point.instructions,
      minPictures: point.minPictures,
      maxPictures: point.maxPictures,
      needsPins: point.needsPins,
      ...(minSize && { minSize }),
      surface: point.surface,
      ...(point.formats.length > 0 && { formats: point.formats }),
      ...(ratio && { ratio }),
      ...(mostBytes && { mostBytes }),
      // None of these is there in a form that was kept before they were asked for.
      ...(point.needsHidden && { needsHidden: true }),
      ...(point.needsText && { needsText: true }),
      ...(point.marks && point.marks !== 'any' && { marks: point.marks }),
      ...(words && words.length > 0 && { words }),
      mustShows: point.mustShows.map((mustShow, j) => {
        const units = parsePoints(mustShow.points);
        if (units === null || units < 0) fault(`${at}.mustShows.${j}.points`, 'points-unreadable');
        if (mustShow.text.trim() === '') fault(`${at}.mustShows.${j}.text`, 'must-show-empty');
        return {
          ...(mustShow.id && { id: mustShow.id }),
          text: mustShow.text.trim(),
          units: Math.max(units ?? 0, 0),
        };
      }),
    };
  });
  // Of a form that was kept before there were criteria.
  const criteria = (form.criteria ?? []).map((criterion, i) => {
    const at = `criteria.${i}`;
    if (criterion.title.trim() === '') fault(`${at}.title`, 'criterion-title-missing');
    return {
      ...(criterion.id && { id: criterion.id }),
      title: criterion.title.trim(),
      levels: criterion.levels.map((level, j) => {
        const units = parsePoints(level.points);
        if (units === null || units < 0) fault(`${at}.levels.${j}.points`, 'points-unreadable');
        if (level.text.trim() === '') fault(`${at}.levels.${j}.text`, 'level-empty');
        return { text: level.text.trim(), units: Math.max(units ?? 0, 0) };
      }),
    };
  });
  const definition: AssignmentDefinition = {
    title: form.title.trim(),
    brief: form.brief,
    opensAt,
    dueAt,
    lateUntil,
    attempts: form.attempts,
    counts: form.counts,
    ...(form.anonymous && { anonymous: true }),
    ...(form.groupColumn && { groupColumn: form.groupColumn }),
    lateRule: lateRule ?? null,
    statementPrompt: form.asksStatement ? form.statementPrompt : null,
    ...(form.asksStatement && statementForm && statementForm.kind !== 'free' && { statementForm }),
    nameRule: form.nameRule.trim(),
    ...(nameTarget && (nameTarget.alphabet !== 'any' || nameTarget.longest !== null) && { nameTarget }),
    points,
    ...(criteria.length > 0 && { criteria }),
  };
  return { definition, faults };
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
