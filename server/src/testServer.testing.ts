import { randomUUID } from 'node:crypto';
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { AssignmentDefinition, EvidenceWrite, Role } from '@nachweis/contract';
import type { Express } from 'express';
import { pino } from 'pino';
import sharp from 'sharp';
import request, { type Agent } from 'supertest';
import { afterEach, beforeEach } from 'vitest';
import { createApp } from './app.ts';
import { type EnteredAssignment, enterAssignment } from './assignments/enterAssignment.ts';
import type { Context } from './context.ts';
import { createContext } from './createContext.ts';
import { databasePath, openDatabase } from './db/database.ts';
import { enterMember } from './people/enterMember.ts';
import { createPictureWork, sharedWork } from './pictures/pictureWork.ts';
import { hashPassword } from './sessions/passwords.ts';
import { readSettings, type Settings } from './settings.ts';

export const ORIGIN = 'http://nachweis.test';
export const PASSWORD = 'correct horse';

// Processes and threads for pixels keep nothing of what they did: all tests share them, and of the processes, which end
// whenever a test leaves work undone, they take the one module that vitest.setup.ts has made of the sources.
const pictures = createPictureWork(new URL('../../.tmp/pixelMain.mjs', import.meta.url));

/** The real app on a fresh database, with a clock that tests can turn. */
export interface TestServer {
  context: Context;
  app: Express;
  /** the clock; starts at 2026-11-05 10:00 UTC */
  setNow: (at: string) => void;
  /** lets the clock go on by so many milliseconds each time it is looked at */
  letClockRun: (step: number) => void;
  addPerson: (given?: string, surname?: string) => Promise<TestPerson>;
  addCourse: (members: Array<[TestPerson, Role]>) => Promise<string>;
  addAssignment: (courseId: string, change?: Partial<AssignmentDefinition>) => Promise<EnteredAssignment>;
  /** a client without a session */
  nobody: () => Agent;
  signedIn: (person: TestPerson) => Promise<Agent>;
}

export interface TestPerson {
  id: string;
  email: string;
  name: string;
}

export const DEFINITION: AssignmentDefinition = {
  title: 'Rating curve',
  brief: 'Fit it.',
  opensAt: '2026-11-01T06:00:00.000Z',
  dueAt: '2026-11-10T16:00:00.000Z',
  lateUntil: '2026-11-12T16:00:00.000Z',
  attempts: 1,
  statementPrompt: null,
  nameRule: '{surname}_{point}',
  points: [
    {
      title: 'The curve',
      instructions: 'Show it.',
      mustShows: [
        { text: 'the exponent', units: 100 },
        { text: 'the axes', units: 75 },
      ],
    },
  ],
};

let emptied: Promise<string> | null = null;

/** A database with all its tables and nothing in them: made once, for that takes longer than many a test. */
async function emptyDatabase(): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'nachweis-empty-'));
  const db = await openDatabase(folder);
  await db.destroy();
  return databasePath(folder);
}

/** One server for each test of the file that calls this. */
export function serverPerTest(change: Partial<Settings> = {}): () => TestServer {
  let server: TestServer;
  let close = async () => {};
  beforeEach(async () => {
    const folder = mkdtempSync(join(tmpdir(), 'nachweis-test-'));
    emptied ??= emptyDatabase();
    copyFileSync(await emptied, databasePath(folder));
    let at = new Date('2026-11-05T10:00:00.000Z');
    let step = 0;
    const now = () => {
      const seen = at;
      at = new Date(at.getTime() + step);
      return seen;
    };
    const settings = {
      ...readSettings({ NACHWEIS_DATA: folder, NACHWEIS_LOG: 'silent', NACHWEIS_ORIGIN: ORIGIN }),
      ...change,
    };
    const context = await createContext(settings, pino({ level: 'silent' }), now, sharedWork(pictures));
    server = build(context, {
      setNow: (iso) => {
        at = new Date(iso);
      },
      letClockRun: (by) => {
        step = by;
      },
    });
    close = async () => {
      await context.close();
      rmSync(folder, { recursive: true, force: true });
    };
  });
  afterEach(() => close());
  return () => server;
}

let hashed: Promise<string> | null = null;
let counter = 0;

function build(context: Context, clock: Pick<TestServer, 'setNow' | 'letClockRun'>): TestServer {
  const app = createApp(context);
  const nobody = () => request.agent(app).set('Origin', ORIGIN);
  return {
    context,
    app,
    ...clock,
    nobody,
    async addPerson(given = 'Ada', surname = `Bergman${++counter}`) {
      hashed ??= hashPassword(PASSWORD);
      const person = { id: randomUUID(), email: `p${++counter}@school.example`, name: `${given} ${surname}` };
      await context.db
        .insertInto('people')
        .values({
          id: person.id,
          email: person.email,
          given_name: given,
          surname,
          password_hash: await hashed,
          demo_note: null,
        })
        .execute();
      return person;
    },
    async addCourse(members) {
      const id = randomUUID();
      await context.db
        .insertInto('courses')
        .values({ id, title: 'Field Data', time_zone: 'Europe/Berlin' })
        .execute();
      for (const [person, role] of members)
        await enterMember(context.db, { courseId: id, personId: person.id, role });
      return id;
    },
    addAssignment: (courseId, change) => enterAssignment(context, courseId, { ...DEFINITION, ...change }),
    async signedIn(person) {
      const agent = nobody();
      await agent.post('/api/session').send({ email: person.email, password: PASSWORD }).expect(200);
      return agent;
    },
  };
}

