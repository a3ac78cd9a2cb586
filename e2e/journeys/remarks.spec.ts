import { readFile } from 'node:fs/promises';
import { expectClean } from '../fixtures/axe.ts';
import { expectBegun } from '../fixtures/dialogs.ts';
import { handInOne } from '../fixtures/handIns.ts';
import { hold } from '../fixtures/held.ts';
import { intercept } from '../fixtures/intercept.ts';
import { expectInOrder } from '../fixtures/layout.ts';
import { loseNext } from '../fixtures/lost.ts';
import { copyPicture, testPicture } from '../fixtures/pictures.ts';
import { expect, signIn, test } from '../fixtures/school.ts';
import { openReview, pictureSeen } from '../fixtures/seen.ts';

test('a remark on a box that is drawn, with a sign, about a must-show; changed to a ring by keys; Escape leaves it', async ({
  page,
  school,
}) => {
  const handInId = await handInOne(page, school, school.student);
  await openReview(page, school, handInId);
  const surface = await page.locator('[data-scale]').first().boundingBox();
  if (!surface) throw new Error('The picture has no place.');
  const at = (x: number, y: number): [number, number] => [
    Math.round(surface.x + ((x + 0.5) * surface.width) / 320),
    Math.round(surface.y + ((y + 0.5) * surface.height) / 200),
  ];
  await page.mouse.click(...at(100, 100));
  // Typing goes on after a choice by pointer; where a choice has the focus by keys, no verdict comes of a digit.
  await page.keyboard.type('Which');
  await page.getByRole('radio', { name: 'Box' }).click();
  await page.keyboard.type(' unit');
  await page.getByRole('radio', { name: 'about a' }).press('1');
  await page.mouse.move(...at(40, 50));
  await page.mouse.down();
  await page.mouse.move(...at(80, 60), { steps: 3 });
  await page.mouse.move(...at(139, 89), { steps: 3 });
  await page.mouse.up();
  await page.getByLabel('Remark at 40, 50').press('End');
  await expect(page.getByLabel('Width', { exact: true })).toHaveValue('100');
  await expect(page.getByLabel('Height', { exact: true })).toHaveValue('40');
  await page.keyboard.type(' is it?');
  await page.getByRole('radio', { name: 'query' }).click();
  await page.getByRole('radio', { name: 'about a' }).click();
  await expect(page.getByTestId('points')).toContainText('–');
  await expectClean(page, 'a remark that is being written');
  await page.getByRole('button', { name: /^Save/ }).click();
  const line = page.getByRole('listitem').filter({ hasText: 'Which unit is it?' });
  await expect(line).toContainText('query');
  await expect(page.locator('[data-remark="1"]')).toHaveAccessibleName('Remark 1: query: Which unit is it?');

  // By keys alone: another shape, another size, a pixel to the right.
  await line.getByRole('button', { name: 'Change this remark' }).press('Enter');
  await page.getByRole('radio', { name: 'Box' }).press('ArrowRight');
  await page.getByLabel('Width', { exact: true }).fill('60');
  await page.getByLabel('Remark at 40, 50').press('Alt+ArrowRight');
  await page.getByLabel('Remark at 41, 50').press('Control+Enter');
  await expect(page.getByRole('radio', { name: 'Ring' })).toHaveCount(0);
  // The form is gone at once; what it held is on its way.
  await expect
    .poll(async () => {
      const review = await (await page.request.get(`/api/hand-ins/${handInId}/review`)).json();
      return review.judgement.remarks;
    })
    .toMatchObject([
      { shape: 'ring', x: 41, y: 50, width: 60, height: 40, sign: 'query', text: 'Which unit is it?' },
    ]);

  // Only a sign, without words; Escape keeps it as a draft that is not saved.
  await page.mouse.click(...at(200, 150));
  await page.getByRole('radio', { name: 'right' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('list', { name: 'Remarks that are not saved' })).toContainText('right');
  await page.reload();
  await page.getByRole('button', { name: 'Go on' }).click();
  await page.getByLabel('Remark at 200, 150').press('Control+Enter');
  await expect(page.locator('[data-remark="2"]')).toHaveAccessibleName('Remark 2: right');
  await expectInOrder(page, 'remarks');
});

test('where the browser keeps nothing beside the work, a remark is written and answered all the same', async ({
  page,
  school,
}) => {
  const handInId = await handInOne(page, school, school.student);
  await page.addInitScript(() => {
    Storage.prototype.setItem = () => {
      throw new DOMException('It is full.', 'QuotaExceededError');
    };
  });
  await openReview(page, school, handInId);
  await page.keyboard.press('r');
  await page.getByRole('textbox', { name: /Remark at/ }).waitFor();
  await page.keyboard.type('Label the axis.');
  await page.keyboard.press('Control+Enter');
  await expect(page.locator('[data-remark="1"]')).toBeVisible();
  await page.keyboard.press('1');
  await page.getByRole('button', { name: /^Release to/ }).click();
  await expect(page.getByText(/^Released /).first()).toBeVisible();
  await signIn(page, school, school.student);
  await page.goto(`/hand-ins/${handInId}`);
  await page.getByRole('button', { name: 'Answer …' }).click();
  await page.keyboard.type('Done.');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('list', { name: 'Answers' }).getByText('Done.')).toBeVisible();
});

