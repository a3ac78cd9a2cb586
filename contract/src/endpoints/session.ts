import { LinkUse, LinkView, Password } from '../courses.ts';
import type { Endpoint } from '../endpoint.ts';
import { Credentials, DemoPerson, DiskState, Me } from '../session.ts';
import { Id } from '../shared.ts';
import { z } from '../zod.ts';

/** Who one is. */
export const sessionEndpoints = {
  health: {
    method: 'get',
    path: '/api/health',
    access: 'public',
    summary: 'Answers once all migrations are done.',
    response: z.object({ status: z.literal('ok'), schema: z.string() }),
  },
  signIn: {
    method: 'post',
    path: '/api/session',
    access: 'public',
    summary: 'Signs a person in.',
    body: Credentials,
    response: Me,
  },
  me: {
    method: 'get',
    path: '/api/session',
    access: 'person',
    summary: 'Says who is signed in.',
    response: Me,
  },
  signOut: { method: 'delete', path: '/api/session', access: 'public', summary: 'Signs out.' },
  demoPeople: {
    method: 'get',
    path: '/api/demo/people',
    access: 'public',
    summary: 'The people of the demo data; empty on any other server.',
    response: z.array(DemoPerson),
  },
  demoSignIn: {
    method: 'post',
    path: '/api/demo/session',
    access: 'public',
    summary: 'Signs in as a person of the demo data; refused on any other server.',
    body: z.object({ personId: Id }),
    response: Me,
  },
  readLink: {
    method: 'get',
    path: '/api/links/:token',
    access: 'public',
    summary: 'Says what a link is for, as long as it was not used.',
    params: z.object({ token: z.string().max(100) }),
    response: LinkView,
  },
  useLink: {
    method: 'post',
    path: '/api/links/:token',
    access: 'public',
    summary: 'Sets the password of whom the link is for and signs in. It works once.',
    params: z.object({ token: z.string().max(100) }),
    body: LinkUse,
    response: Me,
  },
  changePassword: {
    method: 'put',
    path: '/api/session/password',
    access: 'person',
    summary: 'Sets another password; every other session of the person ends.',
    body: z.object({ before: z.string().max(200), password: Password }),
    response: Me,
  },
  signOutElsewhere: {
    method: 'post',
    path: '/api/session/elsewhere',
    access: 'person',
    summary: 'Ends every other session of the person; this one goes on.',
  },
  disk: {
    method: 'get',
    path: '/api/disk',
    access: 'admin',
    summary: 'Says how full the disk of the server is.',
    response: DiskState,
  },
  signingKeys: {
    method: 'get',
    path: '/api/keys',
    access: 'public',
    summary: 'The public keys that records of captures are signed with, as a JSON Web Key Set (RFC 7517).',
    response: z.object({ keys: z.array(z.record(z.string(), z.string())) }),
  },
} as const satisfies Record<string, Endpoint>;
