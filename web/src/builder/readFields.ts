import type { AssignmentDefinition, StatementForm } from '@nachweis/contract';
import { formatPoints, instantOf, parsePoints, wallTimeOf } from '@nachweis/core';
import type { BuilderForm, PointForm } from './form.ts';

/** The instant that one of the times is; null where it cannot be read. What is not changed is as exact as it was. */
export function instantIn(
  form: Pick<BuilderForm, 'opens' | 'due' | 'late' | 'exact'>,
  field: 'opens' | 'due' | 'late',
  timeZone: string,
): string | null {
  const exact = form.exact?.[field];
  return exact && wallTimeOf(exact, timeZone) === form[field] ? exact : instantOf(form[field], timeZone);
}

/** Hand-ins and pictures that can be asked for. */
export const MOST_COUNT = 1000;

/** Whether it is a whole number within bounds. */
export const isWhole = (value: number, least: number, most: number) =>
  Number.isInteger(value) && value >= least && value <= most;

/** Which counts of pictures of a proof point cannot be read. */
export function countFaults({ minPictures, maxPictures }: PointForm): Array<[keyof PointForm, string]> {
  const faults: Array<[keyof PointForm, string]> = [];
  if (!isWhole(minPictures, 0, MOST_COUNT)) faults.push(['minPictures', 'whole-or-none']);
  if (!isWhole(maxPictures, 1, MOST_COUNT)) faults.push(['maxPictures', 'whole-number']);
  else if (maxPictures < minPictures) faults.push(['maxPictures', 'most-below-least']);
  return faults;
}

/** The fields that say what lateness costs. */
export type LateForm = Pick<
  BuilderForm,
  'late' | 'lateCosts' | 'lateAmount' | 'latePer' | 'lateGrace' | 'lateFloor'
>;

/** What stands in them where lateness costs nothing. */
export const NO_LATE_RULE = {
  lateCosts: 'nothing',
  lateAmount: '10',
  latePer: 'day',
  lateGrace: 15,
  lateFloor: 0,
} as const;

export function lateForm(rule: AssignmentDefinition['lateRule']) {
  if (!rule) return NO_LATE_RULE;
  const { takes, per, graceMinutes, floorPercent } = rule;
  return {
    lateCosts: takes.kind === 'percent' ? ('percent' as const) : ('points' as const),
    lateAmount: takes.kind === 'percent' ? String(takes.percent) : formatPoints(takes.units),
    latePer: per,
    lateGrace: graceMinutes,
    lateFloor: floorPercent,
  };
}

/** The first of the fields that cannot be read, with what is wrong with it. */
export function lateFault(form: LateForm): [keyof LateForm, string] | null {
  if (form.late === '' || form.lateCosts === undefined || form.lateCosts === 'nothing') return null;
  if (form.lateCosts === 'percent' && !isWhole(Number(form.lateAmount || Number.NaN), 0, 100))
    return ['lateAmount', 'percent-unreadable'];
  if (form.lateCosts === 'points' && !isWhole(parsePoints(form.lateAmount) ?? Number.NaN, 0, 100_000))
    return ['lateAmount', 'points-unreadable'];
  if (!isWhole(form.lateGrace, 0, 10_000)) return ['lateGrace', 'minutes-unreadable'];
  return isWhole(form.lateFloor, 0, 100) ? null : ['lateFloor', 'percent-unreadable'];
}

/** Null where lateness costs nothing, undefined where the fields cannot be read. */
export function lateRuleOf(form: LateForm): AssignmentDefinition['lateRule'] | undefined {
  if (form.late === '' || form.lateCosts === undefined || form.lateCosts === 'nothing') return null;
  const amount = form.lateCosts === 'percent' ? Number(form.lateAmount) : parsePoints(form.lateAmount);
  if (amount === null || lateFault(form)) return undefined;
  return {
    graceMinutes: form.lateGrace,
    per: form.latePer,
    takes:
      form.lateCosts === 'percent' ? { kind: 'percent', percent: amount } : { kind: 'units', units: amount },
    floorPercent: form.lateFloor,
  };
}

