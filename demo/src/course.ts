import { deskContent, seededRandom, seedFromText } from '@nachweis/desk';
import { type Context, enterMember, hashPassword } from '@nachweis/server';
import { DEMO_PASSWORD, type DemoPerson, emailOf, STAFF, STUDENTS } from './people.ts';

export interface DemoStudent {
  id: string;
  /** from 0, in the order of entering */
  index: number;
  /** what the content of the person's practice desk follows from */
  seed: number;
}

export interface DemoCourse {
  id: string;
  students: DemoStudent[];
  instructors: string[];
  /** marks a second time */
  marker: string;
}

/** Ids that are the same in every demo (version 4 in form, RFC 9562). */
export function seededIds(seed: number): () => string {
  const random = seededRandom(seed);
  const hex = (length: number) =>
    Array.from({ length }, () => Math.floor(random() * 16).toString(16)).join('');
  return () => `${hex(8)}-${hex(4)}-4${hex(3)}-8${hex(3)}-${hex(12)}`;
}

/** Enters the course and its people. */
export async function enterCourse({ db }: Context, newId: () => string): Promise<DemoCourse> {
  const id = newId();
  await db
    .insertInto('courses')
    .values({ id, title: 'Field Data Skills 2', time_zone: 'Europe/Berlin' })
    .execute();
  const password_hash = await hashPassword(DEMO_PASSWORD);
  const enter = async (person: DemoPerson, note: string, fields: Record<string, string> = {}) => {
    const personId = newId();
    await db
      .insertInto('people')
      .values({
        id: personId,
        email: emailOf(person),
        given_name: person.given,
        surname: person.surname,
        password_hash,
        demo_note: note,
      })
      .execute();
    const { role, sortName } = person;
    await enterMember(db, { courseId: id, personId, role, sortName, fields });
    return personId;
  };
  const instructors: string[] = [];
  let marker = '';
  for (const person of STAFF) {
    const personId = await enter(
      person,
      person.role === 'instructor' ? 'checks, grades and releases' : 'second marker',
    );
    if (person.role === 'instructor') instructors.push(personId);
    else marker = personId;
  }
  const students: DemoCourse['students'] = [];
  for (const [index, person] of STUDENTS.entries()) {
    const seed = seedFromText(emailOf(person));
    const { station } = deskContent(seed);
    students.push({ id: await enter(person, `station ${station}`, { station }), index, seed });
  }
  return { id, students, instructors, marker };
}
