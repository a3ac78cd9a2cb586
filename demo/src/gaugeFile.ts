import { Readable } from 'node:stream';
import { deskContent } from '@nachweis/desk';
import { addWorkFile, type Context, type EnteredAssignment } from '@nachweis/server';
import { type DemoCourse, seededIds } from './course.ts';

/** Apart from the seed of all else, so that a file more does not change every id. */
const SEED = 20_260_903;
/** Of a station that nobody of the class has. */
const NEIGHBOUR = 4711;

/** What a neighbouring gauge recorded, to fill the gap with. */
export function gaugeFile(): { name: string; bytes: Buffer } {
  const rows = deskContent(NEIGHBOUR).gaugings.map(
    ({ time, stage, discharge }) => `${time};${stage};${discharge ?? ''}`,
  );
  const text = `time;stage (m);discharge (m³/s)\n${rows.join('\n')}\n`;
  return { name: 'neighbouring gauge.csv', bytes: Buffer.from(text) };
}

export async function addGaugeFile(
  context: Context,
  course: DemoCourse,
  gap: EnteredAssignment,
): Promise<void> {
  const { name, bytes } = gaugeFile();
  const by = course.instructors[0] ?? '';
  await addWorkFile(context, gap.id, seededIds(SEED)(), { name, content: Readable.from([bytes]), by });
}
