import { randomUUID } from 'node:crypto';
import { PRACTICE_ASSIGNMENT } from '@nachweis/contract';
import { describe, expect, it } from 'vitest';
import { counted } from '../db/counted.testing.ts';
import { removePerson } from '../known/removePerson.ts';
import {
  addEvidence,
  classroom,
  giveVerdicts,
  handedIn,
  handInSealed,
  joinCourse,
  serverPerTest,
} from '../testServer.testing.ts';
import { mailRound } from './mailRound.ts';
import { mailServerPerTest } from './mailServer.testing.ts';

const server = serverPerTest();

const mail = mailServerPerTest(server);
const subjects = () => mail().letters.map((letter) => letter.subject);

const granted = (room: Awaited<ReturnType<typeof classroom>>, personId: string, dueAt: string) =>
  room.instructor
    .post(`/api/assignments/${room.assignment.id}/terms/${personId}`)
    .send({ id: randomUUID(), grant: { dueAt }, reason: 'Away.', baseVersion: 0, dryRun: false })
    .expect(200);

describe('letters', () => {
  it('tell of a receipt and of a return once, without points, and lead to the page', async () => {
    const context = mail().sending(server());
    await mailRound(context);
    const room = await handedIn(server());
    await mailRound(context);
    await mailRound(context);
    expect(subjects()).toEqual(['Handed in: Rating curve, H-00001']);
    const [receipt] = mail().letters;
    expect(receipt?.from?.text).toBe('"Nachweis" <nachweis@school.example>');
    expect(receipt?.text).toContain('Hello Bilal Okafor');
    expect(receipt?.text).toMatch(/Thursday,? 5 November 2026 at 11:00 CET/);
    expect(receipt?.text).toContain('- Okafor_P1.png');
    expect(receipt?.text).toContain(`/hand-ins/${room.handInId}`);
    expect(receipt?.headers.get('auto-submitted')).toBe('auto-generated');
    await giveVerdicts(room.instructor, room.handInId, { [room.exponent]: 'shown', [room.axes]: 'shown' });
    await room.instructor.post(`/api/hand-ins/${room.handInId}/release`).send({}).expect(200);
    expect(await mailRound(context)).toBe(1);
    expect(subjects().at(-1)).toBe('Returned: Rating curve');
    expect(mail().letters.at(-1)?.text).not.toMatch(/1\.75|points? of/);
  });

  it('wait for a release that is set for later, and do not come when it is taken back before', async () => {
    const context = mail().sending(server());
    await mailRound(context);
    const room = await handedIn(server());
    await giveVerdicts(room.instructor, room.handInId, { [room.exponent]: 'shown', [room.axes]: 'shown' });
    const at = '2026-11-06T08:00:00.000Z';
    const release = `/api/hand-ins/${room.handInId}/release`;
    await room.instructor.post(release).send({ at }).expect(200);
    await mailRound(context);
    expect(subjects()).toHaveLength(1);
    server().setNow('2026-11-06T08:00:01.000Z');
    await mailRound(context);
    expect(subjects()).toEqual(['Handed in: Rating curve, H-00001', 'Returned: Rating curve']);
    await room.instructor.post(`${release}/taken-back`).send({ reason: 'Once more.' }).expect(200);
    await mailRound(context);
    expect(subjects()).toHaveLength(2);
  });

  it('remind once of what is due within a day, by what holds for each, and nobody who is done or exempt', async () => {
    const context = mail().sending(server());
    const room = await classroom(server());
    const others = [];
    for (const name of ['Done', 'Exempt', 'Later'])
      others.push(await joinCourse(server(), room.courseId, 'student', name, 'Lee'));
    const [done, exempt, later] = others;
    if (!done || !exempt || !later) throw new Error('There are three.');
    const { draft } = await addEvidence(done.agent, room.assignment);
    await handInSealed(server(), done.agent, room.assignment.id, draft.version);
    await addEvidence(room.student, room.assignment);
    const base = `/api/assignments/${room.assignment.id}`;
    await room.instructor
      .put(`${base}/exemptions/${exempt.person.id}`)
      .send({ id: randomUUID(), exempt: true, reason: 'Ill.' })
      .expect(204);
    await granted(room, later.person.id, '2026-11-11T16:00:00.000Z');
    // Due on the 10th at 16:00.
    server().setNow('2026-11-09T15:59:00.000Z');
    await mailRound(context);
    expect(subjects()).toEqual([]);
    server().setNow('2026-11-09T16:30:00.000Z');
    await mailRound(context);
    await mailRound(context);
    expect(mail().letters.map((letter) => [letter.subject, [letter.to].flat()[0]?.text])).toEqual([
      ['Due soon: Rating curve', expect.stringContaining(room.studentPerson.email)],
    ]);
    expect(mail().letters[0]?.text).toContain('One picture of yours is in it and not handed in.');
    server().setNow('2026-11-10T16:30:00.000Z');
    await mailRound(context);
    expect([mail().letters[1]?.to].flat()[0]?.text).toContain(later.person.email);
    expect(mail().letters).toHaveLength(2);
  });

  it('remind of nothing that has not opened or is over, and again of what was withdrawn', async () => {
    const context = mail().sending(server());
    const recipients = () => mail().letters.map((letter) => [letter.to].flat()[0]?.text ?? '');
    const room = await classroom(server(), { opensAt: '2026-11-10T08:00:00.000Z' });
    const later = await joinCourse(server(), room.courseId, 'student', 'Later', 'Lee');
    server().setNow('2026-11-10T07:59:00.000Z');
    await mailRound(context);
    expect(recipients()).toEqual([]);
    await granted(room, later.person.id, '2026-11-11T16:00:00.000Z');
    // Due for all but one at 16:00: the first round after that is late for them.
    server().setNow('2026-11-10T16:30:00.000Z');
    await mailRound(context);
    expect(recipients()).toEqual([expect.stringContaining(later.person.email)]);

    server().setNow('2026-11-10T09:00:00.000Z');
    const other = await handedIn(server());
    await mailRound(context);
    await mailRound(context);
    expect(subjects().filter((subject) => subject?.startsWith('Due soon'))).toHaveLength(2);
    await other.student.post(`/api/hand-ins/${other.handInId}/withdraw`).expect(200);
    await mailRound(context);
    expect(mail().letters.at(-1)?.subject).toBe('Due soon: Rating curve');
    expect(recipients().at(-1)).toContain(other.studentPerson.email);
  });

  it('cost no reading of hand-ins once all times are over, granted ones too', async () => {
    const context = mail().sending(server());
    const room = await classroom(server());
    await granted(room, room.studentPerson.id, '2026-11-11T16:00:00.000Z');
    const ofHandIns = async (now: string) => {
      server().setNow(now);
      const { context: counting, asked } = counted(context);
      await mailRound(counting);
      return asked.filter(({ sql }) => sql.includes('from "hand_ins"') && sql.includes('"assignment_id" = ?'))
        .length;
    };
    expect(await ofHandIns('2026-11-11T12:00:00.000Z')).toBeGreaterThan(0);
    expect(subjects()).toEqual(['Due soon: Rating curve']);
    expect(await ofHandIns('2026-11-11T16:00:00.000Z')).toBe(0);
    expect(await ofHandIns('2027-03-01T12:00:00.000Z')).toBe(0);
  });

  it('tell nobody of what was only tried or practised', async () => {
    const context = mail().sending(server());
    await mailRound(context);
    const room = await classroom(server());
    const trial = await room.instructor.post(`/api/assignments/${room.assignment.id}/trial`).expect(200);
    await room.student.post('/api/practice').expect(200);
    const handInAll = async (agent: typeof room.student, id: string) => {
      const { assignment } = (await agent.get(`/api/assignments/${id}`).expect(200)).body;
      const entered = { id, version: 1, points: assignment.proofPoints, criteria: [] };
      for (const { id: proofPointId } of assignment.proofPoints)
        await addEvidence(agent, entered, {
          proofPointId,
          marks: [{ kind: 'pin', letter: 'a', x: 1, y: 1 }],
        });
      const said = await agent
        .put(`/api/assignments/${id}/statement`)
        .send({ text: 'Two windows.', baseVersion: 0 })
        .expect(200);
      await handInSealed(server(), agent, id, said.body.version);
    };
    await handInAll(room.instructor, trial.body.assignmentId);
    await handInAll(room.student, PRACTICE_ASSIGNMENT);
    await mailRound(context);
    expect(subjects()).toEqual([]);
  });

  it('are not sent to who does not want them, nor later when they do', async () => {
    const context = mail().sending(server());
    await mailRound(context);
    const room = await classroom(server());
    const none = { receipt: false, returned: true, reminder: true };
    const view = (await room.student.put('/api/mail').send(none).expect(200)).body;
    expect(view).toEqual({ sends: true, email: room.studentPerson.email, choices: none });
    // A tab that knows nothing of it chooses something else, and nothing more.
    const after = (await room.student.put('/api/mail').send({ reminder: false }).expect(200)).body;
    expect(after.choices).toEqual({ ...none, reminder: false });
    const { draft } = await addEvidence(room.student, room.assignment);
    await handInSealed(server(), room.student, room.assignment.id, draft.version);
    await mailRound(context);
    await room.student
      .put('/api/mail')
      .send({ ...none, receipt: true })
      .expect(200);
    await mailRound(context);
    expect(subjects()).toEqual([]);
  });

  it('that wait for the mail server are not sent to who has chosen otherwise meanwhile', async () => {
    const context = mail().sending(server());
    await mailRound(context);
    const room = await handedIn(server());
    mail().refuses = () => 451;
    await mailRound(context);
    await room.student.put('/api/mail').send({ receipt: false }).expect(200);
    mail().refuses = () => null;
    server().setNow('2026-11-05T12:00:00.000Z');
    await mailRound(context);
    expect(subjects()).toEqual([]);
  });

  it('go to nobody who was removed, and are not noted for them again', async () => {
    const s = server();
    const context = mail().sending(s);
    await mailRound(context);
    const { studentPerson, instructorPerson } = await handedIn(s);
    await mailRound(context);
    expect(mail().letters).toHaveLength(1);
    const { id: personId, email } = studentPerson;
    await removePerson(context, { personId, email, by: instructorPerson.id });
    await mailRound(context);
    expect(mail().letters).toHaveLength(1);
    expect(await context.db.selectFrom('mails').selectAll().execute()).toEqual([]);
  });
  it('are tried again when the mail server is away, and given up when it refuses for good', async () => {
    const context = mail().sending(server());
    await mailRound(context);
    await handedIn(server());
    mail().refuses = () => 451;
    expect(await mailRound(context)).toBe(0);
    mail().refuses = () => null;
    // Not at once.
    expect(await mailRound(context)).toBe(0);
    server().setNow('2026-11-05T10:05:00.000Z');
    expect(await mailRound(context)).toBe(1);
    mail().refuses = () => 550;
    await handedIn(server());
    await mailRound(context);
    mail().refuses = () => null;
    server().setNow('2026-11-05T20:00:00.000Z');
    expect(await mailRound(context)).toBe(0);
    const rows = await context.db.selectFrom('mails').select(['tries', 'error', 'sent_at']).execute();
    expect(rows).toMatchObject([
      { tries: 1 },
      { tries: 1, sent_at: null, error: expect.stringContaining('550') },
    ]);
  });

  it('do not wait for another one that cannot be made, or whose mailbox puts it off', async () => {
    const context = mail().sending(server());
    await mailRound(context);
    const { studentPerson } = await handedIn(server());
    const full = await handedIn(server());
    await handedIn(server());
    // RFC 5321, 4.2.3: 452, its storage is full.
    mail().refuses = (address) => (address === full.studentPerson.email ? 452 : null);
    // Of a hand-in that is nowhere: however it came about, it is this letter's fault alone.
    await context.db
      .insertInto('mails')
      .values({
        kind: 'receipt',
        subject_id: randomUUID(),
        person_id: studentPerson.id,
        made_at: '2026-11-05T09:00:00.000Z',
        next_try_at: '2026-11-05T09:00:00.000Z',
      })
      .execute();
    expect(await mailRound(context)).toBe(2);
    expect(subjects()).toEqual(['Handed in: Rating curve, H-00001', 'Handed in: Rating curve, H-00003']);
    const waiting = await context.db
      .selectFrom('mails')
      .select(['tries', 'next_try_at', 'error'])
      .where('sent_at', 'is', null)
      .execute();
    expect(waiting).toHaveLength(2);
    for (const one of waiting) expect(one).toMatchObject({ tries: 1, error: expect.any(String) });
  });

  it('ask no more of the database for thirty returned hand-ins than for three, and note none twice', async () => {
    const context = mail().sending(server());
    await mailRound(context);
    const room = await handedIn(server());
    const asked = async (howMany: number) => {
      for (let i = 0; i < howMany; i++) {
        const id = randomUUID();
        const row = await context.db.selectFrom('hand_ins').selectAll().executeTakeFirstOrThrow();
        const person = await server().addPerson('Given', `Surname${i}`);
        const attempt = 1;
        await context.db
          .insertInto('hand_ins')
          .values({ ...row, id, seq: undefined } as never)
          .execute();
        await context.db
          .insertInto('hand_in_people')
          .values({ hand_in_id: id, person_id: person.id, assignment_id: room.assignment.id, attempt })
          .execute();
        await context.db
          .insertInto('release_events')
          .values({
            hand_in_id: id,
            given_by: room.instructorPerson.id,
            given_at: '2026-11-05T10:00:00.000Z',
          } as never)
          .execute();
      }
      await mailRound(context);
      const { context: counting, asked: questions } = counted(context);
      expect(await mailRound(counting)).toBe(0);
      return questions.length;
    };
    const few = await asked(3);
    expect(await asked(27)).toBe(few);
    expect(mail().letters.length).toBeGreaterThan(60);
  });

  it('wait twice as long after each try, six hours at most, and are given up after twelve', async () => {
    const context = mail().sending(server());
    await mailRound(context);
    await handedIn(server());
    mail().refuses = () => 451;
    const pauses: number[] = [];
    let now = Date.parse('2026-11-05T10:00:00.000Z');
    for (;;) {
      await mailRound(context);
      const { next_try_at, tries } = await context.db
        .selectFrom('mails')
        .select(['next_try_at', 'tries'])
        .executeTakeFirstOrThrow();
      expect(tries).toBe(pauses.length + 1);
      if (next_try_at === null) break;
      pauses.push((Date.parse(next_try_at) - now) / 60_000);
      now = Date.parse(next_try_at);
      server().setNow(next_try_at);
    }
    expect(pauses).toEqual([1, 2, 4, 8, 16, 32, 64, 128, 256, 360, 360]);
  });

  it('that waited for the mail server are not sent when they are not so any more', async () => {
    const context = mail().sending(server());
    await mailRound(context);
    const room = await handedIn(server());
    const { agent } = await joinCourse(server(), room.courseId, 'student', 'Hurried', 'Lee');
    await giveVerdicts(room.instructor, room.handInId, { [room.exponent]: 'shown', [room.axes]: 'shown' });
    await mailRound(context);
    expect(subjects()).toEqual(['Handed in: Rating curve, H-00001']);
    // Due on the 10th at 16:00: one is to be reminded, the other to be told of a return.
    server().setNow('2026-11-09T16:30:00.000Z');
    const release = `/api/hand-ins/${room.handInId}/release`;
    await room.instructor.post(release).send({}).expect(200);
    mail().refuses = () => 451;
    await mailRound(context);
    server().setNow('2026-11-09T16:31:00.000Z');
    expect(await mailRound(context)).toBe(0);
    const waiting = await context.db
      .selectFrom('mails')
      .select('kind')
      .where('sent_at', 'is', null)
      .execute();
    expect(waiting.map(({ kind }) => kind).sort()).toEqual(['reminder', 'returned']);
    await room.instructor.post(`${release}/taken-back`).send({ reason: 'Once more.' }).expect(200);
    const { draft } = await addEvidence(agent, room.assignment);
    await handInSealed(server(), agent, room.assignment.id, draft.version);
    mail().refuses = () => null;
    server().setNow('2026-11-09T20:00:00.000Z');
    await mailRound(context);
    await mailRound(context);
    expect(subjects()).toEqual(['Handed in: Rating curve, H-00001', 'Handed in: Rating curve, H-00002']);
  });

  it('wait while the mail server does not know this one, for its password can be put right', async () => {
    const context = mail().sending(server(), 'nachweis:wrong@');
    await mailRound(context);
    await handedIn(server());
    expect(await mailRound(context)).toBe(0);
    const waiting = await context.db.selectFrom('mails').select(['tries', 'next_try_at', 'error']).execute();
    expect(waiting).toMatchObject([{ tries: 1, next_try_at: '2026-11-05T10:01:00.000Z' }]);
    expect(waiting[0]?.error).toContain('535');
    context.post.close();
    mail().sending(server());
    server().setNow('2026-11-05T10:01:00.000Z');
    expect(await mailRound(context)).toBe(1);
    expect(subjects()).toEqual(['Handed in: Rating curve, H-00001']);
  });

  it('are the same letter (RFC 5322, 3.6.4) when a stop lets one go out twice, and no other one', async () => {
    const context = mail().sending(server());
    await mailRound(context);
    await handedIn(server());
    await mailRound(context);
    // The mail server has it, and the server stopped before that was noted.
    await context.db
      .updateTable('mails')
      .set({ next_try_at: '2026-11-05T10:00:00.000Z', sent_at: null })
      .execute();
    await mailRound(context);
    const [first, again] = mail().letters.map((letter) => letter.messageId);
    expect(first).toMatch(/^<[0-9a-f]{32}@school\.example>$/);
    expect(again).toBe(first);
    await context.post.send({
      to: { name: '', address: 'a@b.example' },
      subject: '',
      text: '',
      identity: 'x',
    });
    expect(mail().letters.at(-1)?.messageId).not.toBe(first);
  });

  it('tell nothing of what was before this server sent any', async () => {
    await handedIn(server());
    const context = mail().sending(server());
    server().setNow('2026-11-05T12:00:00.000Z');
    expect(await mailRound(context)).toBe(0);
  });
});
