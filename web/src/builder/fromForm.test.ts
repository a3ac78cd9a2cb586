import { AssignmentDefinition } from '@nachweis/contract';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type BuilderForm, newForm, toForm } from './form.ts';
import { fromForm } from './fromForm.ts';

const ZONE = 'Europe/Berlin';

/** With everything that can be asked for. */
const WHOLE: AssignmentDefinition = {
  title: 'Rating curve',
  brief: 'Show the *fit*.',
  opensAt: '2026-10-20T06:00:00.000Z',
  dueAt: '2026-11-26T16:00:00.000Z',
  lateUntil: '2026-11-29T16:00:00.000Z',
  attempts: 2,
  counts: 'best',
  anonymous: true,
  groupColumn: 'team',
  lateRule: { graceMinutes: 15, per: 'day', takes: { kind: 'percent', percent: 10 }, floorPercent: 50 },
  bonusUnits: 150,
  roundTo: 50,
  statementPrompt: 'What fits badly?',
  statementForm: { kind: 'questions', questions: ['Where?', 'Why?'] },
  nameRule: '{surname}_{assignment}_{point}',
  nameTarget: { alphabet: 'portable', longest: 60 },
  points: [
    {
      id: '00000000-0000-4000-8000-000000000001',
      title: 'The gaugings',
      instructions: 'All of them.',
      minPictures: 1,
      maxPictures: 3,
      needsPins: true,
      minSize: { width: 800, height: 600 },
      surface: 'window',
      formats: ['png', 'webp'],
      ratio: { width: 16, height: 9 },
      mostBytes: 250_000,
      needsHidden: true,
      needsText: true,
      marks: 'asked',
      finishes: { 'set-off': 'asked', tone: 'forbidden' },
      words: ['{station}', 'mean'],
      mustShows: [
        { id: '00000000-0000-4000-8000-000000000002', text: 'your own station code', units: 25 },
        { id: '00000000-0000-4000-8000-000000000003', text: 'all twelve', units: 150 },
      ],
    },
  ],
  criteria: [
    {
      id: '00000000-0000-4000-8000-000000000004',
      title: 'How it is judged',
      levels: [
        { text: 'where and why', units: 150 },
        { text: 'nothing', units: 0 },
      ],
    },
  ],
};

/** Fields with a list to choose from. */
const CHOSEN = [
  ...['id', 'lateCosts', 'latePer', 'counts', 'statementKind', 'nameAlphabet'],
  ...['surface', 'marks', 'finishes', 'groupColumn', 'roundTo'],
];
const codesOf = (form: BuilderForm) =>
  fromForm(form, ZONE).faults.map(({ path, code }) => `${path}: ${code}`);

