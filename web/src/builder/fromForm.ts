import type { AssignmentDefinition, PointDefinition } from '@nachweis/contract';
import { FINISHES, POINT_STEPS, parseNameRule, parsePoints } from '@nachweis/core';
import type { BuilderForm, CriterionForm, PointForm } from './form.ts';
import {
  bonusOf,
  countFaults,
  instantIn,
  isWhole,
  lateFault,
  lateRuleOf,
  MOST_COUNT,
  mostBytesOf,
  nameTargetOf,
  ratioOf,
  sizeOf,
  statementFormOf,
  wordsOf,
} from './readFields.ts';

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
  const fault: Fault = (path, code) => void faults.push({ path, code });
  const instant = (path: 'opens' | 'due' | 'late') => {
    const found = instantIn(form, path, timeZone);
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
  const unreadable = lateFault(form);
  if (unreadable) fault(...unreadable);
  const bonusUnits = bonusOf(form);
  if (bonusUnits === null) fault('bonus', 'points-unreadable');
  const roundTo = POINT_STEPS.find((step) => step > 1 && String(step) === form.roundTo);
  if (!isWhole(form.attempts, 1, MOST_COUNT)) fault('attempts', 'whole-number');
  if (form.points.length === 0) fault('points', 'points-missing');
  const points = form.points.map((point, i) => pointFrom(point, `points.${i}`, fault));
  // Of a form that was kept before there were criteria.
  const criteria = (form.criteria ?? []).map((one, i) => criterionFrom(one, `criteria.${i}`, fault));
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
    ...(bonusUnits && { bonusUnits }),
    ...(roundTo && { roundTo }),
    statementPrompt: form.asksStatement ? form.statementPrompt : null,
    ...(form.asksStatement && statementForm && statementForm.kind !== 'free' && { statementForm }),
    nameRule: form.nameRule.trim(),
    ...(nameTarget && (nameTarget.alphabet !== 'any' || nameTarget.longest !== null) && { nameTarget }),
    points,
    ...(criteria.length > 0 && { criteria }),
  };
  return { definition, faults };
}

type Fault = (path: string, code: string) => void;

/** @param at the place of the proof point in the form */
function pointFrom(point: PointForm, at: string, fault: Fault): PointDefinition {
  if (point.title.trim() === '') fault(`${at}.title`, 'point-title-missing');
  for (const [field, code] of countFaults(point)) fault(`${at}.${field}`, code);
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
    ...finishesFrom(point.finishes ?? {}),
    ...(words && words.length > 0 && { words }),
    mustShows: point.mustShows.map(({ id, ...mustShow }, j) => ({
      ...(id && { id }),
      ...worthFrom(mustShow, `${at}.mustShows.${j}`, 'must-show-empty', fault),
    })),
  };
}

/** What is asked of finishes, or not wanted; nothing where all of them are as the student likes. */
function finishesFrom(finishes: Partial<PointForm['finishes']>): Pick<PointDefinition, 'finishes'> {
  const meant = FINISHES.flatMap((kind) => {
    const wanted = finishes[kind];
    return wanted && wanted !== 'any' ? [[kind, wanted] as const] : [];
  });
  return meant.length > 0 ? { finishes: Object.fromEntries(meant) } : {};
}

/** @param at the place of the criterion in the form */
function criterionFrom(criterion: CriterionForm, at: string, fault: Fault) {
  if (criterion.title.trim() === '') fault(`${at}.title`, 'criterion-title-missing');
  return {
    ...(criterion.id && { id: criterion.id }),
    title: criterion.title.trim(),
    levels: criterion.levels.map((level, j) => worthFrom(level, `${at}.levels.${j}`, 'level-empty', fault)),
  };
}

/** Words and what they are worth. @param missing the code of words that are not there */
function worthFrom(one: { text: string; points: string }, at: string, missing: string, fault: Fault) {
  const units = parsePoints(one.points);
  if (units === null || units < 0) fault(`${at}.points`, 'points-unreadable');
  if (one.text.trim() === '') fault(`${at}.text`, missing);
  return { text: one.text.trim(), units: Math.max(units ?? 0, 0) };
}
