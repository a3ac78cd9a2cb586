import { createRequire } from 'node:module';
import { missingForHandIn } from '@nachweis/core';
import { createCanvas, GlobalFonts } from '@napi-rs/canvas';
import { describe, expect, it } from 'vitest';
import { fieldsColumn } from '../db/columns.ts';
import { addEvidence, classroom, DEFINITION, handIn, serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();

GlobalFonts.registerFromPath(
  createRequire(import.meta.url).resolve('@fontsource/noto-sans/files/noto-sans-latin-400-normal.woff2'),
  'Words',
);

/** A window with a few lines of writing, as high as on a screen. */
function written(...lines: string[]): Promise<Buffer> {
  const canvas = createCanvas(480, 160);
  const context = canvas.getContext('2d');
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, 480, 160);
  context.fillStyle = '#1d2729';
  context.font = '15px Words';
  for (const [index, line] of lines.entries()) context.fillText(line, 20, 40 + 28 * index);
  return canvas.encode('png');
}

/** Hands in what was written. @returns which words the sheet, and the review, say were not read */
async function unread(words: string[], ...pictures: Array<readonly string[]>) {
  const [point] = DEFINITION.points;
  const asked = { title: '', instructions: '', mustShows: [], ...point, words, maxPictures: 3 };
  const room = await classroom(server(), { points: [asked] });
  const { db, jobs } = server().context;
  await db
    .updateTable('members')
    .set({ fields: fieldsColumn.write({ station: 'KR-541' }) })
    .where('role', '=', 'student')
    .execute();
  let version = 0;
  for (const lines of pictures) {
    const { draft } = await addEvidence(room.student, room.assignment, {}, await written(...lines));
    version = draft.version;
  }
  const sheet = async () => (await room.student.get(`/api/assignments/${room.assignment.id}`)).body;
  const before = await sheet();
  await jobs.idle();
  const now = await sheet();
  const missing = missingForHandIn({
    ...now.assignment,
    statement: '',
    pictures: now.draft.evidence,
  }).filter((one) => one.code === 'words-not-read');
  const { body } = await handIn(room.student, room.assignment.id, version);
  await jobs.idle();
  const { body: review } = await room.instructor.get(`/api/hand-ins/${body.handInId}/review`);
  const found = Object.values<Array<{ code: string; data: object }>>(review.findings)
    .flat()
    .filter((one) => one.code.startsWith('words-'));
  return {
    before: before.draft.evidence.map((one: { read: string | null }) => one.read),
    sheet: missing.map((one) => one.data),
    review: found.map((one) => one.data),
  };
}

describe('words that must be readable', () => {
  it('are read after the answer, and nothing is said where they stand in one of the pictures', async () => {
    const { before, sheet, review } = await unread(
      ['TA-236', 'self-test passed'],
      ['Station TA-236', '12 gaugings'],
      ['> self-test', 'self-test passed'],
    );
    expect(before).toEqual([null, null]);
    expect([sheet, review]).toEqual([[], []]);
  });
  it('are told where they are not, alike on the sheet and in the review, and hold up nobody', async () => {
    const { sheet, review } = await unread(['TA-236', 'gaugings'], ['Station MB-921', '12 gaugings']);
    expect([sheet, review]).toEqual([[{ words: ['TA-236'] }], [{ words: ['TA-236'] }]]);
  });
  it('are each student’s own where they name a column of the class list', async () => {
    const own = await unread(['{station}'], ['Station KR-541']);
    expect([own.sheet, own.review]).toEqual([[], []]);
    const other = await unread(['{station}'], ['Station TA-236']);
    expect([other.sheet, other.review]).toEqual([[{ words: ['KR-541'] }], [{ words: ['KR-541'] }]]);
  });
});
