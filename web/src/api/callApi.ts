/// <reference path="./virtualRoutes.d.ts" />

import { type Route, routes } from 'virtual:routes';
import {
  CONTRACT_HEADER,
  CONTRACT_VERSION,
  type EndpointName,
  type endpoints,
  type Input,
  type Me,
  type Output,
  PAGE_HEADER,
  PERSON_HEADER,
} from '@nachweis/contract';
import { ownProblem, problemOf } from './apiProblem.ts';
import { reportConnection } from './connection.ts';
import { ownPage } from './ownPage.ts';
import { noteServerTime } from './serverClock.ts';

type Endpoints = typeof endpoints;
type Part<E, K extends string, V> = E extends { [P in K]: infer S }
  ? { [P in K]: S extends 'bytes' ? Blob : V extends 'in' ? Input<S> : Output<S> }
  : unknown;
/** What a call needs: exactly the parts its endpoint has. */
export type CallArgs<N extends EndpointName> = Part<Endpoints[N], 'params', 'in'> &
  Part<Endpoints[N], 'query', 'in'> &
  Part<Endpoints[N], 'body', 'in'>;
export type Answer<N extends EndpointName> = Endpoints[N] extends { response: infer S }
  ? Output<S>
  : undefined;

interface LooseArgs {
  params?: Record<string, string>;
  query?: Record<string, string>;
  body?: unknown;
}

/** The address of an endpoint; also the SWR key of what it reads. */
export function addressOf<N extends EndpointName>(name: N, args: CallArgs<N>): string {
  const { params = {}, query } = args as LooseArgs;
  const path = routes[name].path.replace(/:(\w+)/g, (_, key: string) =>
    encodeURIComponent(params[key] ?? ''),
  );
  return query ? `${path}?${new URLSearchParams(query)}` : path;
}

/** Whom this page was opened for. It speaks for nobody else before somebody signs in here. */
let person: string | null = null;

/**
 * What an answer says about who is signed in.
 * @returns false when it is somebody else, who signed in elsewhere in this browser
 */
function notePerson(name: EndpointName, answer: unknown): boolean {
  if (name === 'signOut') {
    person = null;
    void forgetKept();
  }
  if (name === 'signIn' || name === 'demoSignIn') person = (answer as Me).id;
  if (name !== 'me') return true;
  const { id } = answer as Me;
  if (person !== null && person !== id) return false;
  person = id;
  return true;
}

/** What keeps answers comes with the pages behind the sign-in; before it there is nothing to keep. */
const importKept = () => import('./keptAnswers.ts');
const goWithout = () => null;

/** Nothing that was read is shown again without having been asked for; `but`: an address whose answer still holds. */
async function forgetKept(but?: string): Promise<void> {
  const keeper = await importKept().catch(goWithout);
  await keeper?.forgetAnswers(but);
}

/** Answers that were kept from before: the server has not been asked for them since. */
const fromKept = new WeakSet<object>();
/** What a student does that changes more of the sheet than its draft. */
const SHEET_CHANGES: ReadonlySet<EndpointName> = new Set(['handIn', 'withdraw', 'putPreset', 'removePreset']);

/** What was read last from each address, so that nothing that has not changed is sent again; gone with the page. */
const remembered = new Map<string, { etag: string; answer: unknown }>();
const MOST_REMEMBERED = 60;

/** A request that is not answered after this is given up: a picture of 25 MB over a slow line, and everything else. */
const PICTURE_MS = 5 * 60_000;
const OTHER_MS = 30_000;

/**
 * Calls an endpoint of the contract. The server writes its answers by the contract, and refuses a page of another one, so
 * that they are taken as they come. An answer that has not changed is the same object again.
 * @throws ApiProblem with a sentence to show
 */
export async function callApi<N extends EndpointName>(
  name: N,
  args: CallArgs<N>,
  signal?: AbortSignal,
): Promise<Answer<N>> {
  const route = routes[name];
  const { body } = args as LooseArgs;
  const address = addressOf(name, args);
  const known = route.method === 'GET' ? remembered.get(address) : undefined;
  const response = await send(route, name, address, body, known?.etag, signal);
  if (response.status !== 304 && !response.ok) {
    const problem = await problemOf(response);
    const signedOut = problem.code === 'signed-out' || problem.code === 'other-person';
    const outdated = problem.code === 'outdated-page';
    reportConnection({
      reached: problem.code !== 'offline',
      ...(signedOut && { signedOut, byOther: problem.code === 'other-person' }),
      ...(outdated && { outdated }),
    });
    if (problem.code === 'signed-out') void forgetKept();
    throw problem;
  }
  const proven = !route.isPublic || name === 'signIn' || name === 'demoSignIn';
  reportConnection({ reached: true, ...(proven && { signedOut: false }) });
  if (!route.answers) {
    notePerson(name, undefined);
    if (SHEET_CHANGES.has(name)) await readAnew(args as LooseArgs);
    remembered.clear();
    return undefined as Answer<N>;
  }
  const answer = response.status === 304 && known ? known.answer : await readAnswer(route, address, response);
  if (!notePerson(name, answer)) {
    // What the page shows is the other person's; what they made is kept and waits for them.
    location.reload();
    return new Promise(() => {});
  }
  if (SHEET_CHANGES.has(name)) await readAnew(args as LooseArgs);
  return answer as Answer<N>;
}

