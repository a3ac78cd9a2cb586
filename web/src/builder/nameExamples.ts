import type { CoursePerson, CourseView } from '@nachweis/contract';
import {
  FORMAT_FACTS,
  formName,
  indexNames,
  type NameIndex,
  type NameRuleFault,
  type NameRulePart,
  type NameTarget,
  PICTURE_FORMATS,
  type PictureFormat,
  PLAIN_NAME_RULE,
  parseNameRule,
  usualEncoding,
} from '@nachweis/core';

/** What a name rule makes of a class. */
export interface NameExamples {
  parts: NameRulePart[];
  faults: NameRuleFault[];
  /**
   * the longest and the strangest names first; while a field of the rule is not known, the names that pictures
   * get meanwhile; none where its fault is another one, with which it is not saved
   */
  examples: Array<{ person: string; name: string }>;
  /** what the names of this class do not tell apart, and whose is cut */
  index: NameIndex;
}

/** An assignment as far as names speak of it. */
export interface Named {
  rule: string;
  target: NameTarget;
  title: string;
  points: ReadonlyArray<{ title: string; maxPictures: number; formats: readonly PictureFormat[] }>;
  attempts: number;
}

const SHOWN = 3;

/** How unlike plain letters a name is: what most surprises whoever writes a rule comes first. */
const strangeness = (name: string): number => name.length + 8 * (name.match(/[^A-Za-z\s-]/g)?.length ?? 0);

/** @param at UTC instant in ISO 8601, whose day stands in the examples */
export function nameExamples(
  { rule, target, title, points, attempts }: Named,
  course: Pick<CourseView, 'title' | 'timeZone' | 'people'>,
  at: string,
): NameExamples {
  const students = course.people.filter((person) => person.role === 'student');
  const people = students.length > 0 ? students : [STAND_IN];
  const formats = points[0]?.formats ?? [];
  const { format } = usualEncoding(formats.length > 0 ? formats : PICTURE_FORMATS);
  const { timeZone } = course;
  const assignment = title || 'Assignment';
  const { parts, faults } = parseNameRule(rule, columnsOfAll(people));
  const roll = {
    people,
    points: points.map((point, index) => ({ ...point, code: `P${index + 1}` })),
    attempts,
    course: course.title,
    assignment,
    timeZone,
  };
  const index = indexNames(rule, roll, target);
  const facts = { course: course.title, assignment, point: 'P1', picture: 1, attempt: 1, at, timeZone };
  const inForce = faults.length > 0 ? PLAIN_NAME_RULE : rule;
  const examples = (faults.some(({ code }) => code !== 'unknown-field') ? [] : [...people])
    .sort((a, b) => strangeness(b.listed) - strangeness(a.listed))
    .slice(0, SHOWN)
    .map((person) => ({
      person: person.listed,
      name: formName(inForce, { ...person, ...facts }, FORMAT_FACTS[format].extensions[0], target),
    }));
  return { parts, faults, examples, index };
}

/** Columns of the class list that everybody is in. */
export function columnsOfAll(people: readonly CoursePerson[]): string[] {
  const [first, ...others] = people;
  return Object.keys(first?.fields ?? {}).filter((column) => others.every(({ fields }) => column in fields));
}

/** Where a course has no students yet. */
const STAND_IN: CoursePerson = {
  id: '',
  givenName: 'Kim',
  surname: 'Example',
  listed: 'Example, Kim',
  sortName: null,
  email: '',
  role: 'student',
  fields: {},
  canSignIn: false,
};
