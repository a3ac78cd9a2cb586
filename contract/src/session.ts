import * as z from 'zod';

/**
 * Header with the id of the person a page was opened for. Tabs of one browser share one session: where somebody else
 * has signed in meanwhile, the server refuses what an older page sends rather than take it as theirs.
 */
export const PERSON_HEADER = 'nachweis-person';

/**
 * Header with the number of the contract a page was built with. A page that was opened before an update is told to
 * reload rather than let it guess at answers of another shape.
 */
export const CONTRACT_HEADER = 'nachweis-contract';
export const CONTRACT_VERSION = '6';

import { Id } from './shared.ts';

export const ROLES = ['student', 'instructor', 'marker'] as const;
export const Role = z.enum(ROLES);
export type Role = z.infer<typeof Role>;

export const Credentials = z.object({ email: z.email().max(254), password: z.string().min(1).max(200) });
export type Credentials = z.infer<typeof Credentials>;

/** Who is signed in. */
export const Me = z.object({
  id: Id,
  name: z.string(),
  email: z.string(),
  /** makes courses, and manages all of them */
  admin: z.boolean(),
  courses: z.array(z.object({ id: Id, title: z.string(), role: Role })),
});
export type Me = z.infer<typeof Me>;

/** A person of the demo data, offered on the sign-in page of a demo server only. */
export const DemoPerson = z.object({ id: Id, name: z.string(), role: Role, note: z.string() });
export type DemoPerson = z.infer<typeof DemoPerson>;
