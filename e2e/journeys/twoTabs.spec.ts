import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import { expectClean } from '../fixtures/axe.ts';
import { openBench } from '../fixtures/bench.ts';
import { addByDrop, dropFiles, testPicture } from '../fixtures/pictures.ts';
import { expect, openSheet, type School, serverDraft, signIn, test } from '../fixtures/school.ts';
import { sendingIsOver, writesTo } from '../fixtures/sent.ts';

test('a picture that is on the bench in another tab is seen there, taken over by keys, and nothing of either tab is lost', async ({
  page,
  school,
  context,
}) => {
  const letters = async () =>
    (await serverDraft(page, school.curve)).evidence[0]?.marks
      .map((mark: { letter: string }) => mark.letter)
      .sort();
  await openBench(page, school);
  await page.keyboard.press('a');
  await expect.poll(letters).toEqual(['a']);
  const other = await context.newPage();
  await openSheet(other, school.curve);
  const open = () => other.getByRole('button', { name: 'Bench', exact: true }).first().click();
  await open();
  const told = other.getByText('being worked on in another tab');
  await expect(told).toBeVisible();
  await expectClean(other, 'a picture that another tab has');
  await expect(other.getByRole('toolbar', { name: 'Tools' })).toHaveCount(0);
  // Left there, the first tab goes on undisturbed.
  await other.getByRole('button', { name: 'Leave it there' }).click();
  await expect(other.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByRole('toolbar', { name: 'Tools' })).toBeVisible();
  await open();
  await expect(other.getByRole('button', { name: 'Work on it here' })).toBeFocused();
  await other.keyboard.press('Enter');
  await expect(other.getByRole('toolbar', { name: 'Tools' })).toBeVisible();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByText('worked on in another tab now')).toBeVisible();
  await other.keyboard.press('b');
  await expect.poll(letters).toEqual(['a', 'b']);
  // The first tab takes it back the same way; once it is closed, whoever waits for the picture has it.
  await page.getByRole('button', { name: 'Bench', exact: true }).first().click();
  await page.getByRole('button', { name: 'Work on it here' }).click();
  await expect(other.getByRole('dialog')).toHaveCount(0);
  await open();
  await expect(told).toBeVisible();
  await page.close();
  await expect(other.getByRole('toolbar', { name: 'Tools' })).toBeVisible();
});

test('what is sent in one tab is seen in the other at once, takes its place there too, and so does handing in', async ({
  page,
  school,
  context,
}) => {
  await signIn(page, school, school.student);
  const other = await context.newPage();
  const sent = writesTo(context, '/api/evidence/');
  await openSheet(other, school.single);
  await openSheet(page, school.single);
  await addByDrop(page, 320, 200);
  await expect(page.locator('[data-status=saved]')).toHaveText('320 × 200 · saved');
  await expect(other.locator('[data-status=saved]')).toHaveText('320 × 200 · saved');
  // Each tab sees what waits, and one of them sends it.
  await expect.poll(() => sendingIsOver(other)).toBe(true);
  expect(sent).toHaveLength(1);
  await expect(other.locator('main img[data-painted]')).toHaveCount(1);
  await addByDropOnFull(other, 340);
  await expect(page.locator('[data-status]')).toHaveText(['340 × 200 · saved']);
  await page.getByRole('button', { name: /^Remove/ }).click();
  await expect(other.locator('[data-status]')).toHaveCount(0);
  await addByDrop(page, 300, 200);
  await expect(other.locator('[data-status=saved]')).toHaveText('300 × 200 · saved');
  await page.goto(`/assignments/${school.single.id}/hand-in`);
  await page.getByRole('button', { name: /^Hand in/ }).click();
  await expect(page.getByRole('heading', { name: /^Handed in/ })).toBeVisible();
  await expect(other.getByText(/^Handed in/).first()).toBeVisible();
});

/** Drops a picture on a proof point that is full, and says that it takes the place of the one there. */
async function addByDropOnFull(page: Page, width: number): Promise<void> {
  await dropFiles(page, [{ name: 'b.png', bytes: await testPicture(width, 200), type: 'image/png' }]);
  await page.getByRole('button', { name: 'Replace this one' }).click();
  await page.getByTestId('frame-stage').waitFor();
  await page.keyboard.press('Enter');
}

/** Another device: a picture comes to P1 behind the back of the page that is open. */
async function fromElsewhere(page: Page, school: School): Promise<string> {
  const headers = { Origin: school.address };
  const [captureId, evidenceId] = [randomUUID(), randomUUID()];
  await page.request.put(`/api/captures/${captureId}?source=clipboard`, {
    data: await testPicture(260, 160),
    headers: { ...headers, 'Content-Type': 'application/octet-stream' },
  });
  const data = {
    assignmentId: school.single.id,
    proofPointId: school.single.points[0]?.id,
    captureId,
    framing: { kind: 'whole' },
    marks: [],
    baseVersion: 0,
  };
  expect((await page.request.put(`/api/evidence/${evidenceId}`, { data, headers })).ok()).toBe(true);
  return evidenceId;
}

test('a picture that came from another device is not taken away by a page that has not heard of it', async ({
  page,
  school,
}) => {
  const idsThere = async () =>
    (await serverDraft(page, school.single)).evidence.map((one: { id: string }) => one.id);
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  const theirs = await fromElsewhere(page, school);
  await addByDrop(page, 320, 200);
  const alert = page.getByRole('alert').filter({ hasText: 'P1 has got another picture meanwhile' });
  await expect(alert).toBeVisible();
  // Both are seen, and the server has theirs.
  await expect(page.locator('[data-status]')).toHaveText([
    '260 × 160 · saved',
    '320 × 200 · another one came from elsewhere',
  ]);
  expect(await idsThere()).toEqual([theirs]);
  // Nothing says that it is in, and a key leads to what is to be decided.
  await expect(page.getByTestId('last-change')).toBeEmpty();
  await page.getByRole('button', { name: 'Decide' }).press('Enter');
  await expect(alert.getByRole('button').first()).toBeFocused();
  await expectClean(page, 'two pictures for one place');
  await alert.getByRole('button', { name: 'Keep this one among the captures only' }).click();
  await expect(alert).toBeHidden();
  await expect(page.getByText('The picture is among your captures.')).toBeVisible();
  expect(await idsThere()).toEqual([theirs]);
  await expect(page.locator('[data-status]')).toHaveText(['260 × 160 · saved']);
  const { items } = await (await page.request.get('/api/captures')).json();
  expect(items.map((item: { width: number }) => item.width).sort()).toEqual([260, 320]);

  // Once more, and this time it is the new one that is meant.
  await page.getByRole('button', { name: /^Remove/ }).click();
  await expect.poll(idsThere).toEqual([]);
  const again = await fromElsewhere(page, school);
  await addByDrop(page, 330, 200);
  await alert.getByRole('button', { name: 'Put this one in its place' }).press('Enter');
  await expect(page.locator('[data-status]')).toHaveText(['330 × 200 · saved']);
  const there = await idsThere();
  expect(there).toHaveLength(1);
  expect(there).not.toContain(again);
});
