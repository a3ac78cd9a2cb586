import 'fake-indexeddb/auto';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import {
  addEvidence,
  type classroom,
  DEFINITION,
  handedIn,
  classroom as makeClassroom,
  ORIGIN,
  PASSWORD,
  picture,
  serverPerTest,
} from '../server/src/testServer.testing.ts';
import { callApi } from '../web/src/api/callApi.ts';
import {
  judgementEntries,
  openStore,
  pictureEntries,
  statementEntries,
} from '../web/src/store/browserStore.ts';
import { forgetJudgement, keepAdjustment, keepVerdicts } from '../web/src/store/judgementStore.ts';
import type { PictureDocument } from '../web/src/store/pictureDocument.ts';
import { arrive, bytesOf, happen, letGo, showKeptBytes } from '../web/src/store/pictureStore.ts';
import type { SendHooks } from '../web/src/store/sendHooks.ts';
import { sendAll } from '../web/src/store/sending.ts';
import { forgetStatement, keepStatement } from '../web/src/store/statementStore.ts';
import { rememberTakenOut } from '../web/src/store/takenOut.ts';
import { toast } from '../web/src/ui/notices.ts';

// The browser's store and its sending against the real server: only the browser's line is played here.
const server = serverPerTest();
let listening: Server;
let cookie = '';
/** What befalls the next request to an address, before it is sent or after it was answered. */
let befall: (address: string, when: 'before' | 'after', body: unknown) => Promise<Response | undefined> =
  async () => undefined;
const requests: string[] = [];
const platformFetch = globalThis.fetch;

beforeEach(async () => {
  listening = createServer(server().app).listen(0);
  const { port } = listening.address() as AddressInfo;
  requests.length = 0;
  befall = async () => undefined;
  globalThis.fetch = async (input, init) => {
    const address = String(input);
    const headers = new Headers(init?.headers);
    requests.push(`${init?.method} ${address.split('?')[0]}`);
    const instead = await befall(address, 'before', init?.body);
    if (instead) return instead;
    headers.set('Origin', ORIGIN);
    if (cookie) headers.set('Cookie', cookie);
    const answer = await platformFetch(`http://127.0.0.1:${port}${address}`, { ...init, headers });
    const set = answer.headers.getSetCookie();
    if (set.length > 0) cookie = set.map((one) => one.split(';')[0]).join('; ');
    return (await befall(address, 'after', init?.body)) ?? answer;
  };
});
afterEach(async () => {
  globalThis.fetch = platformFetch;
  cookie = '';
  for (const { evidenceId } of pictureEntries.entries()) await letGo(evidenceId);
  for (const { key } of statementEntries.entries()) await forgetStatement(key);
  for (const { key } of judgementEntries.entries()) await forgetJudgement(key);
  await new Promise((done) => listening.close(done));
});

type Room = Awaited<ReturnType<typeof classroom>>;

/** Signs in as a page does, and opens the browser's store for that person. */
async function page(person: { id: string; email: string }) {
  await callApi('signIn', { body: { email: person.email, password: PASSWORD } });
  await openStore(person.id, showKeptBytes);
}

const told: string[] = [];
const hooks: SendHooks = {
  onDraft: async () => undefined,
  onElsewhere: async () => undefined,
  onDisplaced: () => void told.push('displaced'),
  onTakenOut: (id, out) => {
    rememberTakenOut(id, out);
    told.push(`${id} put out ${out.join()}`);
  },
  onJudged: async () => undefined,
  onNotJudged: async (_, problem) => told.push(problem.code),
};

async function kept(
  { studentPerson, assignment }: Room,
  keptAt: number,
  bytes?: Buffer,
  replaces: string[] = [],
): Promise<PictureDocument> {
  const content = bytes ?? (await picture());
  const { document, kept: onDisk } = arrive(
    studentPerson.id,
    new Blob([new Uint8Array(content)], { type: 'image/png' }),
    { source: 'clipboard', surface: 'unknown', name: '', label: '', document: '', done: [] },
    keptAt,
  );
  await onDisk;
  await happen(document, {
    kind: 'placed',
    assignmentId: assignment.id,
    proofPointId: assignment.points[0]?.id ?? '',
    replaces,
    size: { width: 64, height: 48 },
    notes: [],
    framing: { kind: 'whole' },
  });
  return pictureEntries.get(document.evidenceId) as PictureDocument;
}

const draftOf = async ({ student, assignment }: Room) =>
  (await student.get(`/api/assignments/${assignment.id}`)).body.draft;

