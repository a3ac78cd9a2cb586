import type { Context } from '../context.ts';
import type { Handlers } from '../http/router.ts';
import { findPeople, readKnown } from './readKnown.ts';
import { removePerson } from './removePerson.ts';

export function knownHandlers(
  context: Context,
): Pick<Handlers, 'knownOfMe' | 'findPeople' | 'knownOf' | 'removePerson'> {
  const { db } = context;
  return {
    knownOfMe: ({ actor }) => readKnown(db, actor.personId),
    knownOf: ({ params }) => readKnown(db, params.personId),
    findPeople: ({ query }) => findPeople(db, query.words),
    async removePerson({ params, body, actor }) {
      await removePerson(context, { personId: params.personId, email: body.email, by: actor.personId });
      return undefined;
    },
  };
}
