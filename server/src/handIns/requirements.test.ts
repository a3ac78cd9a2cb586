import { randomBytes } from 'node:crypto';
import type { EvidenceWrite, PointDefinition } from '@nachweis/contract';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import {
  addEvidence,
  classroom,
  DEFINITION,
  handIn,
  picture,
  replaceEvidence,
  serverPerTest,
} from '../testServer.testing.ts';

const server = serverPerTest();

const arrow = {
  kind: 'arrow',
  id: '7b9de5ba-2f0c-4d47-9f0b-1b6b6f5c0b11',
  ink: '#000000',
  from: { x: 2, y: 2 },
  to: { x: 30, y: 30 },
} as const;
const hide = {
  kind: 'redaction',
  id: '7b9de5ba-2f0c-4d47-9f0b-1b6b6f5c0b12',
  look: 'solid',
  box: { x: 2, y: 2, width: 20, height: 10 },
} as const;
const pin = (letter: string) => ({ kind: 'pin', letter, x: 5, y: 5 }) as const;
const jpeg = { format: 'jpeg', quality: 80 } as const;

/** What is asked for, with one picture of 64 x 48 that breaks it and one that meets it. */
const REQUIREMENTS: Record<
  string,
  {
    asks: Partial<PointDefinition>;
    breaks: Partial<EvidenceWrite>;
    meets: Partial<EvidenceWrite>;
    code: string;
  }
> = {
  pins: {
    asks: { needsPins: true },
    breaks: {},
    meets: { marks: [pin('a'), pin('b')] },
    code: 'pins-missing',
  },
  formats: {
    asks: { formats: ['png'] },
    breaks: { encoding: jpeg },
    meets: { encoding: { format: 'png' } },
    code: 'format-not-taken',
  },
  'something hidden': {
    asks: { needsHidden: true },
    breaks: { marks: [arrow] },
    meets: { marks: [hide] },
    code: 'nothing-hidden',
  },
  'own words': {
    asks: { needsText: true },
    breaks: { marks: [pin('a'), arrow] },
    meets: { marks: [{ ...pin('a'), says: 'the exponent is 1.7' }] },
    code: 'nothing-written',
  },
  'marks asked': {
    asks: { marks: 'asked' },
    breaks: { marks: [hide] },
    meets: { marks: [arrow] },
    code: 'nothing-marked',
  },
  'a finish asked': {
    asks: { finishes: { 'set-off': 'asked' } },
    breaks: { trims: [{ kind: 'tone', as: 'greys' }] },
    meets: { trims: [{ kind: 'set-off', by: 'rule' }] },
    code: 'finish-missing',
  },
  'no finish': {
    asks: { finishes: { tone: 'forbidden' } },
    breaks: { trims: [{ kind: 'tone', as: 'greys' }] },
    meets: { trims: [{ kind: 'set-off', by: 'rule' }] },
    code: 'finish-not-wanted',
  },
  'no marks': {
    asks: { marks: 'forbidden' },
    breaks: { marks: [arrow] },
    meets: { marks: [hide, pin('a')] },
    code: 'marks-not-wanted',
  },
};
/** What does not stand in the way is seen in the review. */
const SEEN: Record<
  string,
  { asks: Partial<PointDefinition>; breaks: Partial<EvidenceWrite>; finding: string }
> = {
  size: {
    asks: { minSize: { width: 60, height: 40 } },
    breaks: { framing: { kind: 'region', box: { x: 0, y: 0, width: 50, height: 40 } } },
    finding: 'too-small',
  },
  shape: {
    asks: { ratio: { width: 4, height: 3 } },
    breaks: { framing: { kind: 'region', box: { x: 0, y: 0, width: 64, height: 36 } } },
    finding: 'wrong-shape',
  },
};

async function withEvidence(
  asks: Partial<PointDefinition>,
  evidence: Partial<EvidenceWrite>,
  bytes?: Buffer,
) {
  const [point] = DEFINITION.points;
  const points = [{ title: '', instructions: '', mustShows: [], ...point, ...asks }];
  const room = await classroom(server(), { points });
  const { draft } = await addEvidence(room.student, room.assignment, evidence, bytes ?? (await picture()));
  return { ...room, draft };
}

