import type { Context } from '../context.ts';
import type { JobHandler } from '../jobs/jobQueue.ts';
import { linkLetter } from '../mail/letters.ts';
import { holdsAllUp, isAway, isRefused } from '../mail/post.ts';
import { fullName } from '../people/names.ts';
import { isRemovedEmail } from '../people/removedEmail.ts';
import { dropLink, linkPath, makeLink } from '../sessions/links.ts';
import type { ErrandRow } from './errandRows.ts';
import { beginErrand, errandHandler, noteEnd, noteProgress } from './progress.ts';

/**
 * Mails each of some people a link of their own. Whom it has reached is written person by person, so that after a stop of
 * the server the rest follow; a letter that was under way in that moment may come twice, by its number as the same one.
 */
export function mailingHandler(context: Context): JobHandler {
  return errandHandler(
    context,
    (error) => (isAway(error) ? 'mail-away' : 'broken'),
    ({ id, isLastTry }, signal) => sendAll(context, id, isLastTry, signal),
  );
}

/** Some mailboxes are full, or ask to wait: they are tried again once everybody else has their letter. */
class PutOff extends Error {}

async function sendAll(context: Context, id: string, isLastTry: boolean, signal: AbortSignal): Promise<void> {
  const errand = await beginErrand(context, id);
  if (!errand) return;
  const { db } = context;
  const waiting = await db
    .selectFrom('errand_people')
    .select('person_id')
    .where('errand_id', '=', id)
    .where('state', '=', 'waiting')
    .execute();
  let done = errand.total - waiting.length;
  for (const { person_id: personId } of waiting) {
    signal.throwIfAborted();
    const met = await sendLink(context, errand, personId);
    if (met === 'put-off' && !isLastTry) continue;
    const state = met === 'put-off' ? 'refused' : met;
    await db
      .updateTable('errand_people')
      .set({ state })
      .where('errand_id', '=', id)
      .where('person_id', '=', personId)
      .execute();
    await noteProgress(context, id, { done: ++done });
  }
  if (done < errand.total)
    throw new PutOff(`${errand.total - done} of ${errand.total} mailboxes put it off.`);
  await noteEnd(context, id, { state: 'ready', bytes: null });
}

/** @throws Error where it is the mail server that is away, and not the one letter */
async function sendLink(
  { db, post, now, settings }: Context,
  errand: ErrandRow,
  personId: string,
): Promise<'sent' | 'refused' | 'put-off' | 'left' | 'has-password'> {
  // Who has left the course since is not written to.
  const person = await db
    .selectFrom('people')
    .innerJoin('members', 'members.person_id', 'people.id')
    .select(['given_name', 'surname', 'email', 'password_hash'])
    .where('people.id', '=', personId)
    .where('members.course_id', '=', errand.course_id)
    .executeTakeFirst();
  const by = await db
    .selectFrom('people')
    .select('admin')
    .where('id', '=', errand.person_id)
    .executeTakeFirst();
  if (!person || isRemovedEmail(person.email)) return 'left';
  // Who has chosen a password meanwhile needs no other link, and an instructor has none to give them.
  if (person.password_hash !== '' && by?.admin !== 1) return 'has-password';
  const { title: course, time_zone: timeZone } = await db
    .selectFrom('courses')
    .select(['title', 'time_zone'])
    .where('id', '=', errand.course_id)
    .executeTakeFirstOrThrow();
  const { token, expiresAt } = await makeLink(db, now, personId, errand.person_id);
  const name = fullName(person);
  const base = settings.origin ?? `http://${settings.host}:${settings.port}`;
  const words = linkLetter({ name, course, timeZone, expiresAt, href: `${base}${linkPath(token)}` });
  try {
    await post.send({
      to: { name, address: person.email },
      ...words,
      identity: `link ${errand.id} ${personId}`,
    });
    return 'sent';
  } catch (error) {
    const isPutOff = isAway(error) && !holdsAllUp(error);
    if (!isPutOff && !isRefused(error)) throw error;
    // Nobody has this one: the next try makes another.
    await dropLink(db, token);
    return isPutOff ? 'put-off' : 'refused';
  }
}
