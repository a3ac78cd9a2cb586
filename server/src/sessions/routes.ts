import type { Me } from '@nachweis/contract';
import type { Context } from '../context.ts';
import { HttpProblem } from '../http/problem.ts';
import type { Handlers } from '../http/router.ts';
import { fullName } from '../people/names.ts';
import { passwordFits } from './passwords.ts';
import { endSession, isKnownBrowser, rememberBrowser, startSession } from './sessions.ts';
import { createSignInLimits } from './signInLimits.ts';

type SessionHandlers = Pick<Handlers, 'signIn' | 'signOut' | 'me' | 'demoPeople' | 'demoSignIn'>;

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
    me: ({ actor }) => readMe(context, actor.personId),
    async demoPeople() {
      if (!settings.demo) return [];
      const rows = await db
        .selectFrom('people')
        .innerJoin('members', 'members.person_id', 'people.id')
        .select(['people.id', 'given_name', 'surname', 'demo_note', 'members.role'])
        .where('demo_note', 'is not', null)
        .orderBy('members.role')
        .orderBy('surname')
        .execute();
      return rows.map((r) => ({
        id: r.id,
        name: fullName(r),
        role: r.role,
        note: r.demo_note ?? '',
      }));
    },
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
  return { id: person.id, name: fullName(person), email: person.email, courses };
}
