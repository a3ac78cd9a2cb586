import type { AssignmentDefinition, StatementForm } from '@nachweis/contract';
import { formatPoints, parsePoints } from '@nachweis/core';
import type { BuilderForm, PointForm } from './form.ts';

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

/** Null where lateness costs nothing, undefined where the fields cannot be read. */
export function lateRuleOf(form: LateForm): AssignmentDefinition['lateRule'] | undefined {
  if (form.late === '' || form.lateCosts === undefined || form.lateCosts === 'nothing') return null;
  const amount = form.lateCosts === 'percent' ? Number(form.lateAmount) : parsePoints(form.lateAmount);
  const isWhole = (value: number, most: number) => Number.isInteger(value) && value >= 0 && value <= most;
  if (amount === null || !isWhole(amount, form.lateCosts === 'percent' ? 100 : 100_000)) return undefined;
  if (!isWhole(form.lateGrace, 10_000) || !isWhole(form.lateFloor, 100)) return undefined;
  return {
    graceMinutes: form.lateGrace,
    per: form.latePer,
    takes:
      form.lateCosts === 'percent' ? { kind: 'percent', percent: amount } : { kind: 'units', units: amount },
    floorPercent: form.lateFloor,
  };
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
    return questions.length > 0 ? { kind, questions } : null;
  }
  const [least, most] = [form.scaleLeast.trim(), form.scaleMost.trim()];
  const steps = Number(form.scaleSteps);
  const isSound = least !== '' && most !== '' && Number.isInteger(steps) && steps >= 2 && steps <= 10;
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