const idsOf = async (room: Room): Promise<string[]> =>
  (await draftOf(room)).evidence.map((e: { id: string }) => e.id);

/** Does something once, when the answer to an address comes. */
function onAnswer(to: string, what: () => Promise<unknown>): void {
  befall = async (address, when) => {
    if (when === 'before' || !address.includes(to)) return undefined;
    befall = async () => undefined;
    await what();
    return undefined;
  };
}

const refusal = (status: number, code: string) =>
  new Response(JSON.stringify({ type: 'about:blank', title: code, status, code, data: {} }), {
    status,
    headers: { 'Content-Type': 'application/problem+json' },
  });

describe('sending what the browser kept', () => {
  let room: Room;
  beforeEach(async () => {
    told.length = 0;
    room = await makeClassroom(server(), { statementPrompt: 'Say it.' });
    await page(room.studentPerson);
  });

  it('sends the oldest first, bytes before evidence, and leaves nothing behind', async () => {
    const later = await kept(room, 2000);
    const earlier = await kept(room, 1000);
    await happen(later, { kind: 'again', replaces: [earlier.evidenceId] });
    expect(await sendAll(hooks)).toBe('done');
    const puts = requests.filter((one) => one.startsWith('PUT'));
    expect(puts).toEqual([
      `PUT /api/captures/${earlier.captureId}`,
      `PUT /api/evidence/${earlier.evidenceId}`,
      `PUT /api/captures/${later.captureId}`,
      `PUT /api/evidence/${later.evidenceId}`,
    ]);
    expect(pictureEntries.entries()).toEqual([]);
    expect(told).toEqual([`${later.evidenceId} put out ${earlier.evidenceId}`]);
    expect((await draftOf(room)).evidence.map((e: { id: string }) => e.id)).toEqual([later.evidenceId]);
  });

  it('what is changed, or not wanted any more, while others are sent before it, goes as it is then, or not at all', async () => {
    const points = ['1', '2', '3'].map(
      (title) => ({ ...DEFINITION.points[0], title }) as (typeof DEFINITION.points)[0],
    );
    room = await makeClassroom(server(), { points });
    await page(room.studentPerson);
    const [first, second, third] = [await kept(room, 1000), await kept(room, 2000), await kept(room, 3000)];
    const marks = [{ kind: 'pin' as const, letter: 'a', x: 3, y: 4 }];
    onAnswer(`/api/captures/${first.captureId}`, async () => {
      await letGo(second.evidenceId);
      const proofPointId = room.assignment.points[1]?.id ?? '';
      await happen(third, { kind: 'moved', proofPointId });
      await happen(third, { kind: 'prepared', changes: { marks } });
    });
    expect(await sendAll(hooks)).toBe('done');
    expect(pictureEntries.entries()).toEqual([]);
    expect((await draftOf(room)).evidence).toMatchObject([
      { id: first.evidenceId },
      { id: third.evidenceId, version: 1, marks },
    ]);
    expect(requests.filter((one) => one.startsWith('PUT'))).toHaveLength(4);
  });

  it('what was changed on its way stays, and goes on top of what has arrived', async () => {
    const one = await kept(room, 1000);
    befall = async (address, when) => {
      if (when === 'after' && address.includes('/api/evidence/')) {
        befall = async () => undefined;
        await happen(one, {
          kind: 'prepared',
          changes: { marks: [{ kind: 'pin', letter: 'a', x: 3, y: 4 }] },
        });
      }
      return undefined;
    };
    expect(await sendAll(hooks)).toBe('later');
    expect(pictureEntries.get(one.evidenceId)).toMatchObject({ baseVersion: 1, bytesSent: true });
    expect(await sendAll(hooks)).toBe('done');
    const [evidence] = (await draftOf(room)).evidence;
    expect(evidence).toMatchObject({
      id: one.evidenceId,
      version: 2,
      marks: [{ kind: 'pin', letter: 'a', x: 3, y: 4 }],
    });
  });

  it('what was taken out on its way is taken out there too', async () => {
    const one = await kept(room, 1000);
    befall = async (address, when) => {
      if (when === 'after' && address.includes('/api/evidence/')) {
        befall = async () => undefined;
        await happen(one, { kind: 'taken-out' });
      }
      return undefined;
    };
    expect(await sendAll(hooks)).toBe('done');
    expect((await draftOf(room)).evidence).toEqual([]);
    // And comes back, where that is wanted.
    await happen(one, { kind: 'put-back' });
    await sendAll(hooks);
    expect(await idsOf(room)).toEqual([one.evidenceId]);
    expect(pictureEntries.entries()).toEqual([]);
  });

  it('what is removed while a change of it waits is removed, and comes back with the change', async () => {
    const one = await kept(room, 1000);
    const marks = [{ kind: 'pin' as const, letter: 'a', x: 3, y: 4 }];
    onAnswer('/api/evidence/', () => happen(one, { kind: 'prepared', changes: { marks } }));
    await sendAll(hooks);
    expect(pictureEntries.get(one.evidenceId)).toMatchObject({ baseVersion: 1, state: 'waiting' });
    await happen(one, { kind: 'taken-out' });
    expect(await sendAll(hooks)).toBe('done');
    expect(await idsOf(room)).toEqual([]);
    expect(pictureEntries.get(one.evidenceId)).toMatchObject({ state: 'taken-out', problem: null });
    await happen(one, { kind: 'put-back' });
    expect(await sendAll(hooks)).toBe('done');
    expect((await draftOf(room)).evidence).toMatchObject([{ id: one.evidenceId, marks }]);
  });

  it('what is removed without a connection is removed when there is one; also where an answer was lost', async () => {
    const points = [1, 2].map(
      (n) => ({ ...DEFINITION.points[0], title: `${n}` }) as (typeof DEFINITION.points)[0],
    );
    room = await makeClassroom(server(), { points });
    await page(room.studentPerson);
    const [sent, unsure] = [await kept(room, 1000), await kept(room, 2000)];
    await happen(unsure, { kind: 'moved', proofPointId: room.assignment.points[1]?.id ?? '' });
    onAnswer(`/api/evidence/${unsure.evidenceId}`, () => Promise.reject(new TypeError('the line broke')));
    await sendAll(hooks);
    expect((await idsOf(room)).sort()).toEqual([sent.evidenceId, unsure.evidenceId].sort());
    expect(pictureEntries.get(unsure.evidenceId)).toMatchObject({ baseVersion: 0, bytesSent: true });
    await happen({ ...sent, baseVersion: 1, bytesSent: true }, { kind: 'taken-out' });
    await happen(unsure, { kind: 'taken-out' });
    befall = async () => Promise.reject(new TypeError('no line'));
    expect(await sendAll(hooks)).toBe('later');
    befall = async () => undefined;
    expect(await sendAll(hooks)).toBe('done');
    expect(await idsOf(room)).toEqual([]);
  });

  it('a removal that is taken back while it is on its way leaves the picture where it was', async () => {
    const one = await kept(room, 1000);
    await sendAll(hooks);
    await happen({ ...one, baseVersion: 1, bytesSent: true }, { kind: 'taken-out' });
    onAnswer('/api/evidence/', () => happen(one, { kind: 'put-back' }));
    expect(await sendAll(hooks)).toBe('later');
    expect(await sendAll(hooks)).toBe('done');
    expect(await idsOf(room)).toEqual([one.evidenceId]);
    expect(pictureEntries.entries()).toEqual([]);
  });

  it('a removal that the server refuses shows the picture again, and why', async () => {
    const one = await kept(room, 1000);
    await sendAll(hooks);
    await happen({ ...one, baseVersion: 1, bytesSent: true }, { kind: 'taken-out' });
    befall = async (_, when) => (when === 'before' ? refusal(409, 'closed') : undefined);
    expect(await sendAll(hooks)).toBe('done');
    expect(pictureEntries.get(one.evidenceId)).toMatchObject({
      state: 'refused',
      problem: { code: 'closed' },
    });
  });

  it('what was taken out on its way puts back what had made room for it', async () => {
    const first = await kept(room, 1000);
    await sendAll(hooks);
    const second = await kept(room, 2000, undefined, [first.evidenceId]);
    befall = async (address, when) => {
      if (when === 'after' && address.includes(`/api/evidence/${second.evidenceId}`)) {
        befall = async () => undefined;
        await happen(second, { kind: 'taken-out', bringsBack: true });
      }
      return undefined;
    };
    await sendAll(hooks);
    expect(await idsOf(room)).toEqual([first.evidenceId]);
  });

  it('takes no picture away that came from elsewhere meanwhile: both are kept until one is chosen', async () => {
    const { evidenceId: elsewhere } = await addEvidence(room.student, room.assignment);
    const mine = await kept(room, 1000);
    const looked: string[] = [];
    const looking: SendHooks = { ...hooks, onElsewhere: async (id) => looked.push(id) };
    expect(await sendAll(looking)).toBe('done');
    expect(await idsOf(room)).toEqual([elsewhere]);
    expect(looked).toEqual([room.assignment.id]);
    expect(pictureEntries.get(mine.evidenceId)).toMatchObject({
      state: 'stale',
      problem: { code: 'point-full', data: { point: 'P1' } },
      bytesSent: true,
    });
    // What was chosen in one page holds although a third picture comes in between.
    const { evidenceId: third } = await addEvidence(room.student, room.assignment, { replaces: [elsewhere] });
    await happen(mine, { kind: 'again', replaces: [elsewhere] });
    await sendAll(looking);
    expect(await idsOf(room)).toEqual([third]);
    await happen(mine, { kind: 'again', replaces: [third] });
    await sendAll(looking);
    expect(await idsOf(room)).toEqual([mine.evidenceId]);
    expect(pictureEntries.entries()).toEqual([]);
  });

  it('what was taken out before it was sent waits a day for undo, and is never sent', async () => {
    const one = await kept(room, Date.now() - 3600_000);
    const old = await kept(room, Date.now() - 25 * 3600_000);
    for (const each of [one, old]) await happen(each, { kind: 'taken-out' });
    expect(await sendAll(hooks)).toBe('done');
    expect(pictureEntries.entries().map((p) => p.evidenceId)).toEqual([one.evidenceId]);
    expect(requests.filter((r) => r.startsWith('PUT'))).toEqual([]);
  });

  it('ends the round when the session has ended, keeps everything, and goes on once signed in', async () => {
    const pictures = [await kept(room, 1000), await kept(room, 2000)];
    await keepStatement(room.studentPerson.id, room.assignment.id, 'I fitted it.', 0);
    const session = cookie;
    cookie = '';
    expect(await sendAll(hooks)).toBe('later');
    // The first refusal says it for all of them.
    expect(requests.filter((r) => r.startsWith('PUT'))).toHaveLength(1);
    for (const one of pictures)
      expect(pictureEntries.get(one.evidenceId)).toMatchObject({ state: 'waiting', tries: 0, problem: null });
    cookie = session;
    expect(await sendAll(hooks)).toBe('done');
    expect((await draftOf(room)).statement).toBe('I fitted it.');
  });

  it('one that fails for a passing reason does not hold up the next; after six tries it is said', async () => {
    const [broken, sound] = [await kept(room, 1000), await kept(room, 2000)];
    befall = async (address, when) =>
      when === 'before' && address.includes(broken.captureId) ? refusal(500, 'internal') : undefined;
    expect(await sendAll(hooks)).toBe('later');
    expect(pictureEntries.get(sound.evidenceId)).toBeUndefined();
    for (let round = 2; round <= 6; round++) {
      expect(pictureEntries.get(broken.evidenceId)?.state).toBe('waiting');
      await sendAll(hooks);
    }
    expect(pictureEntries.get(broken.evidenceId)).toMatchObject({
      state: 'refused',
      problem: { code: 'internal' },
    });
    expect(await sendAll(hooks)).toBe('done');
  });

  it('what a full or busy server holds up is said after six tries, and goes on by itself until it is taken', async () => {
    const one = await kept(room, 1000);
    await keepStatement(room.studentPerson.id, room.assignment.id, 'I fitted it.', 0);
    befall = async (address, when) =>
      when === 'before' && !address.includes('sign-in') ? refusal(507, 'disk-full') : undefined;
    const statement = () => statementEntries.entries()[0];
    for (let round = 1; round <= 6; round++) {
      expect(pictureEntries.get(one.evidenceId)).toMatchObject({ state: 'waiting', problem: null });
      expect(statement()).toMatchObject({ state: 'waiting', problem: null });
      expect(await sendAll(hooks)).toBe('later');
    }
    const heldUp = { state: 'waiting', problem: { code: 'disk-full' } };
    expect(pictureEntries.get(one.evidenceId)).toMatchObject(heldUp);
    expect(statement()).toMatchObject(heldUp);
    for (let round = 7; round <= 20; round++) expect(await sendAll(hooks)).toBe('later');
    befall = async () => undefined;
    expect(await sendAll(hooks)).toBe('done');
    expect(await idsOf(room)).toEqual([one.evidenceId]);
    expect((await draftOf(room)).statement).toBe('I fitted it.');
    expect([...pictureEntries.entries(), ...statementEntries.entries()]).toEqual([]);
  });

  it('a removal that a busy server holds up stays one, and is made when it can be', async () => {
    const one = await kept(room, 1000);
    await sendAll(hooks);
    await happen({ ...one, baseVersion: 1, bytesSent: true }, { kind: 'taken-out' });
    befall = async (_, when) => (when === 'before' ? refusal(503, 'busy') : undefined);
    for (let round = 1; round <= 8; round++) expect(await sendAll(hooks)).toBe('later');
    expect(pictureEntries.get(one.evidenceId)?.state).toBe('taken-out');
    befall = async () => undefined;
    expect(await sendAll(hooks)).toBe('done');
    expect(await idsOf(room)).toEqual([]);
  });

  it('what the server does not take is kept with its problem, and tried no more', async () => {
    const one = await kept(room, 1000, Buffer.from('no picture at all'));
    expect(await sendAll(hooks)).toBe('done');
    expect(pictureEntries.get(one.evidenceId)).toMatchObject({
      state: 'refused',
      problem: { code: 'picture-refused' },
    });
    const before = requests.length;
    await sendAll(hooks);
    expect(requests).toHaveLength(before);
  });

  it('a picture whose place is not its person’s any more waits for another one; without its bytes it says why', async () => {
    const one = await kept(room, 1000);
    const address = `/api/courses/${room.courseId}/people/${room.studentPerson.id}`;
    await room.instructor.delete(address).expect(200);
    told.length = 0;
    expect(await sendAll(hooks)).toBe('done');
    expect(pictureEntries.get(one.evidenceId)).toMatchObject({
      state: 'arrived',
      assignmentId: null,
      proofPointId: null,
      problem: null,
    });
    expect(told).toEqual(['displaced']);
    expect(await bytesOf(one.captureId)).not.toBeNull();
    // Nobody has said where it goes: nothing is sent.
    const before = requests.length;
    await sendAll(hooks);
    expect(requests).toHaveLength(before);
    await happen(
      { ...one, evidenceId: 'no bytes', captureId: crypto.randomUUID() },
      { kind: 'prepared', changes: {} },
    );
    await sendAll(hooks);
    expect(pictureEntries.get('no bytes')).toMatchObject({
      state: 'refused',
      problem: { code: 'not-found' },
    });
  });

  it('a picture whose proof point is there no more waits for another one, and its bytes are among the captures', async () => {
    const one = await kept(room, 1000);
    await happen(one, { kind: 'moved', proofPointId: crypto.randomUUID() });
    told.length = 0;
    expect(await sendAll(hooks)).toBe('done');
    expect(pictureEntries.get(one.evidenceId)).toMatchObject({ state: 'arrived', proofPointId: null });
    expect(told).toEqual(['displaced']);
    const { body } = await room.student.get('/api/captures').expect(200);
    expect(body.items.map((item: { id: string }) => item.id)).toEqual([one.captureId]);
  });

  it('what was changed elsewhere too is put to its person', async () => {
    const one = await kept(room, 1000);
    await sendAll(hooks);
    const there = (await draftOf(room)).evidence[0];
    const change = { ...there, assignmentId: room.assignment.id, captureId: one.captureId, baseVersion: 1 };
    const { assignmentId, proofPointId, captureId, framing, baseVersion } = change;
    const body = {
      assignmentId,
      proofPointId,
      captureId,
      framing,
      marks: [{ kind: 'pin', letter: 'b', x: 1, y: 1 }],
      baseVersion,
    };
    await room.student.put(`/api/evidence/${one.evidenceId}`).send(body).expect(200);
    await happen(
      { ...one, bytesSent: true, baseVersion: 1 },
      { kind: 'prepared', changes: { marks: [{ kind: 'pin', letter: 'a', x: 2, y: 2 }] } },
    );
    expect(await sendAll(hooks)).toBe('done');
    expect(pictureEntries.get(one.evidenceId)).toMatchObject({
      state: 'stale',
      problem: { code: 'stale-version' },
    });
  });

  it('a change whose answer was lost is no change of somebody else; another one between them is', async () => {
    const pin = (x: number) => ({ marks: [{ kind: 'pin' as const, letter: 'a', x, y: 4 }] });
    const one = await kept(room, 1000);
    const lose = () => onAnswer('/api/evidence/', () => Promise.reject(new TypeError('the answer was lost')));
    lose();
    await sendAll(hooks);
    await happen(one, { kind: 'prepared', changes: pin(3) });
    lose();
    await sendAll(hooks);
    await happen(one, { kind: 'prepared', changes: pin(5) });
    for (let round = 0; round < 3; round++) await sendAll(hooks);
    expect(pictureEntries.entries()).toEqual([]);
    expect((await draftOf(room)).evidence).toMatchObject([{ version: 2, ...pin(5) }]);

    const from = { ...one, baseVersion: 2, bytesSent: true };
    await happen(from, { kind: 'prepared', changes: pin(7) });
    lose();
    await sendAll(hooks);
    await room.student
      .put(`/api/evidence/${one.evidenceId}`)
      .send({
        assignmentId: room.assignment.id,
        proofPointId: one.proofPointId,
        captureId: one.captureId,
        framing: { kind: 'whole' },
        ...pin(9),
        baseVersion: 3,
      })
      .expect(200);
    await happen(from, { kind: 'prepared', changes: pin(11) });
    await sendAll(hooks);
    expect(pictureEntries.get(one.evidenceId)).toMatchObject({ state: 'stale' });
    expect((await draftOf(room)).evidence).toMatchObject([{ version: 4, ...pin(9) }]);
  });

  it('letters written while a statement was on its way are sent after it', async () => {
    const { id } = room.studentPerson;
    await keepStatement(id, room.assignment.id, 'I', 0);
    befall = async (address, when) => {
      if (when === 'after' && address.includes('/statement')) {
        befall = async () => undefined;
        await keepStatement(id, room.assignment.id, 'I fitted it.', 0);
      }
      return undefined;
    };
    expect(await sendAll(hooks)).toBe('later');
    expect(await sendAll(hooks)).toBe('done');
    expect((await draftOf(room)).statement).toBe('I fitted it.');
    expect(statementEntries.entries()).toEqual([]);
  });

  it('a text that was changed on another device too waits for a choice, and the page reads the other one', async () => {
    const { id } = room.studentPerson;
    const write = { text: 'From the other device.', baseVersion: 0, asked: [] };
    await room.student.put(`/api/assignments/${room.assignment.id}/statement`).send(write).expect(200);
    await keepStatement(id, room.assignment.id, 'From here.', 0);
    const read: string[] = [];
    expect(await sendAll({ ...hooks, onElsewhere: async (of) => read.push(of) })).toBe('done');
    expect(statementEntries.entries()).toMatchObject([
      { text: 'From here.', state: 'stale', problem: { code: 'stale-version' } },
    ]);
    expect(read).toEqual([room.assignment.id]);
  });

  it('every call names the person whom the page was opened for', async () => {
    const other = await server().addPerson('Eve', 'Other');
    await kept(room, 1000);
    // Somebody else signed in in another tab: the cookie is theirs.
    const response = await platformFetch(
      `http://127.0.0.1:${(listening.address() as AddressInfo).port}/api/session`,
      {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', Origin: ORIGIN },
        body: JSON.stringify({ email: other.email, password: PASSWORD }),
      },
    );
    cookie = response.headers
      .getSetCookie()
      .map((one) => one.split(';')[0])
      .join('; ');
    expect(await sendAll(hooks)).toBe('later');
    expect(pictureEntries.entries()).toHaveLength(1);
    const captures = await server().context.db.selectFrom('captures').select('id').execute();
    expect(captures).toEqual([]);
  });
});

