import { Id } from './shared.ts';
import { z } from './zod.ts';

/**
 * What a server can know of a person, in the order in which it is told. Each goes or stays as a whole when the person is
 * removed; the words for what it is, who sees it and why it stays are the page's.
 */
export const KNOWN_KINDS = [
  'account',
  'sessions',
  'courses',
  'settings',
  'kept-words',
  'letters',
  'errands',
  'drafts',
  'captures',
  'hand-ins',
  'handed-in-captures',
  'grades',
  'said',
  'terms',
  'given',
  'made',
] as const;

export const KnownLine = z.object({
  kind: z.enum(KNOWN_KINDS),
  count: z.int().min(0),
  /** what becomes of it when the person is removed */
  fate: z.enum(['goes', 'stays']),
});
export type KnownLine = z.infer<typeof KnownLine>;

/** Everything that is known of one person, as a table. */
export const Known = z.object({
  person: z.object({ id: Id, name: z.string(), email: z.string() }),
  lines: z.array(KnownLine),
  /** false: nothing stays, so that the name goes too */
  nameStays: z.boolean(),
});
export type Known = z.infer<typeof Known>;

/** A person as administrators find them. */
export const FoundPerson = z.object({
  id: Id,
  name: z.string(),
  email: z.string(),
  courses: z.array(z.string()),
});
export type FoundPerson = z.infer<typeof FoundPerson>;
