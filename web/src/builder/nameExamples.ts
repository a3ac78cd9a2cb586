import type { CoursePerson, CourseView } from '@nachweis/contract';
import {
  CoreError,
  FORMAT_FACTS,
  formName,
  PICTURE_FORMATS,
  type PictureFormat,
  usualEncoding,
} from '@nachweis/core';

/** What a name rule makes of a class. */
export interface NameExamples {
  /** the longest and the strangest names first */
  examples: Array<{ person: string; name: string }>;
  /** two people who would get the same name; null where everybody gets one of their own */
  same: { first: string; second: string; name: string } | null;
  /** a part of the rule that is not known; null where it can be read */
  unknown: string | null;
}

const SHOWN = 3;

/** How unlike plain letters a name is: what most surprises whoever writes a rule comes first. */
const strangeness = (name: string): number => name.length + 8 * (name.match(/[^A-Za-z\s-]/g)?.length ?? 0);

export function nameExamples(
  rule: string,
  assignment: string,
  formats: readonly PictureFormat[],
  course: Pick<CourseView, 'title' | 'timeZone' | 'people'>,
  at: string,
): NameExamples {
  const students = course.people.filter((person) => person.role === 'student');
  const people = students.length > 0 ? students : [STAND_IN];
  const { format } = usualEncoding(formats.length > 0 ? formats : PICTURE_FORMATS);
  const extension = FORMAT_FACTS[format].extensions[0];
  const nameOf = ({ surname, givenName, fields }: CoursePerson) =>
    formName(
      rule,
      {
        surname,
        givenName,
        course: course.title,
        assignment: assignment || 'Assignment',
        point: 'P1',
        picture: 1,
        attempt: 1,
        fields,
        at,
        timeZone: course.timeZone,
      },
      extension,
    );
  try {
    const names = people.map((person) => ({ person: person.listed, name: nameOf(person) }));
    const seen = new Map<string, string>();
    let same: NameExamples['same'] = null;
    for (const { person, name } of names) {
      const first = seen.get(name);
      if (first !== undefined && !same) same = { first, second: person, name };
      seen.set(name, person);
    }
    const examples = [...names].sort((a, b) => strangeness(b.person) - strangeness(a.person)).slice(0, SHOWN);
    return { examples, same, unknown: null };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return { examples: [], same: null, unknown: String(error.data.token ?? rule) };
  }
}

/** Where a course has no students yet. */
const STAND_IN: CoursePerson = {
  id: '',
  givenName: 'Kim',
  surname: 'Example',
  listed: 'Example, Kim',
  email: '',
  role: 'student',
  fields: {},
  canSignIn: false,
};
