import { expect, it } from 'vitest';
import {
  addEvidence,
  classroom,
  handInSealed,
  joinCourse,
  picture,
  serverPerTest,
} from '../testServer.testing.ts';
import { setFields } from './setFields.testing.ts';

const server = serverPerTest();

/** Two students of one name who have both handed in, and one of another name. */
async function namesakes(asked: Parameters<typeof classroom>[1] = {}) {
  const room = await classroom(server(), asked);
  const { given_name, surname } = await server()
    .context.db.selectFrom('people')
    .select(['given_name', 'surname'])
    .where('id', '=', room.studentPerson.id)
    .executeTakeFirstOrThrow();
  const other = await joinCourse(server(), room.courseId, 'student', given_name, surname);
  await joinCourse(server(), room.courseId, 'student', 'Noor', 'Aziz');
  await setFields(server(), room.studentPerson.id, { station: 'NE-417' });
  await setFields(server(), other.person.id, { station: 'NE-990' });
  const handIns: string[] = [];
  const same = await picture();
  for (const agent of [room.student, other.agent]) {
    const { draft } = await addEvidence(agent, room.assignment, {}, same);
    const { body } = await handInSealed(server(), agent, room.assignment.id, draft.version);
    handIns.push(body.handInId);
  }
  const name = `${given_name} ${surname}`;
  const read = async (path: string) => (await room.instructor.get(`/api/${path}`).expect(200)).body;
  return { ...room, other, handIns, name, listed: `${surname}, ${given_name}`, read };
}

it('two people of one name are told apart wherever those who judge read it, and nowhere a student does', async () => {
  const { read, name, listed, handIns, assignment, courseId, student } = await namesakes();
  const of = `assignments/${assignment.id}`;
  const both = [`${name} (NE-417)`, `${name} (NE-990)`];
  const bothListed = [`${listed} (NE-417)`, `${listed} (NE-990)`];
  const rows = async (path: string) =>
    (await read(path)).rows.map((row: { student: { name: string; listed: string } }) => row.student);
  for (const path of [`${of}/hand-ins`, `${of}/grid`]) {
    const students = await rows(path);
    expect(students.map((one: { name: string }) => one.name).sort(), path).toEqual(both);
    expect(students.map((one: { listed: string }) => one.listed).sort(), path).toEqual(bothListed);
  }
  for (const path of [`${of}/ledger`, `courses/${courseId}/ledger`]) {
    const students = await rows(path);
    expect(
      students.map((one: { name: string }) => one.name),
      path,
    ).toEqual(expect.arrayContaining(both));
    expect(
      students.map((one: { name: string }) => one.name),
      path,
    ).toContain('Noor Aziz');
  }
  expect((await read(`hand-ins/${handIns[0]}/review`)).student).toMatchObject({ name: both[0], plain: name });
  const point = assignment.points[0]?.id;
  const { others } = await read(`hand-ins/${handIns[0]}/comparables/${point}`);
  expect(others).toMatchObject([{ student: both[1], plain: name }]);
  const { people } = await read(`courses/${courseId}`);
  expect(people.map((one: { listed: string }) => one.listed)).toEqual(expect.arrayContaining(bothListed));
  // The same picture in both is said with who it is.
  const { findings } = await read(`hand-ins/${handIns[0]}/review`);
  expect(JSON.stringify(findings)).toContain(both[1]);
  for (const path of [`hand-ins/${handIns[0]}`, `assignments/${assignment.id}`]) {
    const { text } = await student.get(`/api/${path}`).expect(200);
    expect(text, path).not.toContain('(NE-');
  }
});

it('without names they are two all the same, by what tells nobody who they are', async () => {
  const { read, assignment, name } = await namesakes({ anonymous: true });
  const { rows } = await read(`assignments/${assignment.id}/hand-ins`);
  const names: string[] = rows.map((row: { student: { name: string } }) => row.student.name);
  expect(new Set(names).size).toBe(2);
  for (const one of names) expect(one).toMatch(/^Student [0-9A-F]{6}$/);
  expect(JSON.stringify(rows)).not.toContain(name);
});