/** What may be given beyond all points, in units; null where it cannot be read. */
export function bonusOf({ bonus = '' }: Pick<BuilderForm, 'bonus'>): number | null {
  if (bonus.trim() === '') return 0;
  const units = parsePoints(bonus);
  return units !== null && units >= 0 ? units : null;
}

/** Null where any size is taken, undefined where the field cannot be read. */
export function mostBytesOf({ mostKilobytes }: Pick<PointForm, 'mostKilobytes'>): number | null | undefined {
  // None in a form that was kept before it was asked for.
  const typed = String(mostKilobytes ?? '').trim();
  if (typed === '') return null;
  return /^\d{1,5}$/.test(typed) && Number(typed) >= 1 && Number(typed) <= 25_000
    ? Number(typed) * 1000
    : undefined;
}

export function statementFields(
  form: StatementForm,
): Pick<BuilderForm, 'statementKind' | 'questions' | 'scaleSteps' | 'scaleLeast' | 'scaleMost'> {
  const isScale = form.kind === 'scale';
  return {
    statementKind: form.kind,
    questions: form.kind === 'questions' ? form.questions.join('\n') : '',
    scaleSteps: isScale ? form.steps : 5,
    scaleLeast: isScale ? form.least : '',
    scaleMost: isScale ? form.most : '',
  };
}

/** Null where it has no question, or its ends say nothing. */
export function statementFormOf(form: BuilderForm): StatementForm | null {
  // Not there in a form that was kept before there were others.
  const kind = form.statementKind ?? 'free';
  if (kind === 'free') return { kind };
  if (kind === 'questions') {
    const questions = form.questions
      .split('\n')
      .map((line) => line.trim())
      .filter((line) => line !== '');
    const isSound = isWhole(questions.length, 1, 20) && questions.every((one) => one.length <= 300);
    return isSound ? { kind, questions } : null;
  }
  const [least, most] = [form.scaleLeast.trim(), form.scaleMost.trim()];
  const steps = Number(form.scaleSteps);
  const isSound = [least, most].every((end) => isWhole(end.length, 1, 60)) && isWhole(steps, 2, 10);
  return isSound ? { kind, steps, least, most } : null;
}

/** Null where the length cannot be read. */
export function nameTargetOf({
  nameAlphabet,
  nameLongest,
}: BuilderForm): AssignmentDefinition['nameTarget'] | null {
  // Neither is there in a form that was kept before there were targets.
  const alphabet = nameAlphabet ?? 'any';
  if ((nameLongest ?? '').trim() === '') return { alphabet, longest: null };
  const longest = Number(nameLongest);
  return Number.isInteger(longest) && longest >= 32 && longest <= 255 ? { alphabet, longest } : null;
}

/** Null where only one of the two sides is given, undefined where neither is. */
export function sizeOf({
  minWidth,
  minHeight,
}: PointForm): { width: number; height: number } | null | undefined {
  if (minWidth === '' && minHeight === '') return undefined;
  const [width, height] = [Number(minWidth), Number(minHeight)];
  return Number.isInteger(width) && Number.isInteger(height) && width > 0 && height > 0
    ? { width, height }
    : null;
}

/** Null where it cannot be read, undefined where there is none. */
export function ratioOf({ ratio }: PointForm): { width: number; height: number } | null | undefined {
  if ((ratio ?? '').trim() === '') return undefined;
  const sides = /^\s*(\d{1,4})\s*[:x×/]\s*(\d{1,4})\s*$/i.exec(ratio);
  const [width, height] = [Number(sides?.[1]), Number(sides?.[2])];
  return width > 0 && height > 0 ? { width, height } : null;
}

/** Words that have to be readable, one in each line; null where they are too many or too long. */
export function wordsOf({ words }: Pick<PointForm, 'words'>): string[] | null {
  // None in a form that was kept before they were asked for.
  const lines = (words ?? '')
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '');
  return lines.length <= 10 && lines.every((line) => line.length <= 80) ? lines : null;
}
