import { Stage, WindowState } from './assignments.ts';
import { AssignmentDefinition } from './definitions.ts';
import { Errand } from './errands.ts';
import { MAX_PEOPLE, MOST_WORK_FILES } from './limits.ts';
import { Ink } from './marks.ts';
import { Role } from './session.ts';
import { Id, Instant } from './shared.ts';
import { z } from './zod.ts';

const isTimeZone = (zone: string): boolean => {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
};

export const CourseWrite = z.object({
  title: z.string().trim().min(1, 'course-title-missing').max(200),
  /** IANA name */
  timeZone: z.string().refine(isTimeZone, 'time-zone-unknown'),
  /** BCP 47; names are sorted by its letters */
  language: z.string().regex(/^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/, 'language-unknown'),
});

export type CourseWrite = z.infer<typeof CourseWrite>;

/** What a course is, changed; `was` is what whoever changes it had before their eyes. */
export const CourseChange = CourseWrite.extend({
  was: z.object({ title: z.string(), timeZone: z.string(), language: z.string() }),
});
export type CourseChange = z.infer<typeof CourseChange>;

/** A course begins at most so many days before or after the one it is made of: about ten years. */
export const MOST_DAYS_MOVED = 3660;

/** A course for another term, made of one that is there. */
export const CourseCopy = z.object({
  /** of the new one; made by who asks, so that asking again makes it once */
  id: Id,
  title: CourseWrite.shape.title,
  /** so many days of the calendar all times are moved by */
  days: z.int().min(-MOST_DAYS_MOVED).max(MOST_DAYS_MOVED),
});
export type CourseCopy = z.infer<typeof CourseCopy>;

/** Columns of a class list beside the usual ones, by name, such as a station code. */
const ClassFields = z.record(
  z
    .string()
    .regex(/^[a-z][a-z0-9_-]*$/i, 'field-name')
    .max(40),
  z.string().max(200),
);

/** One line of a class list. */
export const PersonLine = z.object({
  givenName: z.string().trim().max(200),
  surname: z.string().trim().min(1, 'surname-missing').max(200),
  email: z.email('email-wrong').max(254),
  /** absent: as it was, and a student where they are new here */
  role: Role.optional(),
  /** as the name is to be sorted; null: by the custom of the course's language; absent: as it was */
  sortName: z.string().trim().min(1).max(300).nullable().optional(),
  fields: ClassFields.default({}),
});
export type PersonLine = z.infer<typeof PersonLine>;

/**
 * What becomes of a line: `new` nobody has this e-mail yet; `joins` a person that is known comes into the course;
 * `changes` name, role or columns of somebody who is in it; `same` nothing; `twice` the e-mail stands in an earlier line.
 */
export const LINE_OUTCOMES = ['new', 'joins', 'changes', 'same', 'twice', 'own-role'] as const;

export const PeopleWrite = z.object({
  people: z.array(PersonLine).min(1).max(MAX_PEOPLE),
  /** only says what it would do */
  dryRun: z.boolean(),
  /** false: somebody who is in the course already stands in the way of all, unless nothing would change */
  mayChange: z.boolean().default(true),
  /** what a dry run said of each line: where one would be otherwise by now, and is not there already, nothing is entered */
  looked: z.array(z.enum(LINE_OUTCOMES)).optional(),
});
export type PeopleWrite = z.infer<typeof PeopleWrite>;

/** What a line changes of somebody who is in the course. */
export const LineChange = z.object({
  of: z.enum(['name', 'role', 'sort-name', 'column']),
  /** which column; empty for what is none */
  column: z.string(),
  /** empty: nothing */
  from: z.string(),
  to: z.string(),
});
export type LineChange = z.infer<typeof LineChange>;

export const PeopleAnswer = z.object({
  /** in the order of what was sent; `name` is how somebody is called after it */
  lines: z.array(
    z.object({ outcome: z.enum(LINE_OUTCOMES), name: z.string(), changes: z.array(LineChange) }),
  ),
  /** false: nothing was changed */
  entered: z.boolean(),
});
export type PeopleAnswer = z.infer<typeof PeopleAnswer>;

