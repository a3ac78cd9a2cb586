import { randomUUID } from 'node:crypto';
import { type Access, type Endpoint, endpoints } from '@nachweis/contract';
import type { Agent } from 'supertest';
import { describe, expect, it } from 'vitest';
import {
  addEvidence,
  handedIn,
  handIn,
  picture,
  putCapture,
  replaceEvidence,
  serverPerTest,
  type TestServer,
} from '../testServer.testing.ts';

const server = serverPerTest();

/** Who asks. Each object asked for belongs to the student "own", in a course with "instructor", "marker" and "classmate". */
const CALLERS = [
  'nobody',
  'own',
  'classmate',
  'instructor',
  'marker',
  'strangerStudent',
  'strangerInstructor',
] as const;
type Caller = (typeof CALLERS)[number];
/** `in`: the door is open (whatever is said behind it); the numbers are refusals. */
type Outcome = 'in' | 401 | 403 | 404;

const OWNERS_ALONE: Record<Caller, Outcome> = {
  nobody: 401,
  own: 'in',
  classmate: 404,
  instructor: 404,
  marker: 404,
  strangerStudent: 404,
  strangerInstructor: 404,
};

/** The whole of who may do what, written down once more, independently of the rules. */
const EXPECTED: Record<Access, Record<Caller, Outcome>> = {
  public: {
    nobody: 'in',
    own: 'in',
    classmate: 'in',
    instructor: 'in',
    marker: 'in',
    strangerStudent: 'in',
    strangerInstructor: 'in',
  },
  person: {
    nobody: 401,
    own: 'in',
    classmate: 'in',
    instructor: 'in',
    marker: 'in',
    strangerStudent: 'in',
    strangerInstructor: 'in',
  },
  'course-member': {
    nobody: 401,
    own: 'in',
    classmate: 'in',
    instructor: 'in',
    marker: 'in',
    strangerStudent: 404,
    strangerInstructor: 404,
  },
  'course-student': {
    nobody: 401,
    own: 'in',
    classmate: 'in',
    instructor: 403,
    marker: 403,
    strangerStudent: 404,
    strangerInstructor: 404,
  },
  'course-staff': {
    nobody: 401,
    own: 403,
    classmate: 403,
    instructor: 'in',
    marker: 'in',
    strangerStudent: 404,
    strangerInstructor: 404,
  },
  'course-instructor': {
    nobody: 401,
    own: 403,
    classmate: 403,
    instructor: 'in',
    marker: 403,
    strangerStudent: 404,
    strangerInstructor: 404,
  },
  'course-manager': {
    nobody: 401,
    own: 403,
    classmate: 403,
    instructor: 'in',
    marker: 403,
    strangerStudent: 404,
    strangerInstructor: 404,
  },
  admin: {
    nobody: 401,
    own: 403,
    classmate: 403,
    instructor: 403,
    marker: 403,
    strangerStudent: 403,
    strangerInstructor: 403,
  },
  'own-capture': OWNERS_ALONE,
  'own-mark-set': OWNERS_ALONE,
  'own-preset': OWNERS_ALONE,
  'own-handover': OWNERS_ALONE,
  'own-errand': OWNERS_ALONE,
  'own-stock': OWNERS_ALONE,
  'own-evidence': OWNERS_ALONE,
  'own-hand-in': OWNERS_ALONE,
  'hand-in-party': {
    nobody: 401,
    own: 'in',
    classmate: 404,
    instructor: 'in',
    marker: 'in',
    strangerStudent: 404,
    strangerInstructor: 404,
  },
  'hand-in-staff': {
    nobody: 401,
    own: 403,
    classmate: 403,
    instructor: 'in',
    marker: 'in',
    strangerStudent: 404,
    strangerInstructor: 404,
  },
  // Here nobody was asked; who is asked and comes in is tested with second marking.
  'second-marker': {
    nobody: 401,
    own: 403,
    classmate: 403,
    instructor: 403,
    marker: 403,
    strangerStudent: 404,
    strangerInstructor: 404,
  },
  'hand-in-instructor': {
    nobody: 401,
    own: 403,
    classmate: 403,
    instructor: 'in',
    marker: 403,
    strangerStudent: 404,
    strangerInstructor: 404,
  },
};

