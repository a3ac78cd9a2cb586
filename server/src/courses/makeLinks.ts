import type { LinksMade } from '@nachweis/contract';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { toErrand } from '../errands/errandRows.ts';
import { orderMailing } from '../errands/orders.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { linkPath, makeLink } from '../sessions/links.ts';

/**
 * Makes sign-in links for people of a course, to be given by hand. Where it is asked for and this server sends mail, each
 * gets one of their own by mail too, as an errand. Asked again with the same id, links are made anew, for what was shown is
 * kept nowhere, and no second letter goes out.
 * @throws HttpProblem `not-found` for somebody who is not of the course; `forbidden` for who has a password, to others than
 *   administrators
 */
export async function makeLinks(
  context: Context,
  courseId: string,
  { id, personIds, byMail }: { id: string; personIds: readonly string[]; byMail: boolean },
  by: string,
): Promise<LinksMade> {
  const { db, jobs, now, settings, post } = context;
  const made = await db.transaction().execute(async (trx) => {
    const { admin } = await trx
      .selectFrom('people')
      .select('admin')
      .where('id', '=', by)
      .executeTakeFirstOrThrow();
    const links = [];
    for (const personId of personIds) {
      const password = await readPassword(trx, courseId, personId);
      // Whoever gets the link is the person from then on: for who has a password that is not an instructor's to give.
      if (password !== '' && admin !== 1) throw new HttpProblem('forbidden', { role: 'password-of-others' });
      const { token, expiresAt } = await makeLink(trx, now, personId, by);
      links.push({ personId, href: `${settings.origin ?? ''}${linkPath(token)}`, expiresAt });
    }
    const isMailed = byMail && post.sends;
    return {
      links,
      mailing: isMailed ? await orderMailing(context, trx, by, { id, courseId, personIds }) : null,
    };
  });
  jobs.wake();
  return { links: made.links, mailing: made.mailing && (await toErrand(db, made.mailing)) };
}

async function readPassword(trx: DbOrTrx, courseId: string, personId: string): Promise<string> {
  const person = await trx
    .selectFrom('members')
    .innerJoin('people', 'people.id', 'members.person_id')
    .select('password_hash')
    .where('course_id', '=', courseId)
    .where('person_id', '=', personId)
    .executeTakeFirst();
  if (!person) throw notFound('person');
  return person.password_hash;
}