describe('each requirement, with one hand-in that breaks it and one that meets it', () => {
  it.each(Object.entries(REQUIREMENTS))('%s', async (_, { asks, breaks, meets, code }) => {
    const broken = await withEvidence(asks, breaks);
    const refused = await handIn(broken.student, broken.assignment.id, broken.draft.version);
    expect(refused.status).toBe(422);
    expect(refused.body.data.missing.map((one: { code: string }) => one.code)).toEqual([code]);
    const met = await withEvidence(asks, meets);
    expect((await handIn(met.student, met.assignment.id, met.draft.version)).status).toBe(200);
  });
  it.each(Object.entries(SEEN))('%s, which is worth a look only', async (_, { asks, breaks, finding }) => {
    for (const [evidence, expected] of [
      [breaks, true],
      [{}, false],
    ] as const) {
      const room = await withEvidence(asks, evidence);
      const { body } = await handIn(room.student, room.assignment.id, room.draft.version);
      await server().context.jobs.idle();
      const review = (await room.instructor.get(`/api/hand-ins/${body.handInId}/review`).expect(200)).body;
      const codes = Object.values<Array<{ code: string }>>(review.findings)
        .flat()
        .map((one) => one.code);
      expect(codes.includes(finding)).toBe(expected);
    }
  });
});

describe('the largest file that is taken', () => {
  const asks = { mostBytes: 5000 };
  // Noise: PNG cannot make it smaller than its values, JPEG can (ISO 15948 and ISO 10918 in short).
  const noise = () =>
    sharp(randomBytes(64 * 48 * 3), { raw: { width: 64, height: 48, channels: 3 } })
      .png()
      .toBuffer();
  const sheetOf = async ({ student, assignment }: Awaited<ReturnType<typeof withEvidence>>) =>
    (await student.get(`/api/assignments/${assignment.id}`).expect(200)).body;

  it('is said once the file is made, stands in the way, and is met by another format', async () => {
    const room = await withEvidence(asks, {}, await noise());
    await server().context.jobs.idle();
    const [evidence] = (await sheetOf(room)).draft.evidence;
    expect(evidence.fileBytes).toBeGreaterThan(64 * 48 * 3);
    const refused = await handIn(room.student, room.assignment.id, room.draft.version);
    expect(refused.status).toBe(422);
    expect(refused.body.data.missing).toMatchObject([
      { code: 'file-too-large', data: { bytes: evidence.fileBytes, most: 5000 } },
    ]);
    const { draft } = await replaceEvidence(
      room.student,
      room.assignment,
      { encoding: { format: 'jpeg', quality: 30 } },
      await noise(),
    );
    await server().context.jobs.idle();
    expect((await sheetOf(room)).draft.evidence[0].fileBytes).toBeLessThan(5000);
    expect((await handIn(room.student, room.assignment.id, draft.version)).status).toBe(200);
  });

  it('holds up nobody whose file is not made yet; the review says so', async () => {
    const room = await withEvidence({}, {}, await noise());
    await server().context.jobs.idle();
    const { body } = await handIn(room.student, room.assignment.id, room.draft.version);
    // As if it had been asked for, and its size not known when it was handed in.
    await server()
      .context.db.updateTable('assignment_versions')
      .set((eb) => ({
        document: eb.fn<string>('replace', [
          'document',
          eb.val('"mostBytes":null'),
          eb.val('"mostBytes":5000'),
        ]),
      }))
      .execute();
    await server().context.jobs.idle();
    const review = (await room.instructor.get(`/api/hand-ins/${body.handInId}/review`).expect(200)).body;
    const found = Object.values<Array<{ code: string; level: string }>>(review.findings).flat();
    expect(found).toContainEqual(expect.objectContaining({ code: 'file-too-large', level: 'to-check' }));
  });
});
