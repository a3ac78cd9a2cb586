import { seededRandom } from './random.ts';
import type { Gauging } from './ratingCurve.ts';

/** What a person's programs hold. Differs from person to person, and is the same for the same seed everywhere. */
export interface DeskContent {
  station: string;
  probe: { serial: string; firmware: string; battery: string; passed: boolean; password: string | null };
  gaugings: Gauging[];
  /** rows of the table in which nothing was recorded, both ends included; null when all were */
  gap: { from: number; to: number } | null;
  axesLabelled: boolean;
}

const ROWS = 12;
const STATION_LETTERS = ['KR', 'LO', 'MB', 'NE', 'OS', 'TA', 'WU'];

/** Makes the content of one person's desk. */
export function deskContent(seed: number, overrides: Partial<DeskContent> = {}): DeskContent {
  const random = seededRandom(seed);
  const between = (low: number, high: number) => low + (high - low) * random();
  const letters = STATION_LETTERS[Math.floor(random() * STATION_LETTERS.length)] ?? 'KR';
  const station = `${letters}-${100 + Math.floor(random() * 900)}`;
  const a = between(3.1, 5.4);
  const b = between(1.52, 2.18);
  const gap = overrides.gap === undefined ? null : overrides.gap;
  let rising = between(0.32, 0.5);
  const gaugings = Array.from({ length: ROWS }, (_, row): Gauging => {
    const stage = Math.round(rising * 100) / 100;
    rising += between(0.09, 0.2);
    const discharge = Math.round(a * stage ** b * between(0.965, 1.035) * 1000) / 1000;
    const missing = gap !== null && row >= gap.from && row <= gap.to;
    return {
      time: `${String(7 + Math.floor(row / 2)).padStart(2, '0')}:${row % 2 ? '30' : '00'}`,
      stage,
      discharge: missing ? null : discharge,
    };
  });
  return {
    station,
    probe: {
      serial: `P7-${String(10_000 + Math.floor(random() * 89_999))}`,
      firmware: `4.${Math.floor(between(1, 4))}.${Math.floor(between(0, 9))}`,
      battery: between(11.6, 12.9).toFixed(2),
      passed: true,
      password: null,
    },
    gaugings,
    axesLabelled: true,
    ...overrides,
    gap,
  };
}