describe('what the builder holds', () => {
  it('is a definition that the contract takes, and comes back from its fields as it was', () => {
    expect(AssignmentDefinition.safeParse(WHOLE).error?.issues ?? []).toEqual([]);
    expect(fromForm(toForm(WHOLE, ZONE), ZONE)).toEqual({ definition: WHOLE, faults: [] });
  });

  it('comes back whatever the times and points are', () => {
    const units = fc.integer({ min: 0, max: 10_000 });
    // To the second, through hours that come twice and such as never come.
    const second = fc.integer({ min: 0, max: 60 * 60 * 24 * 365 * 3 });
    fc.assert(
      fc.property(units, units, second, second, (a, b, opens, open) => {
        const at = (seconds: number) => new Date(Date.UTC(2025, 0, 1) + seconds * 1000).toISOString();
        const [point] = WHOLE.points;
        const definition = {
          ...WHOLE,
          opensAt: at(opens),
          dueAt: at(opens + open),
          lateUntil: null,
          lateRule: null,
          points: [{ ...point, mustShows: [a, b].map((worth) => ({ text: 'x', units: worth })) }],
        } as AssignmentDefinition;
        expect(fromForm(toForm(definition, ZONE), ZONE)).toEqual({ definition, faults: [] });
      }),
    );
  });

  it('takes a time as it is typed, once it is', () => {
    const form = toForm({ ...WHOLE, dueAt: '2026-11-26T16:59:59.000Z' }, ZONE);
    expect(form.due).toBe('2026-11-26T17:59');
    expect(fromForm({ ...form, due: '2026-11-26T18:00' }, ZONE).definition.dueAt).toBe(
      '2026-11-26T17:00:00.000Z',
    );
    expect(fromForm({ ...form, title: 'Other' }, ZONE).definition.dueAt).toBe('2026-11-26T16:59:59.000Z');
  });

  it('says of every field what is wrong with it', () => {
    const form = toForm(WHOLE, ZONE);
    const [point] = form.points as [BuilderForm['points'][number]];
    const [criterion] = form.criteria as [BuilderForm['criteria'][number]];
    const wrong: Array<[Partial<BuilderForm>, string]> = [
      [{ title: ' ' }, 'title: title-missing'],
      [{ nameRule: '' }, 'nameRule: rule-missing'],
      [{ nameRule: '{surname' }, 'nameRule: rule-unreadable'],
      [{ nameLongest: 'x' }, 'nameLongest: name-length'],
      [{ opens: '2026-12-01T08:00' }, 'due: due-before-open'],
      [{ late: '2026-11-01T08:00' }, 'late: late-before-due'],
      [{ due: 'soon' }, 'due: time-unreadable'],
      [{ attempts: Number.NaN }, 'attempts: whole-number'],
      [{ attempts: 0 }, 'attempts: whole-number'],
      [{ bonus: 'some' }, 'bonus: points-unreadable'],
      [{ bonus: '-1' }, 'bonus: points-unreadable'],
      [{ lateCosts: 'percent', lateAmount: 'much' }, 'lateAmount: percent-unreadable'],
      [{ lateCosts: 'percent', lateAmount: '' }, 'lateAmount: percent-unreadable'],
      [{ lateCosts: 'points', lateAmount: '1.234' }, 'lateAmount: points-unreadable'],
      [{ lateGrace: Number.NaN }, 'lateGrace: minutes-unreadable'],
      [{ lateFloor: 101 }, 'lateFloor: percent-unreadable'],
      [{ questions: '' }, 'questions: statement-form-missing'],
      [{ questions: 'x'.repeat(301) }, 'questions: statement-form-missing'],
      [{ points: [] }, 'points: points-missing'],
      [{ points: [{ ...point, title: '' }] }, 'points.0.title: point-title-missing'],
      [{ points: [{ ...point, minPictures: Number.NaN }] }, 'points.0.minPictures: whole-or-none'],
      [{ points: [{ ...point, maxPictures: 0 }] }, 'points.0.maxPictures: whole-number'],
      [{ points: [{ ...point, minPictures: 2, maxPictures: 1 }] }, 'points.0.maxPictures: most-below-least'],
      [{ points: [{ ...point, minWidth: '' }] }, 'points.0.minWidth: size-half'],
      [{ points: [{ ...point, ratio: 'wide' }] }, 'points.0.ratio: ratio-unreadable'],
      [{ points: [{ ...point, mostKilobytes: '-1' }] }, 'points.0.mostKilobytes: largest-unreadable'],
      [
        { points: [{ ...point, mustShows: [{ text: '', points: '1' }] }] },
        'points.0.mustShows.0.text: must-show-empty',
      ],
      [
        { points: [{ ...point, mustShows: [{ text: 'x', points: 'one' }] }] },
        'points.0.mustShows.0.points: points-unreadable',
      ],
      [{ criteria: [{ ...criterion, title: '' }] }, 'criteria.0.title: criterion-title-missing'],
      [
        { criteria: [{ ...criterion, levels: [{ text: '', points: '-1' }] }] },
        'criteria.0.levels.0.text: level-empty',
      ],
    ];
    for (const [change, told] of wrong) expect(codesOf({ ...form, ...change }), told).toContain(told);
  });

  it('lets nothing out that the contract does not take, whatever stands in a field', () => {
    const first = toForm(WHOLE, ZONE);
    const text = fc.oneof(
      fc.string({ maxLength: 400 }),
      fc.constantFrom('', ' ', '0', '-1', '1.5', '1e3', '99999999999'),
    );
    const number = fc.oneof(fc.integer(), fc.double(), fc.constantFrom(0, -1, 1.5, Number.NaN));
    // Each field by itself: what is wrong with one would hide what another lets through.
    const oneOf = (form: object): fc.Arbitrary<object> => {
      const keys = Object.entries(form).filter(([, value]) => /string|number/.test(typeof value));
      return fc
        .constantFrom(...keys.filter(([key]) => !CHOSEN.includes(key)))
        .chain(([key, value]) =>
          (typeof value === 'number' ? number : text).map((junk) => ({ ...form, [key]: junk })),
        );
    };
    const [point] = first.points as [BuilderForm['points'][number]];
    const [criterion] = first.criteria as [BuilderForm['criteria'][number]];
    const form = fc.oneof(
      oneOf(first),
      oneOf({ ...first, statementKind: 'scale', scaleLeast: 'not', scaleMost: 'fully' }),
      oneOf({ ...first, lateCosts: 'points' }),
      oneOf(point).map((one) => ({ ...first, points: [one] })),
      oneOf({ text: 'x', points: '1' }).map((one) => ({
        ...first,
        points: [{ ...point, mustShows: [one] }],
        criteria: [{ ...criterion, levels: [one, one] }],
      })),
    ) as fc.Arbitrary<BuilderForm>;
    fc.assert(
      fc.property(form, (written) => {
        const { definition, faults } = fromForm(written, ZONE);
        fc.pre(faults.length === 0);
        expect(AssignmentDefinition.safeParse(definition).error?.issues ?? []).toEqual([]);
      }),
      { numRuns: 2000 },
    );
  });

  it('begins as an assignment that only lacks its words', () => {
    expect(codesOf(newForm(new Date('2026-11-28T17:00:00Z'), ZONE))).toEqual([
      'title: title-missing',
      'points.0.title: point-title-missing',
      'points.0.mustShows.0.text: must-show-empty',
    ]);
  });
});
