import { Readable } from 'node:stream';
import { deskContent } from '@nachweis/desk';
import { addWorkFile, type Context, type EnteredAssignment } from '@nachweis/server';
import { type DemoCourse, seededIds } from './course.ts';

/** Apart from the seed of all else, so that a file more does not change every id. */
const SEED = 20_260_903;
/** Of a station that nobody of the class has. */
const NEIGHBOUR = 4711;

/** What a neighbouring gauge recorded, to fill the gap with. */
export async function addGaugeFile(
  context: Context,
  course: DemoCourse,
  gap: EnteredAssignment,
): Promise<void> {
  const rows = deskContent(NEIGHBOUR).gaugings.map(
    ({ time, stage, discharge }) => `${time};${stage};${discharge ?? ''}`,
  );
  await addWorkFile(context, gap.id, seededIds(SEED)(), {
    name: 'neighbouring gauge.csv',
    content: Readable.from([Buffer.from(`time;stage (m);discharge (m³/s)\n${rows.join('\n')}\n`)]),
    by: course.instructors[0] ?? '',
  });
}