/** A small picture that no other call makes. */
export async function picture(seed = ++counter, width = 64, height = 48): Promise<Buffer> {
  const data = Buffer.from(
    Array.from({ length: width * height * 3 }, (_, i) => (i * 31 + seed * 97 + (i >> 6)) & 255),
  );
  return sharp(data, { raw: { width, height, channels: 3 } })
    .png()
    .toBuffer();
}

export async function putCapture(agent: Agent, bytes: Buffer, id = randomUUID(), query = 'source=clipboard') {
  return agent
    .put(`/api/captures/${id}?${query}`)
    .set('Content-Type', 'application/octet-stream')
    .send(bytes);
}

/** Puts a new picture into a student's draft; answers with the draft. */
export async function addEvidence(
  agent: Agent,
  assignment: EnteredAssignment,
  change: Partial<EvidenceWrite> = {},
  bytes?: Buffer,
) {
  const captureId = randomUUID();
  const evidenceId = randomUUID();
  const captured = await putCapture(agent, bytes ?? (await picture()), captureId);
  const body: EvidenceWrite = {
    assignmentId: assignment.id,
    proofPointId: assignment.points[0]?.id ?? '',
    captureId,
    framing: { kind: 'whole' },
    trims: [],
    marks: [],
    encoding: null,
    baseVersion: 0,
    replaces: [],
    ...change,
  };
  const answer = await agent.put(`/api/evidence/${evidenceId}`).send(body).expect(200);
  return {
    evidenceId,
    captureId,
    capture: captured.body,
    body,
    draft: answer.body.draft,
    takenOut: answer.body.takenOut,
  };
}

/** The same, in the place of whatever is there. */
export async function replaceEvidence(
  agent: Agent,
  assignment: EnteredAssignment,
  change: Partial<EvidenceWrite> = {},
  bytes?: Buffer,
) {
  const { body: sheet } = await agent.get(`/api/assignments/${assignment.id}`).expect(200);
  const replaces = sheet.draft.evidence.map((one: { id: string }) => one.id);
  return addEvidence(agent, assignment, { replaces, ...change }, bytes);
}

export async function handIn(
  agent: Agent,
  assignmentId: string,
  draftVersion: number,
  id: string = randomUUID(),
) {
  return agent.post(`/api/assignments/${assignmentId}/hand-ins`).send({ id, draftVersion });
}

/** The same, waiting until its files are made; answers with the whole receipt. */
export async function handInSealed(server: TestServer, agent: Agent, assignmentId: string, version: number) {
  const { body } = await handIn(agent, assignmentId, version).then((answer) => {
    if (answer.status !== 200) throw new Error(`Not handed in: ${JSON.stringify(answer.body)}`);
    return answer;
  });
  await server.context.jobs.idle();
  const view = await agent.get(`/api/hand-ins/${body.handInId}`).expect(200);
  return { status: 200, body: view.body.receipt };
}

/** Gives verdicts, each on what the server has now. */
export async function giveVerdicts(agent: Agent, handInId: string, verdicts: Record<string, string | null>) {
  const { body: review } = await agent.get(`/api/hand-ins/${handInId}/review`);
  const now = review.judgement?.verdicts ?? {};
  const on = (id: string) => now[id]?.version ?? 0;
  const entries = Object.entries(verdicts).map(([id, verdict]) => [id, { verdict, on: on(id) }]);
  return agent
    .put(`/api/hand-ins/${handInId}/verdicts`)
    .send({ id: randomUUID(), verdicts: Object.fromEntries(entries) });
}

/** A course with a student, an instructor and an assignment, the two of them signed in. */
export async function classroom(server: TestServer, change: Partial<AssignmentDefinition> = {}) {
  const studentPerson = await server.addPerson('Bilal', 'Okafor');
  const instructorPerson = await server.addPerson('Ruth', 'Mandel');
  const courseId = await server.addCourse([
    [studentPerson, 'student'],
    [instructorPerson, 'instructor'],
  ]);
  const assignment = await server.addAssignment(courseId, change);
  return {
    studentPerson,
    instructorPerson,
    courseId,
    assignment,
    student: await server.signedIn(studentPerson),
    instructor: await server.signedIn(instructorPerson),
  };
}

/** One more person in a course, signed in. */
export async function joinCourse(
  server: TestServer,
  courseId: string,
  role: Role,
  given: string,
  surname: string,
) {
  const person = await server.addPerson(given, surname);
  await server.context.db
    .insertInto('members')
    .values({ course_id: courseId, person_id: person.id, role })
    .execute();
  return { person, agent: await server.signedIn(person) };
}

/** The same with a picture handed in. */
export async function handedIn(server: TestServer, change: Partial<AssignmentDefinition> = {}) {
  const room = await classroom(server, change);
  const bytes = await picture();
  const { draft } = await addEvidence(room.student, room.assignment, {}, bytes);
  const { body: receipt } = await handInSealed(server, room.student, room.assignment.id, draft.version);
  const [exponent = '', axes = ''] = room.assignment.points[0]?.mustShows.map((m) => m.id) ?? [];
  return { ...room, bytes, receipt, handInId: receipt.handInId as string, exponent, axes };
}
