import type { Context } from '../context.ts';
import type { Handlers } from '../http/router.ts';
import { chooseMail, readMailView } from './choices.ts';

export function mailHandlers(context: Context): Pick<Handlers, 'readMail' | 'chooseMail'> {
  return {
    readMail: ({ actor }) => readMailView(context, actor.personId),
    chooseMail: ({ actor, body }) => chooseMail(context, actor.personId, body),
  };
}