test('what is typed right after saving a remark is the page’s; one that is not taken comes back with its words', async ({
  page,
  school,
}) => {
  const handInId = await handInOne(page, school, school.student);
  await openReview(page, school, handInId);
  const letGo = await hold(page, '**/remarks/*');
  await page.keyboard.press('r');
  const field = page.getByRole('textbox', { name: /Remark at/ });
  await field.waitFor();
  await page.keyboard.type('Label the axis.');
  await page.keyboard.press('Control+Enter');
  await page.keyboard.press('1');
  // The verdict is given while the remark is still on its way, which is said.
  await expect(page.getByRole('button', { name: /^Release to/ })).toBeEnabled();
  await expect(page.getByText('being saved: Label the axis.')).toBeVisible();
  await expect(field).toHaveCount(0);
  letGo();
  await expect(page.locator('[data-remark="1"]')).toHaveAccessibleName('Remark 1: Label the axis.');
  await expect(page.getByText('being saved:')).toHaveCount(0);
  await expect(page.getByRole('list', { name: 'Remarks that are not saved' })).toHaveCount(0);

  await page.unroute('**/remarks/*');
  await intercept(page, '**/remarks/*', (route) => route.abort());
  await page.keyboard.press('r');
  await field.waitFor();
  await page.keyboard.type('And its unit.');
  await page.keyboard.press('Control+Enter');
  await expect(field).toHaveValue('And its unit.');
  await page.unroute('**/remarks/*');
  await page.keyboard.press('Control+Enter');
  await expect(page.locator('[data-remark="2"]')).toHaveAccessibleName('Remark 2: And its unit.');
  await page.reload();
  await expect(page.locator('[data-remark="2"]')).toBeVisible();
  await expect(page.getByRole('list', { name: 'Remarks that are not saved' })).toHaveCount(0);
});

test('whoever goes on while a remark is being saved finds it where it was made, and not on the next hand-in', async ({
  page,
  school,
}) => {
  const handIns = [
    await handInOne(page, school, school.student),
    await handInOne(page, school, school.classmate),
  ];
  await openReview(page, school, String(handIns[0]));
  const letGo = await hold(page, '**/remarks/*');
  await page.getByRole('button', { name: 'To the whole hand-in' }).click();
  await page.getByRole('textbox', { name: 'Remark to the whole hand-in' }).waitFor();
  await page.keyboard.type('Label the axis.');
  await page.keyboard.press('Control+Enter');
  await page.keyboard.press('n');
  await expect(page).toHaveURL(new RegExp(`${handIns[1]}/review`));
  await expect(page.getByRole('heading', { level: 1 })).toContainText(school.classmate.name);
  await pictureSeen(page);
  letGo();
  // It is known to be there when the browser lets go of its words.
  const kept = () =>
    page.evaluate(() => Object.keys(localStorage).filter((key) => key.startsWith('nachweis-remark/')).length);
  await expect.poll(kept).toBe(0);
  // Not asked again and again: the next reading of this hand-in would put it right.
  expect(await page.getByRole('region', { name: 'Remarks' }).textContent()).not.toContain('Label the axis.');
  await page.goto(`/hand-ins/${handIns[0]}/review`);
  await expect(page.getByRole('region', { name: 'Remarks' })).toContainText('Label the axis.');
  await expect(page.getByRole('list', { name: 'Remarks that are not saved' })).toHaveCount(0);
});

