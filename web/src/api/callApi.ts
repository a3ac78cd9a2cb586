import {
  type Endpoint,
  type EndpointName,
  endpoints,
  type Input,
  type Me,
  type Output,
  PERSON_HEADER,
} from '@nachweis/contract';
import { ApiProblem, offline, problemOf } from './apiProblem.ts';
import { reportConnection } from './connection.ts';

type Endpoints = typeof endpoints;
type Part<E, K extends string, V> = E extends { [P in K]: infer S }
  ? { [P in K]: S extends 'picture' ? Blob : V extends 'in' ? Input<S> : Output<S> }
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
  const path = (endpoints[name] as Endpoint).path.replace(/:(\w+)/g, (_, key: string) =>
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
  if (name === 'signOut') person = null;
  if (name === 'signIn' || name === 'demoSignIn') person = (answer as Me).id;
  if (name !== 'me') return true;
  const { id } = answer as Me;
  if (person !== null && person !== id) return false;
  person = id;
  return true;
}

/**
 * Calls an endpoint of the contract and parses its answer.
 * @throws ApiProblem with a sentence to show
 */
export async function callApi<N extends EndpointName>(
  name: N,
  args: CallArgs<N>,
  signal?: AbortSignal,
): Promise<Answer<N>> {
  const endpoint = endpoints[name] as Endpoint;
  const { body } = args as LooseArgs;
  const picture = body instanceof Blob;
  const headers: Record<string, string> = {};
  if (body !== undefined)
    headers['Content-Type'] = picture ? body.type || 'application/octet-stream' : 'application/json';
  if (person && name !== 'me') headers[PERSON_HEADER] = person;
  let response: Response;
  try {
    response = await fetch(addressOf(name, args), {
      method: endpoint.method.toUpperCase(),
      credentials: 'same-origin',
      headers,
      ...(body !== undefined && { body: picture ? body : JSON.stringify(body) }),
      ...(signal && { signal }),
    });
  } catch (error) {
    if (signal?.aborted) throw error;
    reportConnection({ reached: false });
    throw offline();
  }
  if (!response.ok) {
    const problem = await problemOf(response);
    reportConnection({
      reached: problem.code !== 'offline',
      ...(problem.code === 'signed-out' && { signedOut: true }),
    });
    throw problem;
  }
  const proven = endpoint.access !== 'public' || name === 'signIn' || name === 'demoSignIn';
  reportConnection({ reached: true, ...(proven && { signedOut: false }) });
  if (!endpoint.response) {
    notePerson(name, undefined);
    return undefined as Answer<N>;
  }
  const parsed = endpoint.response.safeParse(await response.json().catch(() => undefined));
  if (!parsed.success)
    throw new ApiProblem(
      'unreadable',
      'The server’s answer cannot be read. Reload the page; perhaps it was updated.',
    );
  if (!notePerson(name, parsed.data)) {
    // What the page shows is the other person's; what they made is kept and waits for them.
    location.reload();
    return new Promise(() => {});
  }
  return parsed.data as Answer<N>;
}