describe('sending verdicts that were kept', () => {
  /** Requests to an address arrive, and their answers do not. */
  const cutAfter = (part = '') => {
    befall = async (address, when) => {
      if (when === 'after' && address.includes(part)) throw new TypeError('the line is cut');
      return undefined;
    };
  };
  it('one given while another was on its way is made on what has just been entered', async () => {
    told.length = 0;
    const room = await handedIn(server());
    const judged = { personId: room.instructorPerson.id, handInId: room.handInId };
    await page(room.instructorPerson);
    const give = (verdict: 'shown' | 'partly' | null) =>
      keepVerdicts(judged, { [room.exponent]: verdict }, () => 0);
    await give('shown');
    await keepAdjustment(judged, { units: 10, reason: 'neat', baseVersion: 0 });
    befall = async (address, when) => {
      if (when === 'after' && address.includes('/adjustment')) {
        befall = async () => undefined;
        await give('partly');
        await keepAdjustment(judged, { units: 20, reason: 'very neat', baseVersion: 0 });
      }
      return undefined;
    };
    expect(await sendAll(hooks)).toBe('later');
    expect(await sendAll(hooks)).toBe('done');
    expect(told).toEqual([]);
    const { body: review } = await room.instructor.get(`/api/hand-ins/${room.handInId}/review`);
    expect(review.judgement.verdicts[room.exponent].verdict).toBe('partly');
    expect(review.judgement.grade).toMatchObject({ adjustment: 20, reason: 'very neat' });
    // A verdict taken back is none.
    await give(null);
    const version = review.judgement.verdicts[room.exponent].version;
    await judgementEntries.change(
      judgementEntries.entries()[0]?.key ?? '',
      (now) => now && { ...now, verdicts: { [room.exponent]: { verdict: null, on: version } } },
    );
    expect(await sendAll(hooks)).toBe('done');
    const { body: after } = await room.instructor.get(`/api/hand-ins/${room.handInId}/review`);
    expect(after.judgement.verdicts[room.exponent].verdict).toBeNull();
    expect(after.judgement.grade.adjustment).toBe(20);
  });
  it('sends what there is and asks for nothing else: points alone, or verdicts alone', async () => {
    const room = await handedIn(server());
    const judged = { personId: room.instructorPerson.id, handInId: room.handInId };
    await page(room.instructorPerson);
    const asked: string[] = [];
    befall = async (address, when) => {
      if (when === 'before') asked.push(address.split('/').at(-1) ?? '');
      return undefined;
    };
    await keepAdjustment(judged, { units: 10, reason: 'neat', baseVersion: 0 });
    expect(await sendAll(hooks)).toBe('done');
    expect(asked).toEqual(['adjustment']);
    await keepVerdicts(judged, { [room.exponent]: 'shown' }, () => 0);
    expect(await sendAll(hooks)).toBe('done');
    expect(asked).toEqual(['adjustment', 'verdicts']);
    befall = async () => undefined;
  });
  it('one whose answer was lost is no change of somebody else: the next one is made on it', async () => {
    told.length = 0;
    const room = await handedIn(server());
    const judged = { personId: room.instructorPerson.id, handInId: room.handInId };
    await page(room.instructorPerson);
    cutAfter();
    await keepVerdicts(judged, { [room.exponent]: 'shown' }, () => 0);
    expect(await sendAll(hooks)).toBe('later');
    await keepVerdicts(judged, { [room.exponent]: 'partly' }, () => 0);
    await keepAdjustment(judged, { units: 10, reason: 'neat', baseVersion: 0 });
    expect(await sendAll(hooks)).toBe('later');
    cutAfter('/adjustment');
    expect(await sendAll(hooks)).toBe('later');
    await keepAdjustment(judged, { units: 20, reason: 'very neat', baseVersion: 0 });
    befall = async () => undefined;
    expect(await sendAll(hooks)).toBe('done');
    expect(told).toEqual([]);
    const { body: review } = await room.instructor.get(`/api/hand-ins/${room.handInId}/review`);
    expect(review.judgement.verdicts[room.exponent].verdict).toBe('partly');
    expect(review.judgement.grade).toMatchObject({ adjustment: 20, reason: 'very neat' });
  });
  it('one whose answer was lost is told where somebody else has judged since', async () => {
    told.length = 0;
    const room = await handedIn(server());
    const judged = { personId: room.instructorPerson.id, handInId: room.handInId };
    await page(room.instructorPerson);
    cutAfter();
    await keepVerdicts(judged, { [room.exponent]: 'shown' }, () => 0);
    expect(await sendAll(hooks)).toBe('later');
    befall = async () => undefined;
    const address = `/api/hand-ins/${room.handInId}`;
    const { body: now } = await room.instructor.get(`${address}/review`);
    const on = now.judgement.verdicts[room.exponent].version;
    const other = { id: crypto.randomUUID(), verdicts: { [room.exponent]: { verdict: 'not-shown', on } } };
    await room.instructor.put(`${address}/verdicts`).send(other).expect(200);
    await keepVerdicts(judged, { [room.exponent]: 'partly' }, () => 0);
    expect(await sendAll(hooks)).toBe('done');
    expect(told).toEqual(['stale-version']);
    const { body: after } = await room.instructor.get(`${address}/review`);
    expect(after.judgement.verdicts[room.exponent].verdict).toBe('not-shown');
  });
  it.each([
    ['disk-full', 507],
    ['busy', 503],
    ['internal', 500],
  ])(
    'ones that the server cannot take now (%s) are kept and tried until it can, which is said once',
    async (code, status) => {
      const room = await handedIn(server());
      await page(room.instructorPerson);
      const judged = { personId: room.instructorPerson.id, handInId: room.handInId };
      const said = vi.spyOn(toast, 'warning');
      said.mockClear();
      told.length = 0;
      const body = JSON.stringify({ type: `/problems/${code}`, title: '', status, code, data: {} });
      const headers = { 'Content-Type': 'application/problem+json' };
      befall = async (address, when) =>
        when === 'before' && address.endsWith('/verdicts')
          ? new Response(body, { status, headers })
          : undefined;
      await keepVerdicts(judged, { [room.exponent]: 'shown' }, () => 0);
      for (let round = 0; round < 9; round++) expect(await sendAll(hooks)).toBe('later');
      expect(judgementEntries.entries()).toMatchObject([
        { verdicts: { [room.exponent]: { verdict: 'shown' } }, tries: 9 },
      ]);
      expect([told, said.mock.calls.length]).toEqual([[], 1]);
      // Another one is kept with it.
      await keepVerdicts(judged, { [room.axes]: 'partly' }, () => 0);
      befall = async () => undefined;
      expect(await sendAll(hooks)).toBe('done');
      const { body: review } = await room.instructor.get(`/api/hand-ins/${room.handInId}/review`).expect(200);
      expect(review.judgement.verdicts).toMatchObject({
        [room.exponent]: { verdict: 'shown' },
        [room.axes]: { verdict: 'partly' },
      });
    },
  );
  it('of several only those that somebody else changed meanwhile are let go; a reason can still be read', async () => {
    told.length = 0;
    const said = vi.spyOn(toast, 'error');
    said.mockClear();
    const room = await handedIn(server());
    await page(room.instructorPerson);
    const judged = { personId: room.instructorPerson.id, handInId: room.handInId };
    const address = `/api/hand-ins/${room.handInId}`;
    await keepVerdicts(judged, { [room.exponent]: 'shown', [room.axes]: 'partly' }, () => 0);
    await keepAdjustment(judged, { units: 10, reason: 'neat', baseVersion: 0 });
    const other = { id: crypto.randomUUID(), verdicts: { [room.exponent]: { verdict: 'not-shown', on: 0 } } };
    await room.instructor.put(`${address}/verdicts`).send(other).expect(200);
    const points = { id: crypto.randomUUID(), units: 5, reason: 'brave', baseVersion: 0 };
    await room.instructor.put(`${address}/adjustment`).send(points).expect(200);
    for (const left of ['later', 'later', 'done']) expect(await sendAll(hooks)).toBe(left);
    expect(told).toEqual(['stale-version', 'stale-version']);
    expect(said.mock.calls.map(([words]) => String(words).includes('neat'))).toEqual([false, true]);
    const { body: review } = await room.instructor.get(`${address}/review`).expect(200);
    expect(review.judgement.verdicts).toMatchObject({
      [room.exponent]: { verdict: 'not-shown' },
      [room.axes]: { verdict: 'partly' },
    });
    expect(review.judgement.grade).toMatchObject({ adjustment: 5, reason: 'brave' });
    // What is given meanwhile is not let go with what was on its way.
    await keepAdjustment(judged, { units: 9000, reason: 'too many', baseVersion: 0 });
    onAnswer('/adjustment', () => keepVerdicts(judged, { [room.axes]: 'shown' }, () => 1));
    await sendAll(hooks);
    const [{ verdicts, adjustment } = {}] = judgementEntries.entries();
    expect({ verdicts, adjustment }).toMatchObject({
      verdicts: { [room.axes]: { verdict: 'shown' } },
      adjustment: null,
    });
    // Nor is a reason that was written since.
    await forgetJudgement(judgementEntries.entries()[0]?.key ?? '');
    await keepAdjustment(judged, { units: 9000, reason: 'still too many', baseVersion: 0 });
    onAnswer('/adjustment', () => keepAdjustment(judged, { units: 1, reason: 'one', baseVersion: 0 }));
    await sendAll(hooks);
    expect(judgementEntries.entries()).toMatchObject([{ adjustment: { reason: 'one' } }]);
    expect(String(said.mock.lastCall?.[0])).toContain('still too many');
  });
  it('one that somebody else changed meanwhile is let go, and told', async () => {
    told.length = 0;
    const room = await handedIn(server());
    await page(room.instructorPerson);
    const judged = { personId: room.instructorPerson.id, handInId: room.handInId };
    await keepVerdicts(judged, { [room.exponent]: 'shown' }, () => 0);
    const other = { id: crypto.randomUUID(), verdicts: { [room.exponent]: { verdict: 'not-shown', on: 0 } } };
    await room.instructor.put(`/api/hand-ins/${room.handInId}/verdicts`).send(other).expect(200);
    expect(await sendAll(hooks)).toBe('done');
    expect(told).toEqual(['stale-version']);
    expect(judgementEntries.entries()).toEqual([]);
  });
});
