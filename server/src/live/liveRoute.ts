import { LIVE_KINDS, type LiveKind } from '@nachweis/contract';
import type { Request, Response } from 'express';
import { type Actor, mayWatch } from '../access/access.ts';
import type { Context } from '../context.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import type { ReadActor } from '../http/router.ts';
import { namesOf } from '../people/names.ts';
import { readLivePlace } from './livePlace.ts';
import type { LivePlace } from './watchers.ts';

/** So often something is sent, so that nothing between cuts it off; and so often it is asked whether one still may. */
const BEAT_MS = 25_000;

const WHAT = {
  'hand-ins': 'hand-in',
  assignments: 'assignment',
  courses: 'course',
} as const satisfies Record<LiveKind, string>;

/**
 * `GET /live/hand-ins/<id>`, and of all of an assignment or a course: server-sent events for who judges there. `changed`
 * says that something was changed and by which page, never what; `present` who has a hand-in before them. It ends when the
 * session or the role does.
 */
export function liveRoute(context: Context, readActor: ReadActor) {
  return async (req: Request, res: Response): Promise<void> => {
    res.locals.route = '/live/:kind/:id';
    const kind = LIVE_KINDS.find((one) => one === req.params.kind);
    if (!kind) throw notFound('address');
    const actor = await readActor(req);
    if (!actor) throw new HttpProblem('signed-out');
    const place = await readLivePlace(context.db, kind, String(req.params.id));
    if (!place || !(await mayWatch(context.db, actor, place))) throw notFound(WHAT[kind]);
    const names = await namesOf(context.db, [actor.personId]);
    // Who has walked on while this was looked up would be shown as there for ever: its end has been told already.
    if (res.destroyed) return;
    // Not compressed: each event is to arrive by itself.
    res.set({
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store, no-transform',
      // Proxies that collect answers before they send them on leave this one alone.
      'X-Accel-Buffering': 'no',
    });
    res.flushHeaders();
    const write = (text: string) => {
      // It may have ended a moment ago.
      if (!res.writableEnded && !res.destroyed) res.write(text);
    };
    const end = () => res.end();
    const remove = context.live.add({
      ...place,
      personId: actor.personId,
      name: names(actor.personId),
      send: (event, data) => write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`),
      end,
    });
    const beat = setInterval(() => {
      stillMay(context, readActor, req, place, actor).then(
        (may) => (may ? write(': still here\n\n') : end()),
        end,
      );
    }, BEAT_MS);
    res.once('close', () => {
      clearInterval(beat);
      remove();
    });
  };
}

async function stillMay(
  { db }: Context,
  readActor: ReadActor,
  req: Request,
  place: LivePlace,
  before: Actor,
): Promise<boolean> {
  const actor = await readActor(req);
  return actor?.personId === before.personId && mayWatch(db, actor, place);
}
