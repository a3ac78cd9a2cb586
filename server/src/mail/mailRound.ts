import type { MailKind } from '@nachweis/contract';
import { readAssignment } from '../assignments/documents.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { handInNumber, readHandIn } from '../handIns/handInRows.ts';
import { readItems } from '../handIns/items.ts';
import { fullName } from '../people/names.ts';
import { isRemovedEmail } from '../people/removedEmail.ts';
import { backFrom, type DueLetter, readDueLetters } from './dueLetters.ts';
import { receiptLetter, reminderLetter, returnedLetter } from './letters.ts';
import { holdsAllUp, isRefused } from './post.ts';

/** Pauses between the tries of a letter double from a minute to six hours; after a day of them it is given up. */
const FIRST_PAUSE_MS = 60_000;
const LONGEST_PAUSE_MS = 6 * 3_600_000;
const MOST_TRIES = 12;
/** So many letters go out in one round; the next one comes soon. */
const AT_ONCE = 100;

/**
 * Makes the letters that are due and not made yet, and sends those that wait. Each is made once, whatever the number of
 * rounds; one that is made survives a stop of the server.
 * @param signal ends it after the letter that is under way
 * @returns how many went out
 */
export async function mailRound(context: Context, signal?: AbortSignal): Promise<number> {
  const { db, post, now, log } = context;
  if (!post.sends) return 0;
  const at = now().toISOString();
  const known = await db.selectFrom('mail_start').select('at').executeTakeFirst();
  const start = known?.at ?? at;
  if (!known) await db.insertInto('mail_start').values({ at }).execute();
  const unwanted = await readUnwanted(db);
  const due = new Set((await makeLetters(context, at, start, unwanted)).map(keyOf));
  const waiting = await db
    .selectFrom('mails')
    .selectAll()
    .where('next_try_at', '<=', at)
    .orderBy('seq')
    .limit(AT_ONCE)
    .execute();
  let sent = 0;
  for (const mail of waiting) {
    if (signal?.aborted) break;
    const isWanted = !unwanted.has(choiceOf(mail.person_id, mail.kind));
    const mine = db.updateTable('mails').where('seq', '=', mail.seq);
    try {
      const letter = isWanted && holds(mail, due) ? await letterOf(context, mail) : null;
      if (!letter) {
        await mine.set({ next_try_at: null }).execute();
        continue;
      }
      await post.send({ ...letter, identity: `${mail.kind} ${mail.subject_id} ${mail.person_id}` });
      await mine.set({ next_try_at: null, sent_at: now().toISOString(), error: null }).execute();
      sent++;
    } catch (error) {
      const tries = mail.tries + 1;
      const over = isRefused(error) || tries >= MOST_TRIES;
      const pause = Math.min(FIRST_PAUSE_MS * 2 ** mail.tries, LONGEST_PAUSE_MS);
      log[over ? 'error' : 'warn']({ err: error, mail: mail.seq, tries }, 'a letter was not sent');
      await mine
        .set({
          tries,
          next_try_at: over ? null : new Date(now().getTime() + pause).toISOString(),
          error: error instanceof Error ? error.message : String(error),
        })
        .execute();
      if (holdsAllUp(error)) break;
    }
  }
  return sent;
}

const keyOf = ({ kind, subjectId, personId }: DueLetter): string => `${kind} ${subjectId} ${personId}`;

/**
 * Whether a letter that waited still says what is so: while no mail server was there somebody may have handed in, or been
 * given more time, and a release may have been taken back. A receipt stays true.
 */
const holds = (mail: Mail, due: ReadonlySet<string>): boolean =>
  mail.kind === 'receipt' ||
  due.has(keyOf({ kind: mail.kind, subjectId: mail.subject_id, personId: mail.person_id }));

/** Makes those that are due and not made yet. @returns all that are due */
async function makeLetters(
  { db }: Context,
  at: string,
  start: string,
  unwanted: ReadonlySet<string>,
): Promise<DueLetter[]> {
  const due = await readDueLetters(db, at, start);
  const made = await readMade(db, at);
  for (const letter of due) {
    if (made.has(keyOf(letter))) continue;
    const { kind, subjectId, personId } = letter;
    await db
      .insertInto('mails')
      .values({
        kind,
        subject_id: subjectId,
        person_id: personId,
        made_at: at,
        // What somebody does not want is noted as done, so that choosing otherwise later brings nothing old.
        next_try_at: unwanted.has(choiceOf(personId, kind)) ? null : at,
      })
      .onConflict((c) => c.columns(['kind', 'subject_id', 'person_id']).doNothing())
      .execute();
  }
  return due;
}

/** What is due is so for days, and each round would write it again. @returns those that were made since it can be due */
async function readMade(db: DbOrTrx, at: string): Promise<Set<string>> {
  const rows = await db
    .selectFrom('mails')
    .select(['kind', 'subject_id as subjectId', 'person_id as personId'])
    .where('made_at', '>=', backFrom(at))
    .execute();
  return new Set(rows.map(keyOf));
}

const choiceOf = (personId: string, kind: MailKind): string => `${personId} ${kind}`;

/** Which letters people have chosen not to get. */
async function readUnwanted(db: DbOrTrx): Promise<Set<string>> {
  const rows = await db.selectFrom('mail_choices').selectAll().where('wanted', '=', 0).execute();
  return new Set(rows.map((row) => choiceOf(row.person_id, row.kind)));
}

interface Mail {
  kind: MailKind;
  subject_id: string;
  person_id: string;
}

/** Null where nobody is there to read it any more. */
async function letterOf({ db, settings, signing }: Context, { kind, subject_id, person_id }: Mail) {
  const person = await db
    .selectFrom('people')
    .select(['email', 'given_name', 'surname'])
    .where('id', '=', person_id)
    .executeTakeFirst();
  if (!person || isRemovedEmail(person.email)) return null;
  const name = fullName(person);
  const to = { name, address: person.email };
  const base = settings.origin ?? `http://${settings.host}:${settings.port}`;
  const [id = '', dueAt = ''] = subject_id.split(' ');
  if (kind === 'reminder') {
    const assignment = await readAssignment(db, id);
    const { pictures } = await db
      .selectFrom('evidence')
      .select((eb) => eb.fn.countAll<number>().as('pictures'))
      .where('assignment_id', '=', id)
      .where('student_id', '=', person_id)
      .where('removed_at', 'is', null)
      .executeTakeFirstOrThrow();
    const { title, courseTitle, timeZone } = assignment;
    const href = `${base}/assignments/${id}`;
    return {
      to,
      ...reminderLetter({ name, assignment: title, course: courseTitle, timeZone, href, dueAt, pictures }),
    };
  }
  const handIn = await readHandIn(db, id);
  const { title, courseTitle, timeZone } = await readAssignment(db, handIn.assignment_id, handIn.version);
  const about = {
    name,
    assignment: title,
    course: courseTitle,
    timeZone,
    href: `${base}/hand-ins/${id}`,
  };
  if (kind === 'returned') return { to, ...returnedLetter(about) };
  const files = (await readItems(db, id, signing)).map((item) => item.fileName);
  const { handed_in_at: handedInAt, late } = handIn;
  return {
    to,
    ...receiptLetter({ ...about, number: handInNumber(handIn), handedInAt, late: late === 1, files }),
  };
}
