import { ROLES } from './names.ts';
import { Id } from './shared.ts';
import { z } from './zod.ts';

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

/** How full the disk of the server is. */
export const DiskState = z.object({
  freeBytes: z.number().min(0),
  totalBytes: z.number().min(0),
  /** less than a tenth is free */
  low: z.boolean(),
});
export type DiskState = z.infer<typeof DiskState>;

/** A person of the demo data, offered on the sign-in page of a demo server only. */
export const DemoPerson = z.object({ id: Id, name: z.string(), role: Role, note: z.string() });
export type DemoPerson = z.infer<typeof DemoPerson>;
