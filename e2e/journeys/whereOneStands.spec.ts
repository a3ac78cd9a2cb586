import { randomUUID } from 'node:crypto';
import { expectClean } from '../fixtures/axe.ts';
import { handInOne } from '../fixtures/handIns.ts';
import { addByDrop, copyPicture, testPicture } from '../fixtures/pictures.ts';
import { expect, openSheet, serverDraft, signIn, test } from '../fixtures/school.ts';

test('the sheet says what is left for each proof point, and leads there', async ({ page, school }) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.curve);
  const first = page.getByTestId('left-P1');
  await expect(first).toContainText('P1 has no picture yet.');
  await addByDrop(page, 400, 300, 'Escape');
  await expect(first).toContainText('P1: pin a, b');
  await first.getByRole('link', { name: /^Pin/ }).click();
  await expect(page.getByRole('list', { name: 'Must-shows to pin' })).toBeVisible();
  expect(new URL(page.url()).search).toBe('');
  await page.keyboard.press('a');
  await page.keyboard.press('b');
  await page.keyboard.press('Enter');
  await expect(first).toContainText('Everything asked for P1 is here.');
  await page.getByRole('button', { name: 'Hand in …' }).click();
  const stops = page.getByRole('list', { name: 'What stops the hand-in' });
  await expect(stops.getByRole('listitem')).toHaveText([/P2 has no picture/, /statement is missing/]);
  await stops.getByRole('link', { name: /^Write/ }).click();
  await expect(page.getByRole('textbox', { name: 'Your own statement' })).toBeFocused();
  await page.getByRole('button', { name: 'See the picture of P1 large' }).click();
  const large = page.getByRole('dialog');
  await expect(large.getByTestId('stage')).toBeVisible();
  await expectClean(page, 'a picture large, before handing in');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'See the picture of P1 large' })).toBeFocused();
});

test('a picture in the wrong mount moves to another by keys, and by dragging, with its pins', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.curve);
  await addByDrop(page, 400, 300, 'Escape');
  await expect(page.getByText('Everything is saved on the server.')).toBeVisible();
  await page.getByRole('button', { name: /^More for/ }).focus();
  await page.keyboard.press('Enter');
  await expectClean(page, 'more for a picture');
  await page.getByRole('button', { name: /^Move to P2/ }).press('Enter');
  await expect(page.getByTestId('left-P1')).toContainText('P1 has no picture yet.');
  await expect
    .poll(async () => (await serverDraft(page, school.curve)).evidence[0].proofPointId)
    .toBe(school.curve.points[1]?.id);
  await expect(page.getByRole('figure').filter({ hasText: 'saved' })).toContainText('P2.png');
  await page.getByRole('figure').filter({ hasText: 'saved' }).dragTo(page.getByTestId('left-P1'));
  await expect
    .poll(async () => (await serverDraft(page, school.curve)).evidence[0].proofPointId)
    .toBe(school.curve.points[0]?.id);
  await page.keyboard.press('ControlOrMeta+z');
  await page.keyboard.press('ControlOrMeta+z');
  await expect
    .poll(async () => (await serverDraft(page, school.curve)).evidence[0].proofPointId)
    .toBe(school.curve.points[1]?.id);
});

test('what is typed right after “Write” is in the statement from its first letter on', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await page.goto(`/assignments/${school.curve.id}/hand-in`);
  const way = page.getByRole('link', { name: 'Write', exact: true });
  await way.waitFor();
  // In one turn of the page: nothing is drawn between the press and the next letter.
  const focused = await way.evaluate((link: HTMLElement) => {
    link.focus();
    link.click();
    return document.activeElement?.tagName;
  });
  expect(focused).toBe('TEXTAREA');
  await page.keyboard.type('The first letters.');
  await expect(page.getByLabel('Your own statement')).toHaveValue('The first letters.');
});

