import type { Role } from '@nachweis/contract';
import type { Fields } from '@nachweis/core';
import { fieldsColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';

/** A person in a course, as its class list has them. */
export interface MemberEntry {
  courseId: string;
  personId: string;
  role: Role;
  /** as the name is to be sorted and shown in lists; without it, by the custom of the course's language */
  sortName?: string | null | undefined;
  /** further columns of the list, by name */
  fields?: Fields | undefined;
}

export async function enterMember(db: DbOrTrx, member: MemberEntry): Promise<void> {
  const { courseId, personId, role, sortName = null, fields = {} } = member;
  await db
    .insertInto('members')
    .values({
      course_id: courseId,
      person_id: personId,
      role,
      sort_name: sortName,
      fields: fieldsColumn.write({ ...fields }),
    })
    .execute();
}
