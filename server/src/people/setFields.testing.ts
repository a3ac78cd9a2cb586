import { fieldsColumn } from '../db/columns.ts';
import type { TestServer } from '../testServer.testing.ts';

/** What the class list knows of a person, by its columns. */
export async function setFields(
  server: TestServer,
  personId: string,
  fields: Record<string, string>,
): Promise<void> {
  await server.context.db
    .updateTable('members')
    .set({ fields: fieldsColumn.write(fields) })
    .where('person_id', '=', personId)
    .execute();
}