/**
 * What was kept is not so any more. What one goes on with is read once more, unseen, so that it is there without a
 * connection before a page has shown it.
 */
async function readAnew({ params }: LooseArgs): Promise<void> {
  await forgetKept(addressOf('me', {}));
  const keep = async <N extends EndpointName>(name: N, args: CallArgs<N>) =>
    keepShown(name, addressOf(name, args), await callApi(name, args));
  const assignmentId = params?.assignmentId;
  void Promise.allSettled([
    keep('listAssignments', {}),
    ...(assignmentId ? [keep('proofSheet', { params: { assignmentId } })] : []),
  ]);
}

/** Keeps what a page shows of an endpoint, for a reload without a connection; what was kept is not newer by being shown. */
export function keepShown(name: EndpointName, address: string, answer: unknown): void {
  const isKept = typeof answer === 'object' && answer !== null && fromKept.has(answer);
  if (isKept) return;
  // Whom it belongs to is settled now, and not when the keeper has come.
  const owner = person;
  void importKept().then(({ keepAnswer }) => keepAnswer(name, address, owner, answer), goWithout);
}

/**
 * What an endpoint answered last, where the server cannot be reached and nothing is on the page yet.
 * @returns null where nothing was kept of it
 */
export async function lastAnswer<N extends EndpointName>(
  name: N,
  args: CallArgs<N>,
): Promise<Answer<N> | null> {
  const keeper = await importKept().catch(goWithout);
  const kept = await keeper?.keptAnswer(name, addressOf(name, args), person);
  if (!kept) return null;
  // The page goes on for the person it was opened for; whoever else is signed in by now is told apart by that.
  if (name === 'me') person ??= (kept.answer as Me).id;
  fromKept.add(kept.answer as object);
  reportConnection({ readAt: kept.at });
  return kept.answer as Answer<N>;
}

async function send(
  route: Route,
  name: EndpointName,
  address: string,
  body: unknown,
  etag: string | undefined,
  signal: AbortSignal | undefined,
): Promise<Response> {
  const picture = body instanceof Blob;
  const headers: Record<string, string> = {};
  if (body !== undefined)
    headers['Content-Type'] = picture ? body.type || 'application/octet-stream' : 'application/json';
  headers[CONTRACT_HEADER] = CONTRACT_VERSION;
  headers[PAGE_HEADER] = ownPage();
  if (person && name !== 'me') headers[PERSON_HEADER] = person;
  // Without the second one a browser says that it wants no comparison at all.
  if (etag) Object.assign(headers, { 'If-None-Match': etag, 'Cache-Control': 'max-age=0' });
  const limit = AbortSignal.timeout(picture ? PICTURE_MS : OTHER_MS);
  const sentAt = Date.now();
  try {
    const response = await fetch(address, {
      method: route.method,
      credentials: 'same-origin',
      headers,
      ...(body !== undefined && { body: picture ? body : JSON.stringify(body) }),
      signal: signal ? AbortSignal.any([signal, limit]) : limit,
    });
    noteServerTime(response, sentAt);
    return response;
  } catch (error) {
    if (signal?.aborted) throw error;
    if (limit.aborted) throw ownProblem('too-slow');
    reportConnection({ reached: false });
    throw ownProblem('offline');
  }
}

async function readAnswer(route: Route, address: string, response: Response): Promise<unknown> {
  let answer: unknown;
  try {
    answer = await response.json();
  } catch {
    // A page of somebody between here and the server, or one that was cut off.
    throw ownProblem('unreadable');
  }
  const etag = response.headers.get('etag');
  if (route.method === 'GET' && etag) {
    remembered.delete(address);
    remembered.set(address, { etag, answer });
    const [oldest] = remembered.keys();
    if (remembered.size > MOST_REMEMBERED && oldest !== undefined) remembered.delete(oldest);
  }
  return answer;
}
