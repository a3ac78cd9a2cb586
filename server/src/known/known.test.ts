import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Known } from '@nachweis/contract';
import SQLite from 'better-sqlite3';
import { unzipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import {
  giveVerdicts,
  handedIn,
  PASSWORD,
  picture,
  putCapture,
  replaceEvidence,
  serverPerTest,
  type TestServer,
} from '../testServer.testing.ts';
import { KNOWN } from './knownKinds.ts';

const server = serverPerTest();

/** A student with something of every kind that goes, and a hand-in; and an administrator. */
async function furnished(s: TestServer) {
  const room = await handedIn(s, { attempts: 2 });
  const adminPerson = await s.addPerson('Ada', 'Ministra');
  await s.context.db.updateTable('people').set({ admin: 1 }).where('id', '=', adminPerson.id).execute();
  const admin = await s.signedIn(adminPerson);
  const { student } = room;
  const unused = await picture();
  const { body: capture } = await putCapture(student, unused);
  await student
    .put(`/api/captures/${capture.id}/details`)
    .send({ note: { text: 'PLANTED-NOTE', seen: '' }, tags: ['PLANTED-TAG'] })
    .expect(200);
  await replaceEvidence(student, room.assignment);
  const path = `/api/assignments/${room.assignment.id}`;
  const { draft } = (await student.get(path)).body;
  await student
    .put(`${path}/statement`)
    .send({ text: 'PLANTED-STATEMENT', baseVersion: draft.statementVersion })
    .expect(200);
  await student
    .put(`/api/mark-sets/${randomUUID()}`)
    .send({ name: 'PLANTED-LOOK', look: { ink: null } })
    .expect(200);
  return { ...room, admin, adminPerson, unused, capture };
}

const namesIn = (name: string) => {
  const [givenName, surname] = name.split(' ');
  return { givenName, surname };
};

const linesOf = (known: Known) => Object.fromEntries(known.lines.map(({ kind, count }) => [kind, count]));

/** Everything that lies in a data folder, as bytes. */
function allBytes(folder: string): Buffer {
  const files = readdirSync(folder, { recursive: true, withFileTypes: true }).filter((one) => one.isFile());
  return Buffer.concat(files.map((one) => readFileSync(join(one.parentPath, one.name))));
}

/** The database beside the server, as other programs read it. */
function beside<T>(s: TestServer, ask: (db: SQLite.Database) => T): T {
  const db = new SQLite(join(s.context.settings.dataFolder, 'nachweis.db'));
  try {
    return ask(db);
  } finally {
    db.close();
  }
}

/** Thumbnails and pictures are made after the answer: what lies there is read once that has come to rest. */
const settled = async (s: TestServer): Promise<Buffer> => {
  await s.context.jobs.idle();
  beside(s, (db) => db.pragma('wal_checkpoint(TRUNCATE)'));
  return allBytes(s.context.settings.dataFolder);
};

it('knows of every column that says whose something is', () => {
  const found = beside(server(), (db) => {
    const tables = db
      .prepare("SELECT name FROM sqlite_master WHERE type = 'table'")
      .pluck()
      .all() as string[];
    return tables.flatMap((name) =>
      (db.pragma(`foreign_key_list(${name})`) as Array<{ table: string; from: string }>)
        .filter(({ table }) => table === 'people')
        .map(({ from }) => `${name}.${from}`),
    );
  });
  const covered = new Set(KNOWN.flatMap(({ columns }) => columns));
  expect(found.length).toBeGreaterThan(30);
  expect(found.filter((column) => !covered.has(column))).toEqual([]);
});

describe('removing a person', () => {
  it('takes what the table says goes, to the byte, and leaves what stays', async () => {
    const s = server();
    const { admin, student, studentPerson, instructor, handInId, unused, capture } = await furnished(s);
    const { body: before } = await student.get('/api/known-of-me').expect(200);
    expect(linesOf(before)).toMatchObject({ account: 1, captures: 2, 'hand-ins': 1, drafts: 1, settings: 1 });
    expect(before.nameStays).toBe(true);
    const { body: seenByAdmin } = await admin.get(`/api/people/${studentPerson.id}/known`).expect(200);
    expect(seenByAdmin).toEqual(before);
    const { body: receipt } = await instructor.get(`/api/hand-ins/${handInId}/review`).expect(200);
    const planted = ['PLANTED-NOTE', 'PLANTED-TAG', 'PLANTED-STATEMENT', 'PLANTED-LOOK', studentPerson.email];
    const there = await settled(s);
    for (const words of planted) expect(there.includes(words), words).toBe(true);
    expect(there.includes(unused)).toBe(true);

    await admin
      .post(`/api/people/${studentPerson.id}/removal`)
      .send({ email: studentPerson.email })
      .expect(204);

    const after = await settled(s);
    for (const words of planted) expect(after.includes(words), words).toBe(false);
    expect(after.includes(unused)).toBe(false);
    await student.get('/api/session').expect(401);
    await student.get(`/files/c-${capture.id}/a.png`).expect(401);
    const { body: still } = await instructor.get(`/api/hand-ins/${handInId}/review`).expect(200);
    expect([still.student, still.items, still.statement]).toEqual([
      receipt.student,
      receipt.items,
      receipt.statement,
    ]);
    const file = (still.items[0] as { fileHref: string }).fileHref;
    await instructor.get(file).expect(200);
    const { body: left } = await admin.get(`/api/people/${studentPerson.id}/known`).expect(200);
    expect(left.person).toMatchObject({ name: studentPerson.name, email: '' });
    for (const { kind, count, fate } of left.lines as Known['lines'])
      if (fate === 'goes') expect(count, kind).toBe(0);
    // What stays is all that was there.
    const stayed = (known: Known) => known.lines.filter(({ fate }) => fate === 'stays');
    expect(stayed(left)).toEqual(stayed(before));
    // Once more changes nothing.
    await admin.post(`/api/people/${studentPerson.id}/removal`).send({ email: '' }).expect(204);
  });
  it('takes the name too where nothing stays, and lets the person come again', async () => {
    const s = server();
    const { admin, courseId, instructor } = await furnished(s);
    const line = {
      givenName: 'Quirin',
      surname: 'Vorübergehend',
      email: 'quirin@school.example',
      role: 'student',
    };
    const enter = () =>
      instructor
        .post(`/api/courses/${courseId}/people`)
        .send({ people: [line], dryRun: false })
        .expect(200);
    await enter();
    const { body: found } = await admin.get('/api/people?words=rin%20vor').expect(200);
    expect(found).toMatchObject([{ name: 'Quirin Vorübergehend', email: line.email }]);
    await admin
      .post(`/api/people/${found[0].id}/removal`)
      .send({ email: ' QUIRIN@school.example ' })
      .expect(204);
    await admin.get(`/api/people/${found[0].id}/known`).expect(404);
    const bytes = await settled(s);
    expect([bytes.includes('Vorübergehend'), bytes.includes('quirin@')]).toEqual([false, false]);
    await enter();
    expect((await admin.get('/api/people?words=quirin')).body).toHaveLength(1);
  });
  it('leaves the name of somebody who did nothing but hand in for others', async () => {
    const s = server();
    const { admin, handInId } = await furnished(s);
    const helper = await s.addPerson('Hilde', 'Helferin');
    await s.context.db
      .updateTable('hand_ins')
      .set({ made_by: helper.id })
      .where('id', '=', handInId)
      .execute();
    await admin.post(`/api/people/${helper.id}/removal`).send({ email: helper.email }).expect(204);
    const { body: left } = await admin.get(`/api/people/${helper.id}/known`).expect(200);
    expect(left).toMatchObject({ nameStays: true, person: { name: 'Hilde Helferin', email: '' } });
    expect(linesOf(left)).toMatchObject({ given: 1, 'hand-ins': 0 });
  });
  it('is refused for oneself, with another e-mail, and to who is no administrator', async () => {
    const { admin, adminPerson, student, studentPerson, instructor } = await furnished(server());
    const path = `/api/people/${studentPerson.id}/removal`;
    const { body: self } = await admin
      .post(`/api/people/${adminPerson.id}/removal`)
      .send({ email: adminPerson.email })
      .expect(409);
    expect(self.data).toEqual({ of: 'own-account' });
    await admin.post(path).send({ email: adminPerson.email }).expect(409);
    await instructor.post(path).send({ email: studentPerson.email }).expect(403);
    await student.get(`/api/people/${adminPerson.id}/known`).expect(403);
    await student.get('/api/session').expect(200);
    await admin.post(`/api/people/${randomUUID()}/removal`).send({ email: 'x' }).expect(404);
  });
  it('what people type is no pattern', async () => {
    const { admin } = await furnished(server());
    expect((await admin.get('/api/people?words=%25%25').expect(200)).body).toEqual([]);
    expect((await admin.get('/api/people?words=a_a').expect(200)).body).toEqual([]);
    await admin.get('/api/people?words=a').expect(400);
  });
});

it('does not tell a student how far their hand-in is judged', async () => {
  const { student, instructor, handInId, exponent } = await furnished(server());
  const { body: before } = await student.get('/api/known-of-me').expect(200);
  await giveVerdicts(instructor, handInId, { [exponent]: 'shown' });
  const remark = { itemId: null, x: null, y: null, text: 'x' };
  await instructor.put(`/api/hand-ins/${handInId}/remarks/${randomUUID()}`).send(remark).expect(200);
  expect((await student.get('/api/known-of-me').expect(200)).body).toEqual(before);
});

describe('all of one’s own', () => {
  const download = async (agent: TestAgent, id: string) =>
    agent.get(`/archives/own/${id}.zip`).responseType('blob');
  type TestAgent = Awaited<ReturnType<typeof furnished>>['student'];

  it('has each capture as it came, each hand-in with its files and receipt, and no word that lets anybody in', async () => {
    const { student, studentPerson, unused, handInId } = await furnished(server());
    const { body } = await download(student, studentPerson.id);
    const files = unzipSync(new Uint8Array(body as Buffer));
    const names = Object.keys(files);
    const own = JSON.parse(new TextDecoder().decode(files['own.json']));
    expect(own.person).toEqual({ ...namesIn(studentPerson.name), email: studentPerson.email });
    expect(own.captures).toHaveLength(3);
    for (const { file } of own.captures) expect(names).toContain(file);
    expect(names.some((name) => Buffer.from(files[name] as Uint8Array).equals(unused))).toBe(true);
    const { body: view } = await student.get(`/api/hand-ins/${handInId}`).expect(200);
    for (const item of view.items)
      expect(names).toContain(`hand-ins/${view.receipt.number}/${item.fileName}`);
    const everything = Buffer.concat(Object.values(files)).toString('latin1');
    const { password_hash } = await server()
      .context.db.selectFrom('people')
      .select('password_hash')
      .where('id', '=', studentPerson.id)
      .executeTakeFirstOrThrow();
    expect(password_hash).not.toBe('');
    for (const secret of [password_hash, PASSWORD]) expect(everything.includes(secret)).toBe(false);
  });
  it('is nobody else’s', async () => {
    const { student, admin, studentPerson, adminPerson } = await furnished(server());
    expect((await download(admin, studentPerson.id)).status).toBe(404);
    expect((await download(student, adminPerson.id)).status).toBe(404);
    expect((await download(server().nobody(), studentPerson.id)).status).toBe(401);
    expect((await student.get(`/archives/own/${studentPerson.id}.pdf`)).status).toBe(404);
  });
});
