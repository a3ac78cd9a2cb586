import type { MarkSet } from '@nachweis/contract';
import type { Context } from '../context.ts';
import { lookColumn } from '../db/columns.ts';
import { HttpProblem } from '../http/problem.ts';
import type { Handlers } from '../http/router.ts';

const MOST_SETS = 24;

export function markSetHandlers(
  context: Context,
): Pick<Handlers, 'listMarkSets' | 'putMarkSet' | 'removeMarkSet' | 'setHouseInk'> {
  const { db } = context;
  return {
    listMarkSets: ({ actor }) => readMarkSets(context, actor.personId),
    async putMarkSet({ params, body, actor }) {
      const all = await readMarkSets(context, actor.personId);
      if (all.filter((one) => one.id !== params.markSetId).length >= MOST_SETS)
        throw new HttpProblem('too-many', { of: 'mark-sets', most: MOST_SETS });
      const row = { name: body.name, look: lookColumn.write(body.look) };
      await db
        .insertInto('mark_sets')
        .values({ id: params.markSetId, person_id: actor.personId, ...row })
        .onConflict((c) => c.column('id').doUpdateSet(row))
        .execute();
      return readMarkSets(context, actor.personId);
    },
    async removeMarkSet({ params, actor }) {
      await db.deleteFrom('mark_sets').where('id', '=', params.markSetId).execute();
      return readMarkSets(context, actor.personId);
    },
    async setHouseInk({ params, body }) {
      await db
        .updateTable('courses')
        .set({ house_ink: body.ink })
        .where('id', '=', params.courseId)
        .execute();
      return body;
    },
  };
}

async function readMarkSets({ db }: Context, personId: string): Promise<MarkSet[]> {
  const rows = await db
    .selectFrom('mark_sets')
    .select(['id', 'name', 'look'])
    .where('person_id', '=', personId)
    .orderBy('name')
    .orderBy('id')
    .execute();
  return rows.flatMap(({ look: kept, ...row }) => {
    // One that cannot be read takes none of the others away.
    const look = lookColumn.read(kept);
    return look ? [{ ...row, look }] : [];
  });
}