test('where the proof point that was chosen for a capture fills up meanwhile, no other one takes its place unseen', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  const headers = { Origin: school.address };
  const captureId = randomUUID();
  await page.request.put(`/api/captures/${captureId}?source=clipboard`, {
    data: await testPicture(260, 160),
    headers: { ...headers, 'Content-Type': 'application/octet-stream' },
  });
  await page.goto('/captures');
  await page.getByRole('button', { name: /^Open / }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Assignment').selectOption({ label: 'Rating curve' });
  await expect(dialog.getByRole('button', { name: 'Put it on P1' })).toBeEnabled();
  const [first] = school.curve.points;
  const data = { assignmentId: school.curve.id, proofPointId: first?.id, captureId, baseVersion: 0 };
  const prepared = { framing: { kind: 'whole' }, marks: [] };
  await page.request.put(`/api/evidence/${randomUUID()}`, { data: { ...data, ...prepared }, headers });
  await dialog.getByRole('button', { name: 'Put it on P1' }).click();
  const point = dialog.getByLabel('Proof point with room');
  await expect(point).toHaveValue('');
  await expect(dialog.getByRole('button', { name: 'Put it on …' })).toBeDisabled();
  await point.selectOption({ label: 'P2 The gaugings' });
  await expect(dialog.getByRole('button', { name: 'Put it on P2' })).toBeEnabled();
});

test('after handing in the sheet says so', async ({ page, school }) => {
  await handInOne(page, school, school.student);
  await page.goto(`/assignments/${school.single.id}`);
  await expect(page.getByTestId('handed-in')).toContainText(/Handed in .*20\d\d, \d\d:\d\d/);
  await expect(page.getByText('You have handed in; one hand-in is allowed.')).toBeVisible();
});

test('a capture is kept for later without an assignment, and put on a proof point from there', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await page.goto('/');
  await page.getByRole('heading', { name: 'Assignments' }).waitFor();
  await copyPicture(page, await testPicture(400, 300));
  await page.keyboard.press('ControlOrMeta+v');
  await page.getByRole('button', { name: 'Keep it among the captures' }).click();
  await expect(page.getByText('The picture is among your captures.')).toBeVisible();
  await page.getByRole('link', { name: 'Captures', exact: true }).click();
  await page.getByRole('button', { name: /^Open / }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Assignment').selectOption({ label: 'Rating curve' });
  await dialog.getByLabel('Proof point with room').selectOption({ label: 'P2 The gaugings' });
  await expectClean(page, 'a capture that is put on a proof point');
  await dialog.getByRole('button', { name: 'Put it on P2' }).click();
  await page.getByRole('dialog').getByText('P2').first().waitFor();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('figure').filter({ hasText: 'saved' })).toContainText('P2.png');
  await page.getByRole('button', { name: /^More for/ }).click();
  await page.getByRole('link', { name: 'Show its capture' }).click();
  await expect(page.getByRole('dialog').getByText('Where it is used')).toBeVisible();
});

test('who signs out is told what is not handed in and not sent, and goes there or goes', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.curve);
  await addByDrop(page, 400, 300, 'Escape');
  await expect(page.locator('[data-status=saved]')).toHaveCount(1);
  const leave = page.getByRole('button', { name: 'Sign out' });
  await leave.click();
  const dialog = page.getByRole('dialog', { name: 'Before you sign out' });
  await expect(dialog).toContainText(
    'Not handed in: pictures for 1 of 2 proof points, the statement is not written.',
  );
  await expect(dialog.getByRole('button', { name: 'Stay' })).toBeFocused();
  await expectClean(page, 'before signing out');
  await page.keyboard.press('Escape');
  await expect(leave).toBeFocused();
  await page.goto('/');
  await expect(page.getByText('pictures for 1 of 2 proof points, no statement')).toBeVisible();
  await leave.press('Enter');
  await dialog.getByRole('link', { name: 'Rating curve' }).press('Enter');
  await expect(page.locator('[data-status=saved]')).toHaveCount(1);
  // What waits in the browser is told even while the server cannot be reached.
  await school.stop();
  await addByDrop(page, 300, 200, 'Escape');
  await expect(page.locator('[data-status=waiting]')).toHaveCount(1);
  await leave.click();
  await expect(dialog).toContainText('One thing you made in this browser has not been sent.');
  await dialog.getByRole('button', { name: 'Stay' }).click();
  await school.start();
  await expect(page.locator('[data-status=saved]')).toHaveCount(2);
  await leave.click();
  await dialog.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByLabel('E-mail')).toBeFocused();
});
