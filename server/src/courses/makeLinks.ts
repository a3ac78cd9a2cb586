import type { SignInLink } from '@nachweis/contract';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { linkLetter } from '../mail/letters.ts';
import { fullName } from '../people/names.ts';
import { linkPath, makeLink } from '../sessions/links.ts';

/** What has not gone out by mail after this is given by hand; the answer does not wait longer. */
const PATIENCE_MS = 15_000;

/**
 * Makes sign-in links for people of a course, and sends each its own where this server sends mail.
 * @throws HttpProblem `not-found` for somebody who is not of the course; `forbidden` for who has a password, to others than
 *   administrators
 */
export async function makeLinks(
  context: Context,
  courseId: string,
  personIds: readonly string[],
  by: string,
): Promise<SignInLink[]> {
  const { db, now, settings, post } = context;
  const links = await db.transaction().execute(async (trx) => {
    const { admin } = await trx
      .selectFrom('people')
      .select('admin')
      .where('id', '=', by)
      .executeTakeFirstOrThrow();
    const made = [];
    for (const personId of personIds) {
      const person = await readPerson(trx, courseId, personId);
      // Whoever gets the link is the person from then on: for who has a password that is not an instructor's to give.
      if (person.password_hash !== '' && admin !== 1)
        throw new HttpProblem('forbidden', { role: 'password-of-others' });
      const { token, expiresAt } = await makeLink(trx, now, personId, by);
      made.push({ person, personId, href: `${settings.origin ?? ''}${linkPath(token)}`, expiresAt });
    }
    return made;
  });
  const sent = new Set<string>();
  if (post.sends) {
    const base = settings.origin ? '' : `http://${settings.host}:${settings.port}`;
    const sending = links.map(async ({ person, personId, href, expiresAt }) => {
      const { title: course, time_zone: timeZone } = person;
      const name = fullName(person);
      const words = linkLetter({ name, course, timeZone, expiresAt, href: `${base}${href}` });
      await post.send({ to: { name, address: person.email }, ...words });
      sent.add(personId);
    });
    await Promise.race([
      Promise.allSettled(sending),
      new Promise((resolve) => setTimeout(resolve, PATIENCE_MS).unref()),
    ]);
  }
  return links.map(({ personId, href, expiresAt }) => ({
    personId,
    href,
    expiresAt,
    mailed: post.sends ? sent.has(personId) : null,
  }));
}

async function readPerson(trx: DbOrTrx, courseId: string, personId: string) {
  const person = await trx
    .selectFrom('members')
    .innerJoin('people', 'people.id', 'members.person_id')
    .innerJoin('courses', 'courses.id', 'members.course_id')
    .select(['password_hash', 'given_name', 'surname', 'email', 'courses.title', 'courses.time_zone'])
    .where('course_id', '=', courseId)
    .where('person_id', '=', personId)
    .executeTakeFirst();
  if (!person) throw notFound('person');
  return person;
}
