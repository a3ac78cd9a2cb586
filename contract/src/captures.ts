import { SOURCES } from './names.ts';
import { Href, Id, Instant, Sha256, Told } from './shared.ts';
import { z } from './zod.ts';

export const Source = z.enum(SOURCES);
export type Source = z.infer<typeof Source>;

/** What the source reported it was showing. */
export const SURFACES = ['all-displays', 'display', 'window', 'tab', 'photo', 'unknown'] as const;
export const Surface = z.enum(SURFACES);
export type Surface = z.infer<typeof Surface>;

export const PictureFormatName = z.enum(['png', 'jpeg', 'gif', 'webp', 'avif']);

/**
 * What was done to a picture before it came here. Records are signed with what was written then, so that sentences of
 * earlier versions stay as they are.
 */
export const Done = z.union([
  z.string(),
  z.object({
    code: z.enum(['straightened', 'scaled', 'converted', 'rebuilt', 'packed', 'composed']),
    data: z.record(z.string(), z.union([z.string(), z.number()])),
  }),
]);
export type Done = z.infer<typeof Done>;

/** Reads what a query says was done; lines of sentences, as earlier pages send them, too. */
function readDone(text: string): unknown {
  if (!text.startsWith('[')) return text.split('\n').filter((line) => line !== '');
  try {
    return JSON.parse(text);
  } catch {
    return [text];
  }
}

/** A capture: a picture exactly as it came in. */
export const Capture = z.object({
  id: Id,
  source: Source,
  surface: Surface,
  originalName: z.string(),
  format: PictureFormatName,
  /** picture pixels, orientation applied */
  width: z.int().positive(),
  height: z.int().positive(),
  bytes: z.int().positive(),
  sha256: Sha256,
  receivedAt: Instant,
  /** the picture as it came in; only its owner can fetch it */
  href: Href,
  /** what had to be said when it was taken in; sentences where it was kept before codes were */
  notes: z.array(z.union([Told, z.string()])),
});
export type Capture = z.infer<typeof Capture>;

/** What comes beside the bytes of a new capture. */
export const CaptureQuery = z.object({
  source: Source,
  surface: Surface.default('unknown'),
  name: z.string().max(1000).default(''),
  /** what the browser says is shared, in its own words: the name of a display, the title of a tab */
  label: z.string().max(500).default(''),
  /** title or name of the document it was in */
  document: z.string().max(500).default(''),
  /** what was done to it before it came here, as JSON */
  done: z.string().max(4000).default('').transform(readDone).pipe(z.array(Done).max(20)),
  /** pixels for each unit that the source draws its programs in (2 on a display set to 200 %), where it is reported */
  scale: z.coerce.number().min(0.1).max(16).optional(),
  /** the assignment it was taken for */
  assignmentId: Id.optional(),
});
export type CaptureQuery = z.output<typeof CaptureQuery>;

/** What the server signs about a capture. */
export const CaptureRecord = z.object({
  captureId: Id,
  ownerId: Id,
  source: Source,
  /** false: it came as a file or from the clipboard, and nothing is known of where it was made */
  takenHere: z.boolean(),
  surface: Surface,
  label: z.string(),
  document: z.string(),
  format: PictureFormatName,
  width: z.int(),
  height: z.int(),
  /** null: not reported; records signed before it was kept lack it */
  scale: z.number().nullable().default(null),
  bytes: z.int(),
  sha256: Sha256,
  done: z.array(Done),
  receivedAt: Instant,
});
export type CaptureRecord = z.infer<typeof CaptureRecord>;

/**
 * The record of a capture as others than its owner get it: without the hash of its bytes and how many they are, with the
 * SHA-256 of the owner's salt and that hash, by which the owner can show which capture it is.
 */
export const SharedRecord = CaptureRecord.omit({ sha256: true, bytes: true }).extend({ salted: Sha256 });
export type SharedRecord = z.infer<typeof SharedRecord>;

const Tag = z.string().trim().min(1).max(40, 'tag-too-long');

/** What a person writes about an own capture. */
export const CaptureDetails = z.object({
  note: z.string().max(2000),
  tags: z.array(Tag).max(20, 'tags-too-many'),
  favourite: z.boolean(),
});
export type CaptureDetails = z.infer<typeof CaptureDetails>;

/** What is to be changed of them; the rest stays as it is. */
export const CaptureDetailsWrite = z
  .object({
    /** with what it was changed from, so that what was written elsewhere meanwhile is not lost */
    note: z.object({ text: CaptureDetails.shape.note, seen: CaptureDetails.shape.note }),
    tags: CaptureDetails.shape.tags,
    favourite: CaptureDetails.shape.favourite,
  })
  .partial();
export type CaptureDetailsWrite = z.infer<typeof CaptureDetailsWrite>;

/** A capture on the page of all captures. */
export const CaptureItem = Capture.extend({
  ...CaptureDetails.shape,
  label: z.string(),
  document: z.string(),
  /** null: not reported */
  scale: z.number().nullable(),
  done: z.array(Done),
  /** compact JWS of its CaptureRecord; empty for what was taken in before records were signed */
  jws: z.string(),
  /** with it the owner can show that a record others have is of this capture */
  salt: z.string(),
  thumbHref: Href,
  courseTitle: z.string(),
  /** proof points and hand-ins that hold it; `attempt` is null for a proof sheet */
  uses: z.array(
    z.object({ point: z.string(), assignment: z.string(), href: Href, attempt: z.int().nullable() }),
  ),
  /** null while it is not in the bin */
  deletedAt: Instant.nullable(),
});
export type CaptureItem = z.infer<typeof CaptureItem>;

const yes = z.enum(['yes', 'no']);
export const CaptureFilter = z.object({
  /** words that name, note, tags, source and document title are searched for */
  words: z.string().max(200).default(''),
  id: Id.optional(),
  source: Source.optional(),
  courseId: Id.optional(),
  /** instants, not days: whose day it is only the person's own clock knows */
  from: Instant.optional(),
  /** not included */
  until: Instant.optional(),
  used: yes.optional(),
  favourite: yes.optional(),
  bin: yes.default('no'),
  /** where the page before ended */
  after: z.string().max(200).optional(),
  limit: z.coerce.number().int().min(1).max(200).default(60),
});
export type CaptureFilter = z.infer<typeof CaptureFilter>;

export const CaptureList = z.object({
  items: z.array(CaptureItem),
  /** how many there are in all */
  total: z.int(),
  next: z.string().nullable(),
});
export type CaptureList = z.infer<typeof CaptureList>;
