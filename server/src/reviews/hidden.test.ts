import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { addEvidence, classroom, handInSealed, picture, serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();

describe('a picture in which something is hidden', () => {
  it('comes without anything of its capture: no record, no hash, no area in the answers of its reviewer', async () => {
    const room = await classroom(server());
    const marks = [
      { kind: 'pin' as const, letter: 'a', x: 3, y: 4 },
      {
        kind: 'redaction' as const,
        id: randomUUID(),
        look: 'solid' as const,
        box: { x: 4, y: 4, width: 12, height: 8 },
      },
    ];
    const bytes = await picture();
    const { draft } = await addEvidence(room.student, room.assignment, { marks }, bytes);
    const sha256 = draft.evidence[0].capture.sha256;
    const { body: receipt } = await handInSealed(server(), room.student, room.assignment.id, draft.version);
    const { text, body } = await room.instructor.get(`/api/hand-ins/${receipt.handInId}/review`).expect(200);
    expect(body.items[0]).toMatchObject({ record: '', marks: [{ kind: 'pin', letter: 'a' }] });
    expect(text).not.toContain(sha256);
    const file = await room.instructor.get(body.items[0].baseHref).expect(200);
    expect(Buffer.compare(file.body as Buffer, Buffer.from(bytes))).not.toBe(0);
    // The capture itself stays its owner's.
    await room.instructor.get(draft.evidence[0].capture.href).expect(404);
    await room.student.get(draft.evidence[0].capture.href).expect(200);
  });
});
