import { describe, expect, it } from 'vitest';
import { addEvidence, classroom, serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();

const POINTS = [
  { title: 'Table', instructions: 'Of {station}.', mustShows: [{ text: 'the code {station}', units: 100 }] },
];
const setStation = (personId: string, station: string) =>
  server()
    .context.db.updateTable('members')
    .set({ fields: JSON.stringify({ v: 1, value: { station } }) })
    .where('person_id', '=', personId)
    .execute();

describe('columns of the class list', () => {
  it('are what a person is asked, are in the file name, and stay in the hand-in as they were', async () => {
    const room = await classroom(server(), { points: POINTS, nameRule: '{surname}_{station}' });
    await setStation(room.studentPerson.id, 'NE-862');
    await addEvidence(room.student, room.assignment);
    const { body: sheet } = await room.student.get(`/api/assignments/${room.assignment.id}`);
    const textOf = (a: typeof sheet.assignment) => a.proofPoints[0].mustShows[0].text;
    expect(textOf(sheet.assignment)).toBe('the code NE-862');
    expect(sheet.assignment.proofPoints[0].instructions).toBe('Of NE-862.');
    expect(sheet.draft.evidence[0].fileName).toBe('Okafor_NE-862.png');
    const handIn = await room.student
      .post(`/api/assignments/${room.assignment.id}/hand-ins`)
      .send({ id: crypto.randomUUID(), draftVersion: sheet.draft.version })
      .expect(200);
    await setStation(room.studentPerson.id, 'ZZ-000');
    const { body: review } = await room.instructor.get(`/api/hand-ins/${handIn.body.handInId}/review`);
    expect(textOf(review.assignment)).toBe('the code NE-862');
    const { body: own } = await room.student.get(`/api/hand-ins/${handIn.body.handInId}`);
    expect(textOf(own.assignment)).toBe('the code NE-862');
    // Somebody whose list says nothing is told so by the braces.
    const { body: other } = await room.instructor.get(`/api/assignments/${room.assignment.id}`);
    expect(textOf(other.assignment)).toBe('the code {station}');
  });

  it('say how a name is sorted; names are in the order of the letters of the course’s language', async () => {
    const { context, addPerson, addCourse, addAssignment, signedIn } = server();
    const people = [];
    for (const surname of ['Zieliński', 'Ödegård', 'van der Laan', 'Åberg'])
      people.push(await addPerson('Kim', surname));
    const teacher = await addPerson('Ruth', 'Mandelbrod');
    const courseId = await addCourse([
      ...people.map((p) => [p, 'student'] as [typeof p, 'student']),
      [teacher, 'instructor'],
    ]);
    const assignment = await addAssignment(courseId, {});
    const instructor = await signedIn(teacher);
    const list = async () => {
      const { body } = await instructor.get(`/api/assignments/${assignment.id}/hand-ins`).expect(200);
      return body.without.map((p: { listed: string }) => p.listed);
    };
    expect(await list()).toEqual(['Åberg, Kim', 'Ödegård, Kim', 'van der Laan, Kim', 'Zieliński, Kim']);
    await context.db.updateTable('courses').set({ language: 'sv' }).where('id', '=', courseId).execute();
    expect(await list()).toEqual(['van der Laan, Kim', 'Zieliński, Kim', 'Åberg, Kim', 'Ödegård, Kim']);
    await context.db
      .updateTable('members')
      .set({ sort_name: 'Laan, Kim van der' })
      .where('person_id', '=', people[2]?.id ?? '')
      .execute();
    expect(await list()).toEqual(['Laan, Kim van der', 'Zieliński, Kim', 'Åberg, Kim', 'Ödegård, Kim']);
  });
});
