import { distinctNames, FORMAT_FACTS, soundFileName } from '@nachweis/core';
import type { Actor } from '../access/access.ts';
import type { Context } from '../context.ts';
import { fieldsColumn, lookColumn, presetColumn, tagsColumn } from '../db/columns.ts';
import type { Entry } from '../files/writeZip.ts';
import { readPrinted } from '../printed/printed.ts';
import { readKnown } from './readKnown.ts';

const asJson = (name: string, value: unknown): Entry => ({
  name,
  text: `${JSON.stringify(value, null, 2)}\n`,
});

/**
 * Everything of a person's own as files: what is known as JSON, each capture as it came, each hand-in with its files,
 * its receipt and what was returned. Read one after the other, while it is written.
 */
export async function* ownEntries(context: Context, actor: Actor): AsyncGenerator<Entry> {
  const { db } = context;
  const { personId } = actor;
  yield asJson('what-is-known.json', await readKnown(db, personId));
  const captures = await db
    .selectFrom('captures')
    .selectAll()
    .where('owner_id', '=', personId)
    .orderBy('received_at')
    .orderBy('id')
    .execute();
  const names = distinctNames(
    captures.map(({ original_name, received_at, format }) =>
      soundFileName(
        `${received_at.slice(0, 10)} ${original_name.replace(/\.[^.]*$/, '') || 'capture'}`,
        FORMAT_FACTS[format].extensions[0] ?? '',
      ),
    ),
  );
  yield asJson('own.json', {
    ...(await readOwn(context, personId)),
    captures: captures.map((row, index) => ({
      id: row.id,
      file: `captures/${names[index]}`,
      sha256: row.sha256,
      source: row.source,
      surface: row.surface,
      originalName: row.original_name,
      receivedAt: row.received_at,
      label: row.label,
      document: row.document,
      note: row.note,
      tags: tagsColumn.read(row.tags),
      inBinSince: row.deleted_at,
      record: row.record,
      salt: row.salt,
    })),
  });
  for (const [index, { sha256 }] of captures.entries()) {
    // One that is missing on disk takes none of the others away.
    if ((await context.blobs.size(sha256)) !== null) yield { name: `captures/${names[index]}`, sha256 };
  }
  const handIns = await db
    .selectFrom('hand_in_people')
    .innerJoin('hand_ins', 'hand_ins.id', 'hand_in_people.hand_in_id')
    .select('hand_ins.id')
    .where('person_id', '=', personId)
    .orderBy('hand_ins.seq')
    .execute();
  for (const { id } of handIns) {
    const { files, jws, ...printed } = await readPrinted(context, actor, id);
    const folder = `hand-ins/${printed.number}`;
    yield asJson(`${folder}/hand-in.json`, printed);
    if (jws) yield { name: `${folder}/${printed.number}-receipt.jws`, text: jws };
    for (const file of files) yield { ...file, name: `${folder}/${file.name}` };
  }
}

/** What is no picture. No word here lets anybody in: passwords and sessions are known to nobody, also not here. */
async function readOwn({ db }: Context, personId: string) {
  const person = await db
    .selectFrom('people')
    .select(['given_name as givenName', 'surname', 'email'])
    .where('id', '=', personId)
    .executeTakeFirstOrThrow();
  const members = await db
    .selectFrom('members')
    .innerJoin('courses', 'courses.id', 'members.course_id')
    .select(['title', 'role', 'fields'])
    .where('person_id', '=', personId)
    .execute();
  const presets = await db
    .selectFrom('presets')
    .select(['name', 'key', 'settings'])
    .where('person_id', '=', personId)
    .execute();
  const looks = await db
    .selectFrom('mark_sets')
    .select(['name', 'look'])
    .where('person_id', '=', personId)
    .execute();
  const drafts = await db
    .selectFrom('drafts')
    .select(['assignment_id as assignmentId', 'statement'])
    .where('student_id', '=', personId)
    .execute();
  const evidence = await db
    .selectFrom('evidence')
    .select([
      'assignment_id as assignmentId',
      'proof_point_id as proofPointId',
      'capture_id as captureId',
      'document',
      'removed_at as removedAt',
    ])
    .where('student_id', '=', personId)
    .execute();
  const own = (table: 'stock_remarks' | 'asked_again_events') =>
    db.selectFrom(table).select('text').where('person_id', '=', personId).execute();
  const answers = await db
    .selectFrom('thread_events')
    .select(['hand_in_id as handInId', 'text', 'written_at as writtenAt'])
    .where('author_id', '=', personId)
    .execute();
  return {
    person,
    courses: members.map(({ fields, ...row }) => ({ ...row, fields: fieldsColumn.read(fields) })),
    presets: presets.map(({ settings, ...row }) => ({ ...row, settings: presetColumn.read(settings) })),
    looks: looks.map(({ look, ...row }) => ({ ...row, look: lookColumn.read(look) })),
    mail: await db
      .selectFrom('mail_choices')
      .select(['kind', 'wanted'])
      .where('person_id', '=', personId)
      .execute(),
    keptWords: (await own('stock_remarks')).map(({ text }) => text),
    drafts,
    evidence: evidence.map(({ document, ...row }) => ({ ...row, document: JSON.parse(document) as unknown })),
    askedAgain: (await own('asked_again_events')).map(({ text }) => text),
    answers,
  };
}