export const CoursePerson = z.object({
  id: Id,
  givenName: z.string(),
  surname: z.string(),
  /** as it is sorted */
  listed: z.string(),
  /** null: by the custom of the course's language */
  sortName: z.string().nullable(),
  email: z.string(),
  role: Role,
  fields: z.record(z.string(), z.string()),
  /** has a password, so that they can sign in */
  canSignIn: z.boolean(),
});
export type CoursePerson = z.infer<typeof CoursePerson>;

/** What is said of a course everywhere; what was entered by earlier rules is shown all the same. */
const CourseFacts = z.object({ id: Id, title: z.string(), timeZone: z.string(), language: z.string() });

export const CourseLine = CourseFacts.extend({ people: z.int() });

export const CourseView = CourseFacts.extend({
  houseInk: Ink.nullable(),
  /** this server sends mail */
  sendsMail: z.boolean(),
  /** nothing was handed in yet, so that the time zone can still be another one */
  zoneIsFree: z.boolean(),
  people: z.array(CoursePerson),
  assignments: z.array(
    z.object({
      id: Id,
      title: z.string(),
      stage: Stage,
      window: WindowState,
      opensAt: Instant,
      dueAt: Instant,
      lateUntil: Instant.nullable(),
      handIns: z.int(),
    }),
  ),
});
export type CourseView = z.infer<typeof CourseView>;

/** A link that lets one person set a password, once. */
export const SignInLink = z.object({
  personId: Id,
  href: z.string(),
  expiresAt: Instant,
});
export type SignInLink = z.infer<typeof SignInLink>;

export const LinksMade = z.object({
  links: z.array(SignInLink),
  /** each of them gets one by mail too; null where that was not asked for, or this server sends no mail */
  mailing: Errand.nullable(),
});
export type LinksMade = z.infer<typeof LinksMade>;

/** What a link is for, as whoever opens it is told. */
export const LinkView = z.object({
  /** `first`: for the first administrator of an empty server */
  kind: z.enum(['first', 'person']),
  name: z.string(),
  email: z.string(),
});
export type LinkView = z.infer<typeof LinkView>;

export const Password = z.string().min(8, 'password-short').max(200);

export const LinkUse = z.object({
  password: Password,
  /** of the first administrator */
  person: z
    .object({
      givenName: z.string().trim().max(200),
      surname: z.string().trim().min(1, 'surname-missing').max(200),
      email: z.email('email-wrong').max(254),
    })
    .optional(),
});

/** An assignment as it is written, with what hangs on it. */
export const DefinitionView = z.object({
  id: Id,
  courseId: Id,
  courseTitle: z.string(),
  timeZone: z.string(),
  definition: AssignmentDefinition,
  version: z.int().min(1),
  stage: Stage,
  handIns: z.int(),
  /** students who have pictures in their draft */
  drafts: z.int(),
});
export type DefinitionView = z.infer<typeof DefinitionView>;

/** What a change of a running assignment means for work that is there. Whatever was handed in stays as it is. */
export const ChangeEffects = z.object({
  version: z.int(),
  handIns: z.int(),
  /** proof points that go, and how many students have pictures there, which then are among their captures only */
  lost: z.array(z.object({ code: z.string(), title: z.string(), students: z.int() })),
});
export type ChangeEffects = z.infer<typeof ChangeEffects>;

export const DefinitionWrite = z.object({
  definition: AssignmentDefinition,
  /** the version that was changed */
  baseVersion: z.int().min(1),
  dryRun: z.boolean().default(false),
});

/** Bytes in the letters of RFC 4648, section 4. */
const Base64 = z.string().regex(/^[A-Za-z0-9+/]*={0,2}$/, 'base64-wrong');

/** An assignment as one file: to keep, to hand on, to take into another course. */
export const AssignmentFile = z.object({
  nachweis: z.literal('assignment'),
  version: z.literal(1),
  assignment: AssignmentDefinition,
  files: z
    .array(z.object({ name: z.string().min(1).max(255), data: Base64 }))
    .max(MOST_WORK_FILES)
    .default([]),
  references: z
    .array(
      z.object({
        /** counted from 1, as in P1 */
        point: z.int().min(1),
        caption: z.string().max(300),
        shown: z.boolean(),
        data: Base64,
      }),
    )
    .default([]),
});
export type AssignmentFile = z.infer<typeof AssignmentFile>;
