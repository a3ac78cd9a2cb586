import type { Endpoint } from '../endpoint.ts';
import { FoundPerson, Known } from '../known.ts';
import { Id } from '../shared.ts';
import { z } from '../zod.ts';

/** What is known of people, and how they go. */
export const knownEndpoints = {
  knownOfMe: {
    method: 'get',
    path: '/api/known-of-me',
    access: 'person',
    summary: 'Everything that is known of oneself, and what would go and stay if one were removed.',
    response: Known,
  },
  findPeople: {
    method: 'get',
    path: '/api/people',
    access: 'admin',
    summary: 'People whose name or e-mail has some words in it; at most 50.',
    query: z.object({ words: z.string().trim().min(2).max(200) }),
    response: z.array(FoundPerson),
  },
  knownOf: {
    method: 'get',
    path: '/api/people/:personId/known',
    access: 'admin',
    summary: 'Everything that is known of a person, and what goes and stays when they are removed.',
    params: z.object({ personId: Id }),
    response: Known,
  },
  removePerson: {
    method: 'post',
    path: '/api/people/:personId/removal',
    access: 'admin',
    summary: 'Removes a person. What they handed in stays, with its grades, under their name; the rest goes.',
    params: z.object({ personId: Id }),
    /** of the person, so that nobody goes by a mistaken id */
    body: z.object({ email: z.string().max(300) }),
  },
} as const satisfies Record<string, Endpoint>;
