import { randomUUID } from 'node:crypto';
import { FormatDesk } from '@nachweis/contract';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { addEvidence, classroom, serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();

/** Lines of writing over a plain ground, some of it transparent. */
const writing = (ground: string) =>
  sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="420" height="300"><rect width="420" height="300" fill="${ground}"/>${Array.from(
        { length: 14 },
        (_, i) =>
          `<text x="10" y="${20 + i * 20}" font-size="13" fill="#222">value ${i} of the measured series in litres</text>`,
      ).join('')}</svg>`,
    ),
  )
    .png()
    .toBuffer();

async function weighed(bytes: Buffer, query = '') {
  const { student, assignment } = await classroom(server());
  const { evidenceId, draft } = await addEvidence(student, assignment, {}, bytes);
  const answer = await student.get(`/api/evidence/${evidenceId}/formats${query}`).expect(200);
  return { desk: FormatDesk.parse(answer.body), student, assignment, evidenceId, draft };
}
const rowOf = (
  { rows }: FormatDesk,
  format: string,
  pick: (row: FormatDesk['rows'][number]) => boolean = () => true,
) => rows.filter((row) => row.encoding.format === format).find(pick);

describe('the format desk', () => {
  it('has a row for each way to write a picture, with what it costs and keeps', async () => {
    const { desk } = await weighed(await writing('#ffffff'), '?quality=40');
    expect(desk).toMatchObject({ width: 420, height: 300, photograph: false, version: 1 });
    expect(desk.rows.map((row) => [row.encoding.format, row.encoding.palette, row.encoding.quality])).toEqual(
      [
        ['png', undefined, undefined],
        ['png', true, undefined],
        ['gif', undefined, undefined],
        ['webp', undefined, 100],
        ['jpeg', undefined, 40],
        ['webp', undefined, 40],
      ],
    );
    expect(rowOf(desk, 'png')).toMatchObject({
      likeness: 1,
      lossless: true,
      strokes: 1,
      transparency: 'none',
    });
    expect(rowOf(desk, 'webp', (row) => row.encoding.quality === 100)).toMatchObject({ lossless: true });
    const jpeg = rowOf(desk, 'jpeg');
    expect(jpeg?.likeness).toBeLessThan(1);
    expect(jpeg?.strokes).toBeLessThan(1);
    expect(desk.letters).toBeGreaterThan(3);
    expect(desk.rows.every((row) => row.sample?.startsWith('data:image/png'))).toBe(true);
  });
  it('finds the best JPEG that is not larger than a size', async () => {
    const { desk } = await weighed(await writing('#eeeeee'), '?under=12000');
    const under = desk.rows.at(-1);
    expect(under?.encoding.format).toBe('jpeg');
    expect(under?.bytes).toBeLessThanOrEqual(12_000);
    expect(under?.encoding.quality).toBeLessThan(90);
  });
  it('says what becomes of transparency: kept, rough in GIF, laid on paper in JPEG', async () => {
    const { desk } = await weighed(await writing('none'));
    expect(desk.rows.map((row) => [row.encoding.format, row.transparency])).toEqual([
      ['png', 'kept'],
      ['png', 'kept'],
      ['gif', 'rough'],
      ['webp', 'kept'],
      ['jpeg', 'laid'],
      ['webp', 'kept'],
    ]);
  });
  it('is for nothing that is not there', async () => {
    const { student } = await classroom(server());
    await student.get(`/api/evidence/${randomUUID()}/formats`).expect(404);
  });
});

describe('the format of what is handed in', () => {
  it.each(['jpeg', 'gif', 'webp', 'png'] as const)(
    'is the chosen one: %s, in name and in bytes',
    async (format) => {
      const { student, assignment } = await classroom(server());
      const { draft } = await addEvidence(
        student,
        assignment,
        { encoding: { format }, marks: [{ kind: 'pin', letter: 'a', x: 9, y: 9 }] },
        await writing('none'),
      );
      const name = draft.evidence[0].fileName;
      expect(name).toMatch(new RegExp(`\\.${format === 'jpeg' ? 'jpg' : format}$`));
      const answer = await student
        .post(`/api/assignments/${assignment.id}/hand-ins`)
        .send({ id: randomUUID(), draftVersion: draft.version })
        .expect(200);
      await server().context.jobs.idle();
      const view = await student.get(`/api/hand-ins/${answer.body.handInId}`).expect(200);
      const [item] = view.body.items;
      expect(item.fileHref).toMatch(new RegExp(`/${name.replaceAll('.', '\\.')}$`));
      const file = await student.get(item.fileHref).buffer(true).expect(200);
      // Read back by another library: its own reading of the format, not ours.
      expect((await sharp(file.body).metadata()).format).toBe(format);
      expect(file.headers['content-type']).toBe(`image/${format}`);
    },
  );
  it('follows what the proof point takes where nobody chose, and a wrong choice stops the hand-in with its reason', async () => {
    const { student, assignment } = await classroom(server(), {
      points: [
        { title: 'x', instructions: '', formats: ['jpeg', 'webp'], mustShows: [{ text: 'x', units: 100 }] },
      ],
      statementPrompt: null,
    });
    const { draft, evidenceId, body } = await addEvidence(student, assignment);
    expect(draft.evidence[0]).toMatchObject({ encoding: null, fileName: expect.stringMatching(/\.jpg$/) });
    expect(Object.values(draft.nextNames)[0]).toMatch(/\.jpg$/);
    const chosen = await student
      .put(`/api/evidence/${evidenceId}`)
      .send({ ...body, encoding: { format: 'gif' }, baseVersion: 1 })
      .expect(200);
    const refused = await student
      .post(`/api/assignments/${assignment.id}/hand-ins`)
      .send({ id: randomUUID(), draftVersion: chosen.body.draft.version })
      .expect(422);
    expect(refused.body.data.missing).toMatchObject([
      { code: 'format-not-taken', data: { format: 'gif', formats: ['jpeg', 'webp'] } },
    ]);
  });
});