test('words that are kept are found by typing; a remark is given to others after each place was seen, and that is undone', async ({
  page,
  school,
}) => {
  const other = await handInOne(page, school, school.classmate);
  const handInId = await handInOne(page, school, school.student);
  await openReview(page, school, handInId);
  await page.keyboard.press('r');
  await page.getByRole('textbox', { name: /Remark at/ }).waitFor();
  await page.keyboard.type(`Label the axis, ${school.student.name}.`);
  await page.getByRole('button', { name: 'Keep these words' }).click();
  await page.getByRole('textbox', { name: /Remark at/ }).fill('axi');
  // The name became a field, and is this student's again.
  const offered = page.getByRole('list', { name: 'Words that were used before' });
  await expect(offered).toContainText('Label the axis, {student}.');
  await offered.getByRole('button', { name: /^Label/ }).click();
  const field = page.getByRole('textbox', { name: /Remark at/ });
  await expect(field).toBeFocused();
  await expect(field).toHaveValue(`Label the axis, ${school.student.name}.`);
  await field.press('Control+Enter');

  await page.getByRole('button', { name: 'Give this remark to others too' }).click();
  const dialog = page.getByRole('dialog', { name: 'Give this remark to others' });
  await expectBegun(dialog);
  await expect(dialog.getByRole('textbox')).toHaveValue('Label the axis, {student}.');
  await expect(dialog.getByRole('checkbox')).toHaveCount(1);
  await expect(dialog.locator('img')).toBeVisible();
  await expectClean(page, 'giving a remark to others');
  await dialog.getByRole('checkbox').check();
  // The first answer is lost on the way: given once more, it is there once.
  await loseNext(page, '**/api/assignments/*/remarks');
  await dialog.getByRole('button', { name: 'Give it to 1' }).click();
  await dialog.getByRole('alert').waitFor();
  await dialog.getByRole('button', { name: 'Give it to 1' }).click();
  const remarksOf = async (id: string) =>
    (await (await page.request.get(`/api/hand-ins/${id}/review`)).json()).judgement.remarks;
  const undo = page.getByRole('button', { name: 'Undo' });
  await undo.waitFor();
  expect(await remarksOf(other)).toMatchObject([
    { text: `Label the axis, ${school.classmate.name}.`, x: 160 },
  ]);
  await undo.click();
  await expect(page.getByText('Taken away from 1 hand-in again.')).toBeVisible();
  expect(await remarksOf(other)).toEqual([]);
  expect(await remarksOf(handInId)).toHaveLength(1);
});

test('what the student will see is seen before it is released; the student answers at the place, and either settles it', async ({
  page,
  school,
  browser,
}) => {
  const handInId = await handInOne(page, school, school.student);
  await openReview(page, school, handInId);
  await page.keyboard.press('1');
  await page.keyboard.press('r');
  await page.getByRole('textbox', { name: /Remark at/ }).fill('Which unit?');
  await page.getByRole('button', { name: /^Save/ }).click();
  await page.getByRole('link', { name: 'As the student sees it' }).click();
  await expect(page.getByText(`This is what ${school.student.name} sees once it is released.`)).toBeVisible();
  await expect(page.getByText('Which unit?')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Answer …' })).toHaveCount(0);
  await expect(page.getByText(/^Released /)).toHaveCount(0);
  await expectClean(page, 'as the student sees it');
  await page.getByRole('link', { name: 'Back to judging' }).click();
  await page.getByRole('button', { name: /Release to/ }).click();
  await expect(page.getByText(/^Released /).first()).toBeVisible();

  const context = await browser.newContext({
    baseURL: school.address,
    viewport: { width: 390, height: 844 },
  });
  const student = await context.newPage();
  await signIn(student, school, school.student);
  await student.goto(`/hand-ins/${handInId}`);
  await student.getByRole('button', { name: 'Answer …' }).click();
  await student.keyboard.type('Metres, as');
  await student.reload();
  // What was begun is there again.
  await expect(student.getByRole('textbox', { name: 'Answer' })).toHaveValue('Metres, as');
  // Nobody else at the same browser finds it under their own name.
  await signIn(student, school, school.instructor);
  await student.goto(`/hand-ins/${handInId}/review`);
  await student.locator('[data-remark="1"]').click();
  await expect(student.getByRole('button', { name: 'Answer …' })).toBeVisible();
  await expect(student.getByText('Metres, as')).toHaveCount(0);
  await signIn(student, school, school.student);
  await student.goto(`/hand-ins/${handInId}`);
  await student.getByRole('textbox', { name: 'Answer' }).fill('Metres, as the axis says.');
  await student.getByRole('textbox', { name: 'Answer' }).press('Control+Enter');
  await expect(student.getByRole('list', { name: 'Answers' })).toContainText('Metres, as the axis says.');
  await expectClean(student, 'an answered remark at 390 px');
  await expectInOrder(student, 'an answered remark at 390 px');

  await page.goto(`/assignments/${school.single.id}/hand-ins`);
  await expect(page.getByText('1 answer to remarks')).toBeVisible();
  await page.goto(`/hand-ins/${handInId}/review`);
  await expect(page.getByRole('list', { name: 'Answers' })).toContainText(school.student.name);
  await page.getByRole('button', { name: 'Settle it' }).click();
  await expect(page.getByRole('button', { name: 'Open it again' })).toBeVisible();
  await page.goto(`/assignments/${school.single.id}/hand-ins`);
  await expect(page.getByRole('link', { name: 'Ödegård, Elin' })).toBeVisible();
  await expect(page.getByText('answer to remarks')).toHaveCount(0);
  await student.reload();
  await expect(student.getByText(/: settled$/)).toBeVisible();
  await context.close();
});

test('remarks go out as Web Annotations and come in again, all of them or none', async ({ page, school }) => {
  const handInId = await handInOne(page, school, school.student);
  await openReview(page, school, handInId);
  await page.keyboard.press('r');
  await page.getByRole('textbox', { name: /Remark at/ }).fill('Which unit?');
  await page.getByRole('radio', { name: 'Ring' }).click();
  await page.getByRole('radio', { name: 'query' }).click();
  await page.getByRole('button', { name: /^Save/ }).click();
  await page.locator('[data-remark="1"]').waitFor();
  await page.getByText('Remarks as a file').click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save them' }).click(),
  ]);
  const text = await readFile(await download.path(), 'utf8');
  expect(JSON.parse(text).items[0].target.selector.type).toBe('SvgSelector');

  const bring = (content: string) =>
    page.getByLabel('A file of remarks').setInputFiles({
      name: 'remarks.jsonld',
      mimeType: 'application/ld+json',
      buffer: Buffer.from(content),
    });
  await page.getByRole('button', { name: 'Take this remark away' }).click();
  await expect(page.locator('[data-remark]')).toHaveCount(0);
  const outside = text.replace(/cx=\\"\d+/, 'cx=\\"9000');
  expect(outside).not.toBe(text);
  await bring(outside);
  await expect(page.getByText('items[0].target: this place is outside of its picture.')).toBeVisible();
  await bring(text);
  await expect(page.getByText('One remark was brought in.')).toBeVisible();
  await expect(page.locator('[data-remark="1"]')).toHaveAccessibleName('Remark 1: query: Which unit?');
  await page
    .getByRole('listitem')
    .filter({ hasText: 'One remark was brought in.' })
    .getByRole('button', { name: 'Undo' })
    .click();
  await expect(page.locator('[data-remark]')).toHaveCount(0);
});

