import type { Preset } from '@nachweis/contract';
import type { Context } from '../context.ts';
import { presetColumn } from '../db/columns.ts';
import { HttpProblem } from '../http/problem.ts';
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
      const all = await readPresets(context, actor.personId);
      const others = all.filter((p) => p.id !== params.presetId);
      if (others.length >= MOST_PRESETS)
        throw new HttpProblem('too-many', { of: 'presets', most: MOST_PRESETS });
      const taken = others.find((p) => key !== '' && p.key === key);
      if (taken) throw new HttpProblem('already-exists', { of: 'preset-key', key, name: taken.name });
      const row = { name, key, settings: presetColumn.write(settings), changed_at: now().toISOString() };
      await db
        .insertInto('presets')
        .values({ id: params.presetId, person_id: actor.personId, ...row })
        .onConflict((c) => c.column('id').doUpdateSet(row))
        .execute();
      return readPresets(context, actor.personId);
    },
    removePreset: async ({ params, actor }) => {
      await db.deleteFrom('presets').where('id', '=', params.presetId).execute();
      return readPresets(context, actor.personId);
    },
  };
}

async function readPresets({ db }: Context, personId: string): Promise<Preset[]> {
  const rows = await db.selectFrom('presets').selectAll().where('person_id', '=', personId).execute();
  return rows
    .flatMap((row) => {
      const settings = presetColumn.read(row.settings);
      // One that cannot be read is left out; it stays where it is.
      return settings
        ? [{ id: row.id, name: row.name, key: row.key, settings, changedAt: row.changed_at }]
        : [];
    })
    .sort((a, b) => a.name.localeCompare(b.name));
}
