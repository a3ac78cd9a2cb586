import type { AssignmentDefinition } from '@nachweis/contract';

/** A tenth for each day; half an hour is free, and nobody loses more than half of what they earned. */
const LATE_RULE = {
  graceMinutes: 30,
  per: 'day' as const,
  takes: { kind: 'percent' as const, percent: 10 },
  floorPercent: 50,
};
const NAME_RULE = '{surname}_{assignment}_{point}';

/** The three assignments, with their times counted from the day the demo is filled. */
export function demoAssignments(
  day: (offset: number, hourUtc: number) => string,
): Record<'probe' | 'rating' | 'gap', AssignmentDefinition> {
  return {
    probe: {
      title: 'Probe start-up',
      brief: 'Start the probe at the bench, let it test itself, and show that it is ready for the river.',
      opensAt: day(-21, 6),
      dueAt: day(-12, 16),
      lateUntil: day(-10, 16),
      attempts: 1,
      statementPrompt: null,
      nameRule: NAME_RULE,
      points: [
        {
          title: 'The probe answers',
          instructions: 'Open the Probe Console, connect, and run the self-test. Show the whole window.',
          needsPins: true,
          mustShows: [
            { text: 'your own station code, {station}', units: 100 },
            { text: 'the firmware version', units: 100 },
            { text: 'the result of the self-test', units: 200 },
          ],
        },
        {
          title: 'The first reading is in the table',
          instructions: 'Open the Stage Table of your station and show its first row.',
          mustShows: [
            { text: 'your own station code, {station}', units: 100 },
            { text: 'time, stage and discharge of the first row', units: 150 },
          ],
        },
      ],
    },
    rating: {
      title: 'Rating curve',
      brief:
        'Fit a rating curve to the twelve gaugings of your station and show both the numbers and the fit.',
      opensAt: day(-11, 6),
      dueAt: day(-2, 16),
      lateUntil: day(1, 16),
      lateRule: LATE_RULE,
      attempts: 2,
      statementPrompt: 'How well does your curve fit at low water? Say what you would measure next.',
      nameRule: NAME_RULE,
      points: [
        {
          title: 'The gaugings',
          instructions: 'Show the Stage Table of your station with all twelve rows.',
          needsPins: true,
          mustShows: [
            { text: 'your own station code, {station}', units: 100 },
            { text: 'all twelve gaugings', units: 150 },
          ],
        },
        {
          title: 'The fitted curve',
          instructions: 'Show the Curve Fitter after the fit. One window, not the whole screen.',
          needsPins: true,
          minSize: { width: 600, height: 400 },
          mustShows: [
            { text: 'both axes labelled, with units', units: 100 },
            { text: 'the fitted exponent b', units: 200 },
            { text: 'the goodness of fit R²', units: 75 },
          ],
        },
        {
          title: 'Table and curve side by side',
          instructions:
            'Show the display on which both programs are open, so that one can see they belong together.',
          mustShows: [{ text: 'the same station code, {station}, in both windows', units: 125 }],
        },
      ],
      criteria: [
        {
          title: 'How the fit is judged in the own statement',
          levels: [
            { text: 'says where it fits badly, why, and what to measure next', units: 150 },
            { text: 'says where it fits badly', units: 75 },
            { text: 'says only that it fits, or nothing', units: 0 },
          ],
        },
      ],
    },
    gap: {
      title: 'Gap filling',
      brief:
        'Your station recorded nothing for a while. Show where the gap is and the curve you would fill it with.',
      opensAt: day(-1, 6),
      dueAt: day(5, 16),
      lateUntil: day(7, 16),
      attempts: 2,
      statementPrompt: 'Which of the missing values do you trust least, and why?',
      nameRule: NAME_RULE,
      points: [
        {
          title: 'The gap',
          instructions: 'Show the Stage Table with the rows that have no value.',
          words: ['{station}'],
          needsPins: true,
          mustShows: [
            { text: 'your own station code, {station}', units: 100 },
            { text: 'the first row without a value', units: 100 },
          ],
        },
        {
          title: 'The curve to fill it with',
          instructions: 'Show the Curve Fitter with the curve through the values that were recorded.',
          mustShows: [
            { text: 'both axes labelled, with units', units: 100 },
            { text: 'the fitted exponent b', units: 200 },
          ],
        },
      ],
    },
  };
}
