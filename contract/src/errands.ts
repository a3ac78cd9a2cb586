import { Id, Instant } from './shared.ts';
import { z } from './zod.ts';

/** What a class's hand-ins go out as; the ending of the file's address. */
export const CLASS_FORMS = ['zip', 'bag.zip', 'page.zip', 'docx.zip', 'odt.zip', 'pdf'] as const;
export type ClassForm = (typeof CLASS_FORMS)[number];

export const ArchiveOrder = z.object({ form: z.enum(CLASS_FORMS) });

/** How many hours what was made waits for whoever asked for it. */
export const ERRAND_HOURS = 24;

const base = {
  id: Id,
  /** of the assignment or the course */
  title: z.string(),
  /**
   * `waiting` for its turn; `working`; `ready`: it is done; `stopped` by whoever asked for it; `failed`, `why` says how.
   */
  state: z.enum(['waiting', 'working', 'ready', 'stopped', 'failed']),
  why: z.enum(['disk-full', 'mail-away', 'not-seen', 'broken']).nullable(),
  /** of `total`: hand-ins that are in it, letters that the mail server has answered to */
  done: z.int(),
  total: z.int(),
  askedAt: Instant,
};

/** Long work that somebody asked for. It goes on when they leave, and waits for them when it is done. */
export const Errand = z.discriminatedUnion('kind', [
  z.object({
    ...base,
    kind: z.literal('archive'),
    assignmentId: Id,
    form: z.enum(CLASS_FORMS),
    /** where it is fetched, once it is ready */
    href: z.string().nullable(),
    bytes: z.int().nullable(),
    /** gone then */
    waitsUntil: Instant.nullable(),
    /** it was fetched whole at least once */
    fetched: z.boolean(),
  }),
  z.object({
    ...base,
    kind: z.literal('mailing'),
    courseId: Id,
    /** whom the mail server refused, by their names */
    refused: z.array(z.string()),
    /** who had left the course before their letter: it was not sent */
    left: z.array(z.string()),
    /** who had chosen a password before their letter: it was not sent */
    hasPassword: z.array(z.string()),
  }),
]);
export type Errand = z.infer<typeof Errand>;
export type ArchiveErrand = Extract<Errand, { kind: 'archive' }>;
export type MailingErrand = Extract<Errand, { kind: 'mailing' }>;