const DEFINITION = {
  title: 'x',
  brief: '',
  opensAt: '2026-11-01T00:00:00Z',
  dueAt: '2026-11-30T00:00:00Z',
  lateUntil: null,
  attempts: 1,
  statementPrompt: null,
  nameRule: '{surname}',
  points: [],
};

const PRESET = {
  name: 'x',
  key: '',
  settings: {
    source: 'camera',
    surface: 'any',
    framing: 'whole',
    box: null,
    delay: 0,
    pointer: true,
    width: null,
    target: 'next',
  },
};

async function world(s: TestServer) {
  const room = await handedIn(s, { attempts: 3 });
  const { evidenceId, captureId } = await replaceEvidence(room.student, room.assignment);
  const [classmate, marker, strangerStudent, strangerInstructor] = [
    await s.addPerson(),
    await s.addPerson(),
    await s.addPerson(),
    await s.addPerson(),
  ];
  const { db } = s.context;
  await db
    .insertInto('members')
    .values({ course_id: room.courseId, person_id: classmate.id, role: 'student' })
    .execute();
  await db
    .insertInto('members')
    .values({ course_id: room.courseId, person_id: marker.id, role: 'marker' })
    .execute();
  await s.addCourse([
    [strangerStudent, 'student'],
    [strangerInstructor, 'instructor'],
  ]);
  const agents: Record<Caller, Agent> = {
    nobody: s.nobody(),
    own: room.student,
    classmate: await s.signedIn(classmate),
    instructor: room.instructor,
    marker: await s.signedIn(marker),
    strangerStudent: await s.signedIn(strangerStudent),
    strangerInstructor: await s.signedIn(strangerInstructor),
  };
  // For who has a password an instructor makes no link; whoever is signed in stays so.
  await db.updateTable('people').set({ password_hash: '' }).where('id', '=', classmate.id).execute();
  const markSetId = randomUUID();
  await agents.own
    .put(`/api/mark-sets/${markSetId}`)
    .send({ name: 'x', look: { ink: null } })
    .expect(200);
  const presetId = randomUUID();
  await agents.own.put(`/api/presets/${presetId}`).send(PRESET).expect(200);
  const handoverId = randomUUID();
  await agents.own
    .post(`/api/assignments/${room.assignment.id}/handovers`)
    .send({ id: handoverId, proofPointId: room.assignment.points[0]?.id })
    .expect(200);
  const errandId = randomUUID();
  await db
    .insertInto('errands')
    .values({
      ...{ id: errandId, person_id: room.studentPerson.id, kind: 'archive', course_id: room.courseId },
      ...{ assignment_id: room.assignment.id, form: 'zip', state: 'ready', why: null, done: 1, total: 1 },
      ...{ asked_at: '2026-11-05T10:00:00.000Z', ended_at: '2026-11-05T10:00:00.000Z', bytes: 1, fetched: 0 },
    })
    .execute();
  const referenceId = randomUUID();
  const { body: shown } = await putCapture(room.instructor, await picture());
  await room.instructor
    .put(`/api/assignments/${room.assignment.id}/references/${referenceId}`)
    .send({ proofPointId: room.assignment.points[0]?.id, captureId: shown.id, caption: 'x', shown: true })
    .expect(200);
  const pictureId = randomUUID();
  await room.instructor
    .put(`/api/assignments/${room.assignment.id}/remark-pictures/${pictureId}`)
    .send({ captureId: shown.id })
    .expect(200);
  const workFileId = randomUUID();
  await room.instructor
    .put(`/api/assignments/${room.assignment.id}/work-files/${workFileId}?name=a.csv`)
    .set('Content-Type', 'application/octet-stream')
    .send(Buffer.from('a;b'))
    .expect(200);
  const stockId = randomUUID();
  await agents.own.put(`/api/remark-stock/${stockId}`).send({ text: 'x' }).expect(204);
  // A remark that its student sees, so that it can be answered by both sides.
  const remarkId = randomUUID();
  const remark = { itemId: null, x: null, y: null, text: 'x' };
  await room.instructor.put(`/api/hand-ins/${room.handInId}/remarks/${remarkId}`).send(remark).expect(200);
  await db
    .insertInto('verdict_events')
    .values({
      write_id: randomUUID(),
      hand_in_id: room.handInId,
      must_show_id: room.exponent,
      round: 1,
      verdict: 'shown',
      given_by: room.instructorPerson.id,
      given_at: '2026-11-01T00:00:00Z',
    })
    .execute();
  await db
    .insertInto('release_events')
    .values({
      hand_in_id: room.handInId,
      given_by: room.instructorPerson.id,
      given_at: '2026-11-01T00:00:00Z',
    })
    .execute();
  const askedId = randomUUID();
  const asked = { id: askedId, hand_in_id: room.handInId, person_id: room.studentPerson.id, text: 'x' };
  await db
    .insertInto('asked_again_events')
    .values({ ...asked, kind: 'asked', given_at: '2026-11-02T00:00:00Z' })
    .execute();
  return {
    room,
    agents,
    ids: {
      askedId,
      handoverId,
      errandId,
      referenceId,
      pictureId,
      stockId,
      workFileId,
      // Has judged it, so that nothing is left to be marked a second time and nobody becomes blind by asking.
      markerId: room.instructorPerson.id,
      entryId: randomUUID(),
      courseId: room.courseId,
      token: 'x',
      assignmentId: room.assignment.id,
      evidenceId,
      captureId,
      handInId: room.handInId,
      mustShowId: room.exponent,
      remarkId,
      presetId,
      markSetId,
      personId: classmate.id,
      proofPointId: room.assignment.points[0]?.id ?? '',
    },
  };
}

