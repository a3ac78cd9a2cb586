import { randomUUID } from 'node:crypto';
import { type BenchSheet, openBenchSheet } from './openSheet.ts';

/** A student's proof sheet with one picture, and so many marks in it. */
export async function openMarkedSheet(png: Buffer, marks: number): Promise<BenchSheet> {
  const opened = await openBenchSheet();
  const { page, server } = opened;
  await page.getByLabel('Picture files').setInputFiles({ name: 'a.png', mimeType: 'image/png', buffer: png });
  await page.getByTestId('frame-pixels').waitFor();
  await page.keyboard.press('Enter');
  await page.locator('[data-status=saved]').waitFor({ state: 'attached' });
  const sheet = await (await page.request.get(`/api/assignments/${server.assignmentId}`)).json();
  const [evidence] = sheet.draft.evidence;
  await page.request.put(`/api/evidence/${evidence.id}`, {
    headers: { Origin: server.address },
    data: {
      assignmentId: server.assignmentId,
      proofPointId: evidence.proofPointId,
      captureId: evidence.capture.id,
      framing: evidence.framing,
      baseVersion: evidence.version,
      marks: Array.from({ length: marks }, (_, i) => markAt(i)),
    },
  });
  await page.reload();
  await page.getByRole('button', { name: 'Bench', exact: true }).waitFor();
  return opened;
}

/** Boxes, arrows and texts in rows. */
function markAt(i: number) {
  const [x, y] = [100 + (i % 20) * 180, 100 + Math.floor(i / 20) * 200];
  const base = { id: randomUUID(), ink: '#b3261e' };
  if (i % 3 === 0) return { kind: 'ring', ...base, shape: 'box', box: { x, y, width: 120, height: 100 } };
  if (i % 3 === 1) return { kind: 'arrow', ...base, from: { x, y }, to: { x: x + 120, y: y + 90 } };
  return { kind: 'text', ...base, x, y, text: `value ${i}` };
}
