import type { ProblemCode } from '@nachweis/contract';

type Data = Readonly<Record<string, unknown>>;
/** What the page itself finds out about a call. */
type OwnCode = 'offline' | 'unreadable' | 'too-slow';
/** What ends the work with a page, whatever was asked. */
type EndCode = 'signed-out' | 'other-person' | 'outdated-page';

/** Why a call did not succeed. */
export type CallCode = ProblemCode | OwnCode;

/**
 * Words that are there with the page: where there is no answer, or no session, none are fetched. They stand beside
 * whatever was asked, so they promise nothing: what is kept says so at its own place.
 */
export const CALLS: Readonly<Record<OwnCode | EndCode, (data: Data) => string>> = {
  offline: () => 'The server cannot be reached. Try again once there is a connection.',
  unreadable: ({ status }) =>
    status
      ? `The server answered with an error (${String(status)}). Try again in a moment.`
      : 'The server’s answer cannot be read. Reload the page; perhaps it was updated.',
  'too-slow': () => 'The server took too long to answer. Try again in a moment.',
  'signed-out': () => 'Your session has ended. Sign in again, at the top, then try once more.',
  'other-person': () =>
    'Somebody else has signed in in this browser. Sign in as yourself again, at the top, then try once more.',
  'outdated-page': () =>
    'Nachweis was updated. Copy what you have written here and not saved, then reload this page.',
};