function ask(agent: Agent, endpoint: Endpoint, ids: Record<string, string>, proofPointId: string) {
  // One of one's own where a remark is written or taken away.
  const meant = endpoint.access === 'hand-in-party' ? ids : { ...ids, remarkId: randomUUID() };
  const path = endpoint.path.replace(/:(\w+)/g, (_, key: string) => meant[key as keyof typeof meant] ?? '');
  // Well-formed, so that what refuses is the access and not the parsing; with a version that changes nothing.
  const body = {
    assignmentId: ids.assignmentId,
    captureId: ids.captureId,
    caption: 'x',
    shown: true,
    proofPointId,
    framing: { kind: 'whole' },
    marks: [],
    baseVersion: 999,
    text: 'x',
    look: { ink: null },
    ink: null,
    form: 'zip',
    id: randomUUID(),
    draftVersion: 999,
    verdict: null,
    verdicts: {},
    itemId: null,
    x: null,
    y: null,
    units: 0,
    reason: 'x',
    email: 'a@b.example',
    password: 'x',
    personId: randomUUID(),
    note: { text: '', seen: '' },
    tags: [],
    favourite: false,
    ...PRESET,
    studentId: ids.personId,
    // Not come yet, so that it is refused for what it says.
    cameAt: '2099-11-05T09:00:00.000Z',
    pictures: [{ captureId: ids.captureId, proofPointId }],
    grant: {},
    days: 7,
    exempt: true,
    worth: 'as-written',
    mustShowId: ids.mustShowId,
    dryRun: true,
    title: 'x',
    timeZone: 'Europe/Berlin',
    language: 'en',
    was: { title: 'y', timeZone: 'Europe/Berlin', language: 'en' },
    people: [{ givenName: 'x', surname: 'y', email: 'x@y.example', role: 'student' }],
    personIds: [ids.personId],
    byMail: false,
    before: 'x',
    stage: 'given',
    markerId: ids.markerId,
    share: { kind: 'all' },
    shares: [],
    figures: [{ handInId: ids.handInId, was: 0, units: 0 }],
    questionId: ids.mustShowId,
    place: 0,
    definition: DEFINITION,
    remarks: [
      { id: randomUUID(), handInId: ids.handInId, remark: { itemId: null, x: null, y: null, text: 'x' } },
    ],
  };
  const call = agent[endpoint.method](endpoint.query ? `${path}?source=clipboard&words=ab` : path);
  if (endpoint.body === 'bytes') return call.set('Content-Type', 'image/png').send(Buffer.from('no picture'));
  return endpoint.body ? call.send(body) : call;
}

