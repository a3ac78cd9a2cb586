import { createHash, randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { addEvidence, classroom, handInSealed, picture, serverPerTest } from '../testServer.testing.ts';

const server = serverPerTest();

describe('a picture in which something is hidden', () => {
  it('comes without anything of its capture: no bare hash, no salt, no area in the answers of its reviewer', async () => {
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
    expect(body.items[0]).toMatchObject({ marks: [{ kind: 'pin', letter: 'a' }] });
    expect(text).not.toContain(sha256);
    // The record is there, without the bare hash in any form, and without what the window was called.
    const record = JSON.parse(Buffer.from(body.items[0].record.split('.')[1], 'base64url').toString('utf8'));
    expect(JSON.stringify(record)).not.toContain(sha256);
    expect(record).toMatchObject({ source: 'clipboard', label: '', document: '' });
    // Only the owner has the salt by which it can be shown which capture it is.
    const { salt } = (await room.student.get('/api/captures').expect(200)).body.items[0];
    expect(text).not.toContain(salt);
    expect(record.salted).toBe(
      createHash('sha256')
        .update(salt + sha256)
        .digest('hex'),
    );
    const file = await room.instructor.get(body.items[0].baseHref).expect(200);
    expect(Buffer.compare(file.body as Buffer, Buffer.from(bytes))).not.toBe(0);
    // The capture itself stays its owner's.
    await room.instructor.get(draft.evidence[0].capture.href).expect(404);
    await room.student.get(draft.evidence[0].capture.href).expect(200);
  });
});
