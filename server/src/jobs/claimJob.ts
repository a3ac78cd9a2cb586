import type { Db } from '../db/database.ts';

/**
 * `seal` and `render` make the pictures of a hand-in and of a draft, `inspect` thumbnail and facts of a capture, `read`
 * reads the words in a picture; `archive` and `mailing` are long work that somebody asked for.
 */
export type JobKind = 'seal' | 'render' | 'inspect' | 'read' | 'archive' | 'mailing';

export interface Job {
  id: number;
  kind: JobKind;
  subject: string;
  version: number;
  owner: string;
  tries: number;
}

/** Who had a turn when. */
export interface Turns {
  count: number;
  last: Map<string, number>;
}
const MOST_REMEMBERED = 1000;

/**
 * Claims the oldest job of whoever has waited longest for a turn, and has none of the kind under way.
 * @param served when each owner last had a turn; brought up to date
 */
export async function claimJob(db: Db, kind: JobKind, now: string, served: Turns): Promise<Job | undefined> {
  const owners = await db
    .selectFrom('jobs')
    .select('owner')
    .select((eb) => eb.fn.min<number>('id').as('id'))
    .where('kind', '=', kind)
    .where('state', '=', 'queued')
    .where('run_after', '<=', now)
    // Read once, and not for every job that waits: a school's are many hundred.
    .where('owner', 'not in', (eb) =>
      eb
        .selectFrom('jobs as other')
        .select('other.owner')
        .where('other.kind', '=', kind)
        .where('other.state', '=', 'running'),
    )
    .groupBy('owner')
    .execute();
  const turn = (owner: string) => served.last.get(owner) ?? 0;
  const [next] = owners.sort((a, b) => turn(a.owner) - turn(b.owner) || a.id - b.id);
  if (!next) return undefined;
  // A turn that is forgotten comes sooner, which harms nobody.
  if (served.last.size >= MOST_REMEMBERED) served.last.clear();
  served.last.set(next.owner, ++served.count);
  const row = await db
    .updateTable('jobs')
    .set((eb) => ({ state: 'running', tries: eb('tries', '+', 1) }))
    .where('id', '=', next.id)
    .where('state', '=', 'queued')
    .returningAll()
    .executeTakeFirst();
  // Another lane was faster: there may be something else.
  return row ? { ...row, kind } : claimJob(db, kind, now, served);
}
