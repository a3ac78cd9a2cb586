import sharp from 'sharp';
import { expect, it } from 'vitest';
import { addEvidence, classroom, handInSealed, serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();

const square = async (colour: string, width = 20, height = 20) =>
  sharp({ create: { width, height, channels: 3, background: colour } })
    .png()
    .toBuffer();
const inset = (bytes: Buffer, box = { x: 10, y: 10, width: 20, height: 20 }) => ({
  ...{ kind: 'inset' as const, id: '00000000-0000-4000-8000-000000000001', box },
  pixels: `data:image/png;base64,${bytes.toString('base64')}`,
});

it('a picture in a picture is sealed into the file, and not into what is below the marks', async () => {
  const s = server();
  const room = await classroom(s);
  const { draft } = await addEvidence(room.student, room.assignment, {
    marks: [inset(await square('#ff0000'))],
  });
  const { body: receipt } = await handInSealed(s, room.student, room.assignment.id, draft.version);
  const { body } = await room.instructor.get(`/api/hand-ins/${receipt.handInId}/review`).expect(200);
  const pixelAt = async (href: string) => {
    const { body: bytes } = await room.instructor.get(href).expect(200);
    const { data, info } = await sharp(bytes).removeAlpha().raw().toBuffer({ resolveWithObject: true });
    return [...data.subarray((20 * info.width + 20) * 3, (20 * info.width + 20) * 3 + 3)];
  };
  const [item] = body.items;
  expect(await pixelAt(item.fileHref)).toEqual([255, 0, 0]);
  expect(await pixelAt(item.baseHref)).not.toEqual([255, 0, 0]);
});

it.each([
  ['what is no picture', Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'), 'picture-refused'],
  ['a picture that is cut off', (await square('#00ff00')).subarray(0, 50), 'picture-refused'],
  ['more pixels than one may have', await square('#00ff00', 2001, 2000), 'too-many-pixels'],
])('what lies in a picture is refused before it is decoded: %s', async (_, bytes, code) => {
  const room = await classroom(server());
  const { body: write, evidenceId } = await addEvidence(room.student, room.assignment);
  const { body } = await room.student
    .put(`/api/evidence/${evidenceId}`)
    .send({ ...write, baseVersion: 1, marks: [inset(bytes)] })
    .expect(422);
  expect(body.code).toBe(code);
});
