import { REMARK_SHAPES, REMARK_SIGNS } from './names.ts';
import { Href, Id, Instant } from './shared.ts';
import { z } from './zod.ts';

export const RemarkShape = z.enum(REMARK_SHAPES);
export type RemarkShape = z.infer<typeof RemarkShape>;

export const RemarkSign = z.enum(REMARK_SIGNS);
export type RemarkSign = z.infer<typeof RemarkSign>;

const MOST_CHARACTERS = 10_000;

/** One answer to a remark, by either side; or only that it is settled, or open again. */
export const ThreadEntry = z.object({
  id: Id,
  author: z.string(),
  /** whether it is the reader's own */
  own: z.boolean(),
  /** whether it is by one of those who handed in */
  byStudent: z.boolean(),
  text: z.string(),
  /** null: says nothing about it */
  settled: z.boolean().nullable(),
  at: Instant,
});
export type ThreadEntry = z.infer<typeof ThreadEntry>;

export const ThreadWrite = z
  .object({
    text: z.string().trim().max(MOST_CHARACTERS, 'remark-too-long').default(''),
    settled: z.boolean().nullable().default(null),
    /** the last that was said when it was settled, null: nothing; absent: whatever was */
    seen: Id.nullable().optional(),
  })
  .refine(({ text, settled }) => text !== '' || settled !== null, { message: 'remark-empty' });
export type ThreadWrite = z.infer<typeof ThreadWrite>;

/** Where a remark stands and what it says. */
const RemarkBody = z.object({
  /** null: to the whole hand-in */
  itemId: Id.nullable(),
  shape: RemarkShape,
  /** in pixels of the framed picture; of a box its upper left corner */
  x: z.int().min(0).nullable(),
  y: z.int().min(0).nullable(),
  /** null for a point */
  width: z.int().min(1).nullable(),
  height: z.int().min(1).nullable(),
  sign: RemarkSign.nullable(),
  /** the must-show it is about; null where none was meant */
  mustShowId: Id.nullable(),
  text: z.string(),
});

/** A picture that shows what a remark means. */
export const RemarkPicture = z.object({
  id: Id,
  width: z.int().positive(),
  height: z.int().positive(),
  href: Href,
  thumbHref: Href,
});
export type RemarkPicture = z.infer<typeof RemarkPicture>;

/** An own capture, of which the whole becomes the picture. */
export const RemarkPictureWrite = z.object({ captureId: Id });

export const Remark = RemarkBody.extend({
  id: Id,
  picture: RemarkPicture.nullable(),
  author: z.string(),
  /** whether it is the reader's own, who alone can change it */
  own: z.boolean(),
  writtenAt: Instant,
  /** what a change has to be made on */
  version: z.int().min(1),
  /** oldest first */
  thread: z.array(ThreadEntry),
  /** by the last entry that says so */
  settled: z.boolean(),
});
export type Remark = z.infer<typeof Remark>;

export const RemarksNow = z.object({ handInId: Id, remarks: z.array(Remark) });
export type RemarksNow = z.infer<typeof RemarksNow>;

export const RemarkWrite = RemarkBody.extend({
  shape: RemarkShape.default('point'),
  width: RemarkBody.shape.width.default(null),
  height: RemarkBody.shape.height.default(null),
  sign: RemarkSign.nullable().default(null),
  mustShowId: Id.nullable().default(null),
  /** one that was added to the assignment by who writes */
  pictureId: Id.nullable().default(null),
  text: z.string().trim().max(MOST_CHARACTERS, 'remark-too-long'),
  /** version of the remark this takes the place of; 0 for a new one */
  on: z.int().min(0).default(0),
})
  .refine(({ text, sign, pictureId }) => text !== '' || sign !== null || pictureId !== null, {
    path: ['text'],
    message: 'remark-empty',
  })
  .refine(
    ({ itemId, shape, x, y, width, height }) =>
      (itemId === null) === (x === null) &&
      (x === null) === (y === null) &&
      (shape === 'point') === (width === null) &&
      (width === null) === (height === null) &&
      (itemId !== null || shape === 'point'),
    { message: 'remark-place' },
  );
export type RemarkWrite = z.infer<typeof RemarkWrite>;

/** One remark for many hand-ins of an assignment: all are written, or none. */
export const RemarksGive = z.object({
  remarks: z
    .array(z.object({ id: Id, handInId: Id, remark: RemarkWrite }))
    .min(1)
    .max(1000),
});
export type RemarksGive = z.infer<typeof RemarksGive>;

/** Own remarks taken away again, all or none. */
export const RemarksTake = z.object({
  remarks: z
    .array(z.object({ id: Id, handInId: Id }))
    .min(1)
    .max(1000),
});
export const RemarksGiven = z.object({ remarks: z.int().min(0) });

export const STOCK_MOST = 500;

/** Words of one's own that are written again and again; `{student}` and columns of the class list are filled in. */
export const StockWords = z.object({ id: Id, text: z.string() });
export type StockWords = z.infer<typeof StockWords>;
export const StockWrite = z.object({
  text: z.string().trim().min(1, 'remark-empty').max(MOST_CHARACTERS, 'remark-too-long'),
});

/** What was said before to others of the same assignment. */
export const SaidBefore = z.object({
  text: z.string(),
  mustShowId: Id.nullable(),
  proofPointId: Id.nullable(),
  times: z.int().min(1),
});
export const RemarkStock = z.object({ own: z.array(StockWords), said: z.array(SaidBefore) });
export type RemarkStock = z.infer<typeof RemarkStock>;
