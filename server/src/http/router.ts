import { type Endpoint, type EndpointName, endpoints, type Output, PERSON_HEADER } from '@nachweis/contract';
import { MAX_PICTURE_BYTES } from '@nachweis/core';
import express, { type Express, type Request, type RequestHandler, type Response } from 'express';
import type { ZodError, ZodType } from 'zod';
import { type Actor, authorise } from '../access/access.ts';
import type { Context } from '../context.ts';
import { HttpProblem } from './problem.ts';

type Endpoints = typeof endpoints;
type Part<E, K extends string> = E extends { [P in K]: infer S }
  ? S extends 'picture'
    ? Buffer
    : Output<S>
  : undefined;
type ActorOf<E> = E extends { access: 'public' } ? Actor | null : Actor;

/** A request after its parts were parsed and its caller was found to be allowed. */
export interface Call<E> {
  params: Part<E, 'params'>;
  query: Part<E, 'query'>;
  body: Part<E, 'body'>;
  actor: ActorOf<E>;
  req: Request;
  res: Response;
}

export type Handler<N extends EndpointName> = (
  call: Call<Endpoints[N]>,
) => Promise<Part<Endpoints[N], 'response'>>;
/** One handler for each endpoint of the contract; the compiler tells when one is missing. */
export type Handlers = { [N in EndpointName]: Handler<N> };

export type ReadActor = (req: Request) => Promise<Actor | null>;

const JSON_LIMIT = '256kb';

/** Mounts every endpoint of the contract: parse, authorise, handle, parse the answer. */
export function mountEndpoints(
  app: Express,
  context: Context,
  readActor: ReadActor,
  handlers: Handlers,
): void {
  const json = express.json({ limit: JSON_LIMIT, type: () => true });
  const picture = express.raw({ limit: MAX_PICTURE_BYTES, type: () => true });
  for (const [name, endpoint] of Object.entries(endpoints) as Array<[EndpointName, Endpoint]>) {
    const body: RequestHandler[] = endpoint.body === 'picture' ? [picture] : endpoint.body ? [json] : [];
    app[endpoint.method](endpoint.path, requireActor(endpoint, readActor), ...body, async (req, res) => {
      const actor = res.locals.actor as Actor | null;
      const params = parsePart(endpoint.params, req.params, 'address') as Record<string, string>;
      const query = parsePart(endpoint.query, req.query, 'query');
      const parsedBody =
        endpoint.body === 'picture' ? pictureBody(req.body) : parsePart(endpoint.body, req.body, 'body');
      await authorise(context, endpoint, { actor, params: params ?? {}, body: parsedBody });
      // The handler map is checked against the contract where it is made; here the names are only known at run time.
      const handler = handlers[name] as unknown as (call: Call<Endpoint>) => Promise<unknown>;
      const answer = await handler({
        params,
        query,
        body: parsedBody,
        actor,
        req,
        res,
      } as unknown as Call<Endpoint>);
      res.set('Cache-Control', 'no-store');
      if (!endpoint.response) res.status(204).end();
      else res.json(endpoint.response.parse(answer));
    });
  }
}

/** Runs before the body is read, so that nobody who is signed out, or not who the page thinks, can send 25 MB. */
function requireActor(endpoint: Endpoint, readActor: ReadActor): RequestHandler {
  return async (req, res, next) => {
    res.locals.route = endpoint.path;
    const actor = await readActor(req);
    if (!actor && endpoint.access !== 'public') {
      throw new HttpProblem(
        'signed-out',
        'Your session has ended. Sign in again; what you made here is kept.',
      );
    }
    const opened = req.get(PERSON_HEADER);
    if (actor && opened && opened !== actor.personId && endpoint.access !== 'public') {
      throw new HttpProblem(
        'signed-out',
        'Somebody else has signed in in this browser. Sign in as yourself again; what you made here is kept.',
      );
    }
    res.locals.actor = actor;
    next();
  };
}

/** An empty body is left unparsed by Express; the check of the picture itself says what is wrong with it. */
function pictureBody(body: unknown): Buffer {
  return Buffer.isBuffer(body) ? body : Buffer.alloc(0);
}

function parsePart(schema: ZodType | undefined, value: unknown, where: string): unknown {
  if (!schema) return undefined;
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  if (where === 'address') throw new HttpProblem('not-found', 'There is nothing at this address.');
  throw new HttpProblem('invalid-request', describe(parsed.error), {
    fields: parsed.error.issues.map((issue) => ({ path: issue.path.join('.'), message: issue.message })),
  });
}

/** The first fault as a sentence. */
function describe(error: ZodError): string {
  const [issue] = error.issues;
  if (!issue) return 'The request cannot be read.';
  const path = issue.path.join('.');
  const message = issue.message.replace(/[.]?$/, '.');
  return path ? `${path}: ${message}` : message;
}
