import { expectClean } from '../fixtures/axe.ts';
import { drag, openBench, tool } from '../fixtures/bench.ts';
import { expect, serverDraft, signIn, test } from '../fixtures/school.ts';

test('a mark is made bold and lets half of the picture through; the look is kept and new marks have it, also after a reload', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  const marks = async () => (await serverDraft(page, school.curve)).evidence[0]?.marks ?? [];
  const panel = page.getByRole('region', { name: 'The chosen mark' });
  await tool(page, 'Arrow');
  await drag(page, [0.2, 0.2], [0.5, 0.5]);
  await panel.getByLabel('Lines').selectOption('bold');
  await panel.getByLabel('Covers').selectOption('half');
  await panel.getByRole('radio', { name: 'dark' }).press('Space');
  // Of what it does not have nothing is offered.
  await expect(panel.getByLabel('Letters')).toHaveCount(0);
  await expect
    .poll(async () => (await marks())[0])
    .toMatchObject({ kind: 'arrow', weight: 2, opacity: 0.5, ink: '#12343b' });
  await panel.getByRole('button', { name: 'Keep this look for new marks' }).click();
  await page.keyboard.type('1 Flow');
  await page.keyboard.press('Enter');
  await expect(panel.getByRole('button', { name: 'Keep this look for new marks' })).toBeFocused();
  await expect(page.getByLabel('New marks')).toHaveValue(/.+/);
  await expectClean(page, 'the bench, with a look that was kept');
  await expect(page.locator('[data-status=saved]')).toHaveCount(1);
  await page.reload();
  await page.getByRole('button', { name: 'Bench' }).first().click();
  await tool(page, 'Text');
  await expect(page.getByLabel('New marks').locator('option:checked')).toHaveText('1 Flow');
  await page.keyboard.press('Insert');
  await page.keyboard.type('here');
  // A text has no lines: it takes the ink and what else it can have.
  await expect
    .poll(async () => (await marks())[1])
    .toMatchObject({ kind: 'text', text: 'here', ink: '#12343b', opacity: 0.5 });
  expect((await marks())[1]).not.toHaveProperty('weight');
  await page.getByRole('button', { name: 'Keep this look no longer' }).click();
  await expect(page.getByLabel('New marks')).toHaveCount(0);
  // The button that was pressed is gone; keys go on all the same.
  await expect(page.getByRole('application', { name: /to be marked/ })).toBeFocused();
  // One step back undoes one choice.
  await panel.getByLabel('Letters').focus();
  await panel.getByLabel('Letters').selectOption('very large');
  await expect.poll(async () => (await marks())[1]).toMatchObject({ letters: 2.5 });
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await marks())[1]).not.toHaveProperty('letters');
});

test('the list of steps is placed by keys and follows what is written at each', async ({ page, school }) => {
  await openBench(page, school);
  const list = page.getByRole('region', { name: 'Marks' });
  await tool(page, 'Step');
  for (const words of ['open the valve', 'read the gauge']) {
    await page.getByRole('button', { name: 'Put one in the middle' }).click();
    await page.getByLabel('What is seen at this step').fill(words);
  }
  await tool(page, 'Steps’ list');
  await page.getByRole('button', { name: 'Put one in the middle' }).click();
  await expect(list.getByRole('listitem').last()).toHaveText(/^List of the steps/);
  await expect
    .poll(async () =>
      (await serverDraft(page, school.curve)).evidence[0]?.marks.map((mark: { kind: string }) => mark.kind),
    )
    .toEqual(['number', 'number', 'legend']);
  await expectClean(page, 'the bench, with a list of steps');
});

test('the ink of a course is what new marks begin with, and each mark can have another', async ({
  page,
  school,
  browser,
}) => {
  const instructor = await (await browser.newContext({ baseURL: school.address })).newPage();
  await signIn(instructor, school, school.instructor);
  await instructor.goto('/');
  await instructor.getByRole('link', { name: 'Course: Field Data Skills 2' }).click();
  const part = instructor.getByRole('region', { name: 'Ink of marks' });
  await part.getByRole('radio', { name: 'light' }).press('Space');
  await expect(part).toContainText('begin in #fffdf6');
  await expectClean(instructor, 'a course with an ink of its own');
  await openBench(page, school);
  await tool(page, 'Line');
  await expect(page.getByLabel('New marks').locator('option:checked')).toHaveText('in the ink of the course');
  await drag(page, [0.2, 0.2], [0.5, 0.5]);
  await expect
    .poll(async () => (await serverDraft(page, school.curve)).evidence[0]?.marks[0])
    .toMatchObject({ kind: 'line', ink: '#fffdf6' });
  await part.getByRole('button', { name: 'No ink of its own' }).click();
  await expect(part).toContainText('the ink that reads best');
});
