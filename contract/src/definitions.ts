import { COUNTS, LateRule, NameTarget, PointStep, Requirements, StatementForm } from './assignments.ts';
import { Id, Instant, Units } from './shared.ts';
import { z } from './zod.ts';

/** A proof point as it is written down; number and letters follow from the order. */
export const PointDefinition = z.object({
  /** of a proof point that an earlier version has; a new one without */
  id: Id.optional(),
  title: z.string(),
  instructions: z.string(),
  minPictures: z.int().min(0).optional(),
  maxPictures: z.int().min(1).optional(),
  needsPins: z.boolean().optional(),
  minSize: z.object({ width: z.int().positive(), height: z.int().positive() }).optional(),
  surface: Requirements.shape.surface.unwrap().optional(),
  formats: Requirements.shape.formats.unwrap().optional(),
  ratio: Requirements.shape.ratio.unwrap().optional(),
  mostBytes: Requirements.shape.mostBytes.unwrap().optional(),
  needsHidden: z.boolean().optional(),
  needsText: z.boolean().optional(),
  marks: Requirements.shape.marks.unwrap().optional(),
  finishes: Requirements.shape.finishes.unwrap().optional(),
  words: Requirements.shape.words.unwrap().optional(),
  /** what must be seen, with its worth in units of a hundredth of a point */
  mustShows: z.array(z.object({ id: Id.optional(), text: z.string(), units: Units.min(0) })).max(26),
});
export type PointDefinition = z.infer<typeof PointDefinition>;

/** A criterion as it is written down, its best level first. */
export const CriterionDefinition = z.object({
  id: Id.optional(),
  title: z.string().trim().min(1),
  levels: z
    .array(z.object({ text: z.string().trim().min(1), units: Units.min(0) }))
    .min(2)
    .max(8),
});
export type CriterionDefinition = z.infer<typeof CriterionDefinition>;

/** An assignment as it is written down. */
export const AssignmentDefinition = z
  .object({
    title: z.string().trim().min(1, 'title-missing'),
    brief: z.string(),
    opensAt: Instant,
    dueAt: Instant,
    lateUntil: Instant.nullable(),
    attempts: z.int().min(1),
    counts: z.enum(COUNTS).optional(),
    /** column of the class list; who has the same in it hands in together */
    groupColumn: z.string().trim().min(1).max(60).nullable().optional(),
    /** judged without names until all are judged */
    anonymous: z.boolean().optional(),
    /** null, or none: lateness costs nothing */
    lateRule: LateRule.nullable().optional(),
    /** what may be given by hand beyond all points */
    bonusUnits: Units.min(0).optional(),
    /** to what all points together are rounded; none: to nothing */
    roundTo: PointStep.optional(),
    /** null: no own statement is asked for */
    statementPrompt: z.string().nullable(),
    /** none: free words */
    statementForm: StatementForm.optional(),
    nameRule: z.string().min(1),
    /** none: any letters, 255 bytes */
    nameTarget: NameTarget.optional(),
    points: z.array(PointDefinition),
    /** judged on levels, for the whole of a hand-in */
    criteria: z.array(CriterionDefinition).max(12).optional(),
  })
  .refine((a) => a.opensAt <= a.dueAt, { path: ['dueAt'], message: 'due-before-open' })
  .refine((a) => a.lateUntil === null || a.lateUntil >= a.dueAt, {
    path: ['lateUntil'],
    message: 'late-before-due',
  });
export type AssignmentDefinition = z.infer<typeof AssignmentDefinition>;
