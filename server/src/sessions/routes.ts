import type { Me } from '@nachweis/contract';
import type { Context } from '../context.ts';
import { readDisk } from '../disk/freeDisk.ts';
import { HttpProblem } from '../http/problem.ts';
import type { Handlers } from '../http/router.ts';
import { fullName } from '../people/names.ts';
import { readDemoPeople } from './demoPeople.ts';
import { readLink, setPassword, useLink } from './links.ts';
import { hashPassword, passwordFits } from './passwords.ts';
import { endSession, isKnownBrowser, rememberBrowser, startSession } from './sessions.ts';
import { createSignInLimits } from './signInLimits.ts';

type SessionHandlers = Pick<
  Handlers,
  | 'signIn'
  | 'signOut'
  | 'signOutElsewhere'
  | 'disk'
  | 'me'
  | 'demoPeople'
  | 'demoSignIn'
  | 'readLink'
  | 'useLink'
  | 'changePassword'
>;

export function sessionHandlers(context: Context): SessionHandlers {
  const { db, settings } = context;
  const limits = createSignInLimits();
  return {
    async signIn({ body, req, res }) {
      const person = await db
        .selectFrom('people')
        .select(['id', 'password_hash'])
        .where('email', '=', body.email.trim())
        .executeTakeFirst();
      const knownBrowser = person !== undefined && (await isKnownBrowser(context, req, person.id));
      const found = await limits.guard(
        { email: body.email, address: req.ip ?? '', knownBrowser },
        async () =>
          (await passwordFits(person?.password_hash ?? null, body.password)) && person ? person.id : null,
      );
      if (found === null) throw new HttpProblem('wrong-credentials');
      await startSession(context, res, found);
      await rememberBrowser(context, req, res, found);
      return readMe(context, found);
    },
    async signOut({ req, res }) {
      await endSession(context, req, res);
      return undefined;
    },
    async signOutElsewhere({ actor, res }) {
      await db.deleteFrom('sessions').where('person_id', '=', actor.personId).execute();
      await startSession(context, res, actor.personId);
      return undefined;
    },
    disk: () => readDisk(settings.dataFolder),
    me: ({ actor }) => readMe(context, actor.personId),
    readLink: ({ params }) => readLink(context, params.token),
    async useLink({ params, body, req, res }) {
      const personId = await useLink(context, params.token, body);
      await startSession(context, res, personId);
      await rememberBrowser(context, req, res, personId);
      return readMe(context, personId);
    },
    async changePassword({ body, actor, req, res }) {
      const { personId } = actor;
      const person = await db
        .selectFrom('people')
        .select(['email', 'password_hash'])
        .where('id', '=', personId)
        .executeTakeFirstOrThrow();
      // Who sits down at an open session must not try passwords either.
      const fits = await limits.guard(
        { email: person.email, address: req.ip ?? '', knownBrowser: true },
        async () => ((await passwordFits(person.password_hash, body.before)) ? personId : null),
      );
      if (fits === null) throw new HttpProblem('wrong-credentials');
      await setPassword(db, personId, await hashPassword(body.password));
      await startSession(context, res, personId);
      return readMe(context, personId);
    },
    demoPeople: () => (settings.demo ? readDemoPeople(db) : Promise.resolve([])),
    async demoSignIn({ body, res }) {
      const person = settings.demo
        ? await db
            .selectFrom('people')
            .select('id')
            .where('id', '=', body.personId)
            .where('demo_note', 'is not', null)
            .executeTakeFirst()
        : undefined;
      if (!person) throw new HttpProblem('no-demo');
      await startSession(context, res, person.id);
      return readMe(context, person.id);
    },
  };
}

async function readMe({ db }: Context, personId: string): Promise<Me> {
  const person = await db
    .selectFrom('people')
    .selectAll()
    .where('id', '=', personId)
    .executeTakeFirstOrThrow();
  const courses = await db
    .selectFrom('members')
    .innerJoin('courses', 'courses.id', 'members.course_id')
    .select(['courses.id', 'courses.title', 'members.role'])
    .where('members.person_id', '=', personId)
    .orderBy('courses.title')
    .execute();
  return { id: person.id, name: fullName(person), email: person.email, admin: person.admin === 1, courses };
}
