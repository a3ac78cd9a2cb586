import { expectClean } from '../fixtures/axe.ts';
import { handInCurve } from '../fixtures/handIns.ts';
import { expect, signIn, test } from '../fixtures/school.ts';
import { pictureSeen } from '../fixtures/seen.ts';

test('a must-show is dropped for all: shown before, kept with its reason, and the receipt stays', async ({
  page,
  school,
}) => {
  const handInId = await handInCurve(page, school);
  const receiptOf = async () => (await (await page.request.get(`/api/hand-ins/${handInId}`)).json()).receipt;
  const receipt = await receiptOf();
  await signIn(page, school, school.instructor);
  await page.goto(`/hand-ins/${handInId}/review`);
  await page.getByTestId('stage').waitFor();
  await pictureSeen(page);
  await page.keyboard.press('1');
  await page.keyboard.press('3');
  await expect(page.getByTestId('points')).toHaveText('1 of 3.25');
  await expect(page.getByText('kept in this browser, not sent yet')).toHaveCount(0);

  await page.goto(`/assignments/${school.curve.id}/hand-ins`);
  await page.getByRole('button', { name: 'Correct for all' }).click();
  const dialog = page.getByRole('dialog', { name: 'Correct a must-show for all' });
  await dialog.getByLabel('Must-show').selectOption({ label: 'P1 a, both axes labelled (1)' });
  await dialog.getByLabel('Reason').fill('The program could not show it.');
  await dialog.getByLabel('Reason').press('Enter');
  await expect(dialog.getByText('The points of 1 hand-in change:')).toBeVisible();
  await expect(dialog).toContainText('1 → 0');
  await expectClean(page, 'correcting for all');
  await dialog.getByRole('button', { name: 'Correct for all' }).click();
  await expect(page.getByText('Corrected for all. Receipts stay as they were.')).toBeVisible();
  await page.goto(`/hand-ins/${handInId}/review`);
  await expect(page.getByTestId('points')).toHaveText('0 of 2.25');

  // Taken back the same way.
  await page.goto(`/assignments/${school.curve.id}/hand-ins`);
  await page.getByRole('button', { name: 'Correct for all' }).click();
  await expect(dialog.getByRole('list', { name: 'Corrections so far' })).toContainText('counts no more');
  await dialog.getByRole('radio', { name: 'as it was written' }).check();
  await dialog.getByLabel('Reason').fill('It could after all.');
  await dialog.getByRole('button', { name: 'See what it changes' }).click();
  await expect(dialog).toContainText('0 → 1');
  await dialog.getByRole('button', { name: 'Correct for all' }).click();
  await expect(dialog).toHaveCount(0);
  await signIn(page, school, school.student);
  expect(await receiptOf()).toEqual(receipt);
});

test('one student gets other times: what they mean is shown before, and they hold for nobody else', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.closed.id}/hand-ins`);
  await page.getByRole('button', { name: `Other times for ${school.student.name}` }).click();
  const dialog = page.getByRole('dialog', { name: `Other times for ${school.student.name}` });
  const due = dialog.getByLabel('Due', { exact: true });
  // A due time before the opening is refused with what to do.
  await due.fill('2020-01-01T10:00');
  await dialog.getByLabel('Reason').fill('Was ill.');
  await dialog.getByRole('button', { name: 'See what it changes' }).click();
  await expect(dialog.getByRole('alert')).toContainText('The due time lies before the opening.');
  await due.fill('2099-01-01T10:00');
  await dialog.getByLabel('Attempts').fill('2');
  await dialog.getByRole('button', { name: 'See what it changes' }).click();
  await expect(dialog).toContainText('→ Thu 1 Jan 2099, 10:00');
  await expect(dialog).toContainText('Attempts: 1 → 2');
  await expectClean(page, 'granting other times');
  await dialog.getByRole('button', { name: 'Grant it' }).click();
  await expect(dialog).toHaveCount(0);
  await signIn(page, school, school.student);
  await page.goto(`/assignments/${school.closed.id}`);
  await expect(page.getByText('The next picture goes to')).toBeVisible();
  await signIn(page, school, school.classmate);
  await page.goto(`/assignments/${school.closed.id}`);
  await expect(page.getByText('This assignment is closed.')).toBeVisible();
});

test('what a colleague grants while one writes is not taken back by a field that one did not touch', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.closed.id}/hand-ins`);
  await page.getByRole('button', { name: `Other times for ${school.student.name}` }).click();
  const dialog = page.getByRole('dialog', { name: `Other times for ${school.student.name}` });
  await dialog.getByLabel('Due', { exact: true }).fill('2099-01-01T10:00');
  const terms = `/api/assignments/${school.closed.id}/terms/${school.student.id}`;
  const theirs = await page.request.post(terms, {
    data: { id: crypto.randomUUID(), grant: { attempts: 3 }, reason: 'Agreed.', baseVersion: 0 },
    headers: { Origin: school.address },
  });
  expect(theirs.ok()).toBe(true);
  // Connected again, the page reads what there is now.
  await expect(async () => {
    await page.evaluate(() => window.dispatchEvent(new Event('online')));
    await expect(dialog.getByRole('list', { name: 'Granted so far' })).toContainText('Agreed.', {
      timeout: 1000,
    });
  }).toPass();
  await dialog.getByLabel('Reason').fill('Was ill.');
  await dialog.getByRole('button', { name: 'See what it changes' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Somebody else granted this student something');
  await expect(dialog.getByLabel('Attempts')).toHaveValue('3');
  await expect(dialog.getByLabel('Due', { exact: true })).toHaveValue('2099-01-01T10:00');
  await expect(dialog.getByLabel('Reason')).toHaveValue('Was ill.');
  await dialog.getByRole('button', { name: 'See what it changes' }).click();
  await expect(dialog).toContainText('→ Thu 1 Jan 2099, 10:00');
  await expect(dialog).not.toContainText('Attempts:');
  await dialog.getByRole('button', { name: 'Grant it' }).click();
  await expect(dialog).toHaveCount(0);
  expect((await (await page.request.get(terms)).json()).terms).toMatchObject({ attempts: 3 });
});
