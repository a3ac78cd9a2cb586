import { type Preset, PresetSettings } from '@nachweis/contract';
import type { Context } from '../context.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import type { Handlers } from '../http/router.ts';

const MOST_PRESETS = 100;

export function presetHandlers(
  context: Context,
): Pick<Handlers, 'listPresets' | 'putPreset' | 'removePreset'> {
  const { db, now } = context;
  return {
    listPresets: ({ actor }) => readPresets(context, actor.personId),
    putPreset: async ({ params, body, actor }) => {
      const { name, key, settings } = body;
      await requireOwn(context, actor.personId, params.presetId);
      const all = await readPresets(context, actor.personId);
      const others = all.filter((p) => p.id !== params.presetId);
      if (others.length >= MOST_PRESETS)
        throw new HttpProblem('invalid-request', `There are ${MOST_PRESETS} presets. Remove one first.`);
      const taken = others.find((p) => key !== '' && p.key === key);
      if (taken)
        throw new HttpProblem('already-exists', `The key ${key} is used by “${taken.name}”. Choose another.`);
      const row = { name, key, settings: JSON.stringify(settings), changed_at: now().toISOString() };
      await db
        .insertInto('presets')
        .values({ id: params.presetId, person_id: actor.personId, ...row })
        .onConflict((c) => c.column('id').doUpdateSet(row))
        .execute();
      return readPresets(context, actor.personId);
    },
    removePreset: async ({ params, actor }) => {
      await requireOwn(context, actor.personId, params.presetId);
      await db.deleteFrom('presets').where('id', '=', params.presetId).execute();
      return readPresets(context, actor.personId);
    },
  };
}

/** A preset that does not exist yet is made by whoever names it. */
async function requireOwn({ db }: Context, personId: string, presetId: string): Promise<void> {
  const row = await db
    .selectFrom('presets')
    .select('person_id')
    .where('id', '=', presetId)
    .executeTakeFirst();
  if (row && row.person_id !== personId) throw notFound('The preset');
}

async function readPresets({ db }: Context, personId: string): Promise<Preset[]> {
  const rows = await db.selectFrom('presets').selectAll().where('person_id', '=', personId).execute();
  return rows
    .map((row) => ({
      id: row.id,
      name: row.name,
      key: row.key,
      settings: PresetSettings.parse(JSON.parse(row.settings)),
      changedAt: row.changed_at,
    }))
    .sort((a, b) => a.name.localeCompare(b.name));
}