describe('the access matrix: every endpoint, every caller', () => {
  const all = Object.entries(endpoints) as Array<[string, Endpoint]>;
  it('covers the whole contract', () => {
    expect(all.length).toBeGreaterThan(20);
    expect(new Set(all.map(([, e]) => e.access)).size).toBe(Object.keys(EXPECTED).length);
  });
  it.each(CALLERS)('for %s', async (caller) => {
    const { agents, ids, room } = await world(server());
    const wrong: string[] = [];
    // What takes away that others need comes last: a member of the course, then the session.
    const late = ['leaveCourse', 'removeCourse', 'signOut'];
    for (const [name, endpoint] of [...all].sort(([a], [b]) => late.indexOf(a) - late.indexOf(b))) {
      const { status, body } = await ask(agents[caller], endpoint, ids, room.assignment.points[0]?.id ?? '');
      const expected = EXPECTED[endpoint.access][caller];
      // Behind the open door a wrong password is a 401 and a closed demo a 403 of their own kind.
      const refusedByAccess =
        [401, 403, 404].includes(status) &&
        !['wrong-credentials'].includes(body.code) &&
        // Whoever has a link's token may use it; this one is nobody's.
        !(endpoint.access === 'public' && ['link', 'handover'].includes(body.data?.thing)) &&
        name !== 'demoSignIn';
      const outcome = refusedByAccess ? status : 'in';
      if (outcome !== expected)
        wrong.push(`${name}: ${outcome} (${JSON.stringify(body?.data)}), expected ${expected}`);
    }
    expect(wrong).toEqual([]);
  });
});

describe('files', () => {
  it('go to those who may see them, by kind and caller', async () => {
    const { agents, room } = await world(server());
    const { body } = await room.student.get(`/api/hand-ins/${room.handInId}`).expect(200);
    const [item] = body.items;
    const { draft } = (await room.student.get(`/api/assignments/${room.assignment.id}`)).body;
    const outcomes = async (href: string) =>
      Object.fromEntries(
        await Promise.all(CALLERS.map(async (c) => [c, (await agents[c].get(href)).status])),
      );
    const handed = {
      nobody: 401,
      own: 200,
      classmate: 404,
      instructor: 200,
      marker: 200,
      strangerStudent: 404,
      strangerInstructor: 404,
    };
    expect(await outcomes(item.baseHref)).toEqual(handed);
    expect(await outcomes(item.fileHref)).toEqual(handed);
    expect(await outcomes(item.thumbHref)).toEqual(handed);
    // The capture itself still holds what was framed away: its owner's alone.
    expect(await outcomes(draft.evidence[0].capture.href)).toEqual({
      ...handed,
      instructor: 404,
      marker: 404,
    });
  });
});

describe("another person's objects", () => {
  it('cannot be brought into an own draft', async () => {
    const { agents, room } = await world(server());
    const { captureId, body } = await replaceEvidence(room.student, room.assignment);
    await agents.classmate
      .put(`/api/evidence/${randomUUID()}`)
      .send({ ...body, captureId })
      .expect(404);
  });
  it('cannot be written through a proof point or picture of somewhere else', async () => {
    const { agents, room } = await world(server());
    const elsewhere = await server().addAssignment(room.courseId);
    const { body } = await replaceEvidence(room.student, room.assignment);
    await room.student
      .put(`/api/evidence/${randomUUID()}`)
      .send({ ...body, proofPointId: elsewhere.points[0]?.id })
      .expect(404);
    await agents.instructor
      .put(`/api/hand-ins/${room.handInId}/verdicts`)
      .send({
        id: randomUUID(),
        verdicts: { [elsewhere.points[0]?.mustShows[0]?.id ?? '']: { verdict: 'shown', on: 0 } },
      })
      .expect(404);
  });
  it('cannot be had by the id of their hand-in', async () => {
    const { agents, room } = await world(server());
    const { draft } = await addEvidence(agents.classmate, room.assignment, {}, await picture());
    const answer = await handIn(
      agents.classmate,
      room.assignment.id,
      draft.version,
      room.handInId as ReturnType<typeof randomUUID>,
    );
    expect(answer.status).toBe(404);
  });
});