test('a picture is pasted into a remark and kept while it is written, given without words, and seen large by its student', async ({
  page,
  school,
}) => {
  const handInId = await handInOne(page, school, school.student);
  await openReview(page, school, handInId);
  await page.getByRole('button', { name: 'To the whole hand-in' }).click();
  await page.keyboard.type('So it');
  await copyPicture(page, await testPicture(300, 200));
  await page.keyboard.press('Control+v');
  const form = page.locator('form').filter({ has: page.getByLabel('Remark to the whole hand-in') });
  await expect(form.getByAltText('To be shown with this remark')).toBeVisible();
  // The page takes it as nothing else.
  await expect(page).toHaveURL(/review/);
  await page.keyboard.type(' should look.');
  await page.reload();
  await expect(form.getByAltText('To be shown with this remark')).toBeVisible();
  await expect(page.getByLabel('Remark to the whole hand-in')).toHaveValue('So it should look.');
  await expectClean(page, 'a remark with a picture');
  await page.getByLabel('Remark to the whole hand-in').press('Control+Enter');
  const saved = page.getByRole('listitem').filter({ hasText: 'So it should look.' });
  await expect(saved.getByAltText('Shown with the remark')).toBeVisible();

  // What is no picture is refused, and the words stay.
  await page.getByRole('button', { name: 'To the whole hand-in' }).click();
  await page.keyboard.type('Another one');
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Picture …' }).click(),
  ]);
  await chooser.setFiles({ name: 'a.png', mimeType: 'image/png', buffer: Buffer.from('no picture') });
  await expect(form.getByRole('alert')).toContainText('is not a picture');
  await expect(page.getByLabel('Remark to the whole hand-in')).toHaveValue('Another one');
  await page.getByRole('button', { name: 'Discard' }).click();

  await page.keyboard.press('1');
  await page.getByRole('button', { name: /^Release to/ }).click();
  await expect(page.getByText(/^Released\. /)).toBeVisible();
  await signIn(page, school, school.student);
  await page.goto(`/hand-ins/${handInId}`);
  await page.getByRole('button', { name: /^Show large:/ }).press('Enter');
  const large = page.getByRole('dialog', { name: 'Shown with the remark' });
  await expect(large.getByRole('img', { name: 'Shown with the remark' }).first()).toBeVisible();
  await expectClean(page, 'the picture of a remark');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: /^Show large:/ })).toBeFocused();
});
