import type { Readable } from 'node:stream';
import {
  CONTRACT_HEADER,
  CONTRACT_VERSION,
  type Endpoint,
  type EndpointName,
  endpoints,
  type Output,
  PAGE_HEADER,
  PERSON_HEADER,
  type ProblemCode,
} from '@nachweis/contract';
import { MAX_PICTURE_BYTES, refuseTooLarge } from '@nachweis/core';
import express, { type Express, type Request, type RequestHandler, type Response } from 'express';
import type { ZodType } from 'zod';
import { type Actor, authorise, isAsStaff } from '../access/access.ts';
import type { Context } from '../context.ts';
import { tellOfChange } from '../live/tellOfChange.ts';
import { readVeil } from '../veil/veil.ts';
import { HttpProblem, notFound } from './problem.ts';

type Endpoints = typeof endpoints;
type Part<E, K extends string> = E extends { [P in K]: infer S }
  ? S extends 'bytes'
    ? Readable
    : Output<S>
  : undefined;
type ActorOf<E> = E extends { access: 'public' } ? Actor | null : Actor;

/** A request after its parts were parsed and its caller was found to be allowed. */
export interface Call<E> {
  params: Part<E, 'params'>;
  query: Part<E, 'query'>;
  body: Part<E, 'body'>;
  actor: ActorOf<E>;
  /** when the request reached the server, as UTC ISO 8601: the time that counts for whatever it asks */
  at: string;
  req: Request;
  res: Response;
}

export type Handler<N extends EndpointName> = (
  call: Call<Endpoints[N]>,
) => Promise<Part<Endpoints[N], 'response'>>;
/** One handler for each endpoint of the contract; the compiler tells when one is missing. */
export type Handlers = { [N in EndpointName]: Handler<N> };

export type ReadActor = (req: Request) => Promise<Actor | null>;

/** Of a class list of a thousand, or of hundreds of marks. Who is signed out sends less. */
const JSON_LIMIT = '2mb';
const PUBLIC_JSON_LIMIT = '64kb';

/** Notes when a request came, before anything else is done with it. */
export function stampArrival({ now }: Pick<Context, 'now'>): RequestHandler {
  return (_req, res, next) => {
    res.locals.arrivedAt = now().toISOString();
    next();
  };
}

/** Mounts every endpoint of the contract: parse, authorise, handle, parse the answer. */
export function mountEndpoints(
  app: Express,
  context: Context,
  readActor: ReadActor,
  handlers: Handlers,
): void {
  const json = express.json({ limit: JSON_LIMIT, type: () => true });
  const publicJson = express.json({ limit: PUBLIC_JSON_LIMIT, type: () => true });
  const methods = new Map<string, string[]>();
  for (const [name, endpoint] of Object.entries(endpoints) as Array<[EndpointName, Endpoint]>) {
    const body: RequestHandler[] =
      endpoint.body === 'bytes'
        ? [checkPictureHead]
        : endpoint.body
          ? [endpoint.access === 'public' ? publicJson : json]
          : [];
    methods.set(endpoint.path, [...(methods.get(endpoint.path) ?? []), endpoint.method.toUpperCase()]);
    const answering = async (req: Request, res: Response): Promise<void> => {
      const actor = res.locals.actor as Actor | null;
      const params = parsePart(endpoint.params, req.params, 'address') as Record<string, string>;
      const query = parsePart(endpoint.query, req.query, 'query');
      const parsedBody = endpoint.body === 'bytes' ? req : parsePart(endpoint.body, req.body, 'body');
      await authorise(context, endpoint, {
        actor,
        params: params ?? {},
        query,
        body: endpoint.body === 'bytes' ? undefined : parsedBody,
      });
      // The handler map is checked against the contract where it is made; here the names are only known at run time.
      const handler = handlers[name] as unknown as (call: Call<Endpoint>) => Promise<unknown>;
      // What is asked of a person by name tells of none of their hand-ins then; a made-up name there would give it away.
      const veil =
        actor && isAsStaff(endpoint) && !endpoint.unveiled && !params?.personId
          ? await readVeil(context, actor, params ?? {})
          : null;
      const answer = await handler({
        params,
        query,
        body: parsedBody,
        actor,
        at: res.locals.arrivedAt,
        req,
        res,
      } as unknown as Call<Endpoint>).catch((error: unknown) => {
        throw veil && error instanceof HttpProblem ? new HttpProblem(error.code, veil(error.data)) : error;
      });
      if (actor) tellOfChange(context, name, endpoint, params ?? {}, actor, req.get(PAGE_HEADER));
      // Nothing of it is left in the browser's cache; a page that has it in memory asks whether it is still so.
      res.set('Cache-Control', 'no-store');
      if (!endpoint.response) res.status(204).end();
      else {
        const parsed = endpoint.response.parse(answer);
        res.json(veil ? veil(parsed) : parsed);
      }
    };
    app[endpoint.method](
      endpoint.path,
      requireActor(endpoint, readActor),
      ...body,
      context.underWay.following(answering),
    );
  }
  for (const [path, allowed] of methods)
    app.all(path, (_req, res) => {
      res.set('Allow', allowed.join(', '));
      throw new HttpProblem('bad-method', { allowed });
    });
}

/** Runs before the body is read, so that nobody who is signed out, or not who the page thinks, can send 25 MB. */
function requireActor(endpoint: Endpoint, readActor: ReadActor): RequestHandler {
  return async (req, res, next) => {
    res.locals.route = endpoint.path;
    if (isOutdated(req)) return sendOutdated(res);
    const actor = await readActor(req);
    if (!actor && endpoint.access !== 'public') throw new HttpProblem('signed-out');
    const opened = req.get(PERSON_HEADER);
    if (actor && opened && opened !== actor.personId && endpoint.access !== 'public')
      throw new HttpProblem('other-person');
    res.locals.actor = actor;
    next();
  };
}

/** Pages name their person with every call and, since there is more than one, the contract they were built with. */
const isOutdated = (req: Request) =>
  req.get(PERSON_HEADER) !== undefined && req.get(CONTRACT_HEADER) !== CONTRACT_VERSION;

/** With a sentence and a code that pages of the first version know, for it is they who have to show it. */
function sendOutdated(res: Response): void {
  const body = {
    ...new HttpProblem('outdated-page').toBody(),
    detail: 'Nachweis was updated. Reload this page; what you made here is kept.',
  };
  res.status(409).set('Cache-Control', 'no-store').type('application/problem+json');
  res.send(JSON.stringify({ ...body, code: 'internal' satisfies ProblemCode, data: { outdated: true } }));
}

/** What is known of a picture before its bytes come. */
const checkPictureHead: RequestHandler = (req, _res, next) => {
  const encoding = req.get('content-encoding');
  if (encoding && encoding !== 'identity') throw new HttpProblem('bad-encoding');
  const length = Number(req.get('content-length') ?? 0);
  const name = typeof req.query.name === 'string' ? req.query.name : '';
  if (length > MAX_PICTURE_BYTES) {
    const { refusal } = refuseTooLarge(length, name);
    throw new HttpProblem('too-large', { refusal });
  }
  next();
};

function parsePart(schema: ZodType | undefined, value: unknown, where: string): unknown {
  if (!schema) return undefined;
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  if (where === 'address') throw notFound('address');
  throw new HttpProblem('invalid-request', {
    fields: parsed.error.issues.map((issue) => ({ path: issue.path.join('.'), message: issue.message })),
  });
}
