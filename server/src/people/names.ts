import type { DbOrTrx } from '../db/database.ts';

/** How people are called. The one place that turns a person's id into a name, so that judging can be without names. */
export type Names = (personId: string) => string;

/** SQLite takes a limited number of values in one query. */
const AT_ONCE = 500;

export async function namesOf(db: DbOrTrx, personIds: Iterable<string>): Promise<Names> {
  const ids = [...new Set(personIds)];
  const names = new Map<string, string>();
  for (let start = 0; start < ids.length; start += AT_ONCE) {
    const rows = await db
      .selectFrom('people')
      .select(['id', 'given_name', 'surname'])
      .where('id', 'in', ids.slice(start, start + AT_ONCE))
      .execute();
    for (const row of rows) names.set(row.id, fullName(row));
  }
  return (personId) => names.get(personId) ?? '';
}

export const fullName = ({ given_name, surname }: { given_name: string; surname: string }): string =>
  `${given_name} ${surname}`;

/** Everybody whom a hand-in belongs to, as one name. */
export const joinedNames = (personIds: readonly string[], names: Names): string =>
  personIds.map(names).join(' and ');
