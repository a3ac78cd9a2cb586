import { askOtherwise, handInOne } from '../fixtures/handIns.ts';
import { hold } from '../fixtures/held.ts';
import { intercept } from '../fixtures/intercept.ts';
import { loseNext } from '../fixtures/lost.ts';
import { addByDrop } from '../fixtures/pictures.ts';
import { expect, openSheet, signIn, test } from '../fixtures/school.ts';
import { openReview } from '../fixtures/seen.ts';

test('a remark that arrived though its answer was lost is there once, and is written on as one’s own', async ({
  page,
  school,
}) => {
  const handInId = await handInOne(page, school, school.student);
  await openReview(page, school, handInId);
  const field = page.getByRole('textbox', { name: /Remark at/ });
  const write = async (words: string) => {
    await page.keyboard.press('r');
    await field.waitFor();
    await page.keyboard.type(words);
    await loseNext(page, '**/remarks/*');
    await page.keyboard.press('Control+Enter');
  };
  await write('Label the axis.');
  // Nothing is done: the page sees by itself that it is there.
  await expect(page.locator('[data-remark="1"]')).toHaveAccessibleName('Remark 1: Label the axis.');
  await expect(page.getByRole('list', { name: 'Remarks that are not saved' })).toHaveCount(0);
  await expect(field).toHaveCount(0);

  // Written on before the page has seen it: what is read of the hand-in waits.
  const letGo = await hold(page, '**/review');
  await write('And its unit');
  await expect(field).toHaveValue('And its unit');
  await field.press('End');
  await page.keyboard.type(', in metres.');
  letGo();
  await expect(page.locator('[data-remark="2"]')).toHaveAccessibleName('Remark 2: And its unit');
  await field.press('Control+Enter');
  await expect(page.locator('[data-remark="2"]')).toHaveAccessibleName('Remark 2: And its unit, in metres.');
  await expect(page.locator('[data-remark="3"]')).toHaveCount(0);
});

test('an answer that is written on after its own answer was lost loses no word; what was not seen is not settled', async ({
  page,
  school,
}) => {
  const handInId = await handInOne(page, school, school.student);
  await openReview(page, school, handInId);
  await page.keyboard.press('r');
  await page.getByRole('textbox', { name: /Remark at/ }).waitFor();
  await page.keyboard.type('Which unit?');
  await page.keyboard.press('Control+Enter');
  await expect(page.locator('[data-remark="1"]')).toBeVisible();
  await page.keyboard.press('1');
  await page.getByRole('button', { name: /^Release to/ }).click();
  await expect(page.getByText(/^Released /).first()).toBeVisible();
  await page.locator('[data-remark="1"]').click();
  await page.getByRole('button', { name: 'Answer …' }).click();
  await page.keyboard.type('See the caption');
  await loseNext(page, '**/thread/*');
  await page.keyboard.press('Control+Enter');
  const answers = page.getByRole('list', { name: 'Answers' });
  await expect(answers).toContainText('See the caption');
  await page.keyboard.type(' of the second picture.');
  await page.keyboard.press('Control+Enter');
  await expect(answers).toContainText('See the caption of the second picture.');

  // The student asks in the moment in which it is settled.
  const { judgement } = await (await page.request.get(`/api/hand-ins/${handInId}/review`)).json();
  const student = await page.context().browser()?.newContext({ baseURL: school.address });
  if (!student) throw new Error('There is no browser.');
  const theirs = await student.newPage();
  await signIn(theirs, school, school.student);
  await intercept(page, '**/live/**', (route) => route.abort());
  await page.reload();
  await answers.waitFor();
  const said = await theirs.request.put(
    `/api/hand-ins/${handInId}/remarks/${judgement.remarks[0].id}/thread/${crypto.randomUUID()}`,
    { data: { text: 'Which caption?' }, headers: { Origin: school.address } },
  );
  expect(said.ok()).toBe(true);
  await page.getByRole('button', { name: 'Settle it' }).click();
  await expect(page.getByText('Something was said here meanwhile.')).toBeVisible();
  await expect(answers).toContainText('Which caption?');
  await page.getByRole('button', { name: 'Settle it' }).click();
  await expect(page.getByRole('button', { name: 'Open it again' })).toBeVisible();
  await student.close();
});

test('a hand-in that arrived though its answer was lost shows its receipt; one more says that it is one more', async ({
  page,
  school,
}) => {
  await askOtherwise(page, school, (definition) => {
    definition.attempts = 3;
  });
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await addByDrop(page, 320, 200, 'Escape');
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  await page.getByRole('button', { name: /^Hand in/ }).click();
  await loseNext(page, '**/hand-ins');
  await page.getByRole('button', { name: 'Hand in now' }).click();
  await expect(page).toHaveURL(/\/hand-ins\/[\da-f-]+$/);
  await expect(page.getByRole('heading', { name: 'Receipt' })).toBeVisible();
  await page.goto(`/assignments/${school.single.id}/hand-in`);
  await expect(page.getByText('H-00001 is handed in already')).toContainText('This is one more.');
  await expect(page.getByText('Hand-in 2 of 3.')).toBeVisible();
});
