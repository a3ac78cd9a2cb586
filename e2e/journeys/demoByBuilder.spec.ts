import { createHash, randomUUID } from 'node:crypto';
import type { AssignmentDefinition, PointDefinition, References, WorkFiles } from '@nachweis/contract';
import { formatPoints, wallTimeOf } from '@nachweis/core';
import { demoAssignments, gaugeFile, ratingReferences } from '@nachweis/demo';
import type { Locator, Page } from '@playwright/test';
import sharp from 'sharp';
import { expectClean } from '../fixtures/axe.ts';
import { expect, openCourse, signIn, test } from '../fixtures/school.ts';

const ZONE = 'Europe/Berlin';
/** A time of the day so many days from now, as the demo counts them. */
const day = (offset: number, hourUtc: number): string => {
  const at = new Date(Date.now() + offset * 86_400_000);
  at.setUTCHours(hourUtc, 0, 0, 0);
  return at.toISOString();
};
const wall = (at: string | null): string => (at === null ? '' : wallTimeOf(at, ZONE));

/** Without ids, which are everywhere others. */
const bare = (value: unknown): unknown =>
  JSON.parse(JSON.stringify(value, (key, inner) => (key === 'id' ? undefined : inner)));

async function writePoint(point: Locator, n: number, written: PointDefinition): Promise<void> {
  await point.getByLabel('Title', { exact: true }).fill(written.title);
  await point.getByLabel('What to do').fill(written.instructions);
  for (const [j, { text, units }] of written.mustShows.entries()) {
    const letter = String.fromCharCode(97 + j);
    if (j > 0) await point.getByRole('button', { name: 'Add what must be seen' }).click();
    await point.getByLabel(`P${n} ${letter}, what must be seen`).fill(text);
    await point.getByLabel(`P${n} ${letter}, points`).fill(formatPoints(units));
  }
  await point.getByText('What a picture of it has to be').click();
  if (written.minSize) {
    await point.getByLabel('Least width in pixels').fill(String(written.minSize.width));
    await point.getByLabel('Least height in pixels').fill(String(written.minSize.height));
  }
  if (written.words) await point.getByLabel(/^Words that must be readable/).fill(written.words.join('\n'));
  await point.getByLabel('Every must-show has to be pinned').setChecked(written.needsPins ?? false);
}

/** Writes an assignment as an instructor would who has it on paper before them. */
async function write(page: Page, definition: AssignmentDefinition): Promise<void> {
  const field = (label: string) => page.getByLabel(label, { exact: true }).first();
  await field('Title').fill(definition.title);
  await page.getByLabel('Brief').fill(definition.brief);
  for (const [index, written] of definition.points.entries()) {
    if (index > 0) await page.getByRole('button', { name: 'Add a proof point' }).click();
    const point = page.getByRole('listitem', { name: `Proof point P${index + 1}` });
    await writePoint(point, index + 1, written);
  }
  for (const [index, { title, levels }] of (definition.criteria ?? []).entries()) {
    await page.getByRole('button', { name: 'Add a criterion' }).click();
    const criterion = page.getByRole('group', { name: `Criterion ${index + 1}` });
    await criterion.getByLabel(/what is judged/).fill(title);
    const missing = levels.length - (await criterion.getByLabel(/what it takes/).count());
    for (let more = 0; more < missing; more++)
      await criterion.getByRole('button', { name: 'Add a level' }).click();
    for (const [j, { text, units }] of levels.entries()) {
      await criterion.getByLabel(new RegExp(`level ${j + 1}, what it takes`)).fill(text);
      await criterion.getByLabel(new RegExp(`level ${j + 1}, points`)).fill(formatPoints(units));
    }
  }
  await field('Opens').fill(wall(definition.opensAt));
  await field('Due').fill(wall(definition.dueAt));
  await page.getByLabel('Taken late until').fill(wall(definition.lateUntil));
  await field('Hand-ins allowed').fill(String(definition.attempts));
  const { lateRule } = definition;
  if (lateRule && lateRule.takes.kind === 'percent') {
    await page.getByLabel('It costs').selectOption('percent');
    await page.getByLabel('Percent each').fill(String(lateRule.takes.percent));
    await page.getByLabel('For each').selectOption(lateRule.per);
    await page.getByLabel('Minutes that are free').fill(String(lateRule.graceMinutes));
    await page.getByLabel('Percent that stay').fill(String(lateRule.floorPercent));
  }
  await page.getByLabel('An own statement is asked for').setChecked(definition.statementPrompt !== null);
  if (definition.statementPrompt !== null)
    await page.getByLabel('What the statement is to answer').fill(definition.statementPrompt);
  await page.getByLabel('How pictures are named').fill(definition.nameRule);
}

const hashOfPixels = async (bytes: Buffer) =>
  createHash('sha256')
    .update(await sharp(bytes).ensureAlpha().raw().toBuffer())
    .digest('hex');

/** The reference pictures that the demo adds to its rating curve are added by hand, and are the same. */
async function addReferences(page: Page, assignmentId: string): Promise<void> {
  const panel = page.getByRole('region', { name: 'Reference pictures' });
  const wanted = ratingReferences();
  for (const { point, png, caption, shown } of wanted) {
    await panel.getByRole('button', { name: `Add a picture to P${point + 1}` }).click();
    const dialog = page.getByRole('dialog', { name: `Reference picture for P${point + 1}` });
    await dialog.getByLabel('What is right in it').fill(caption);
    await dialog
      .getByLabel('A file, or paste one')
      .setInputFiles({ name: 'reference.png', mimeType: 'image/png', buffer: png });
    await expect(dialog.getByAltText('Chosen for the reference')).toBeVisible();
    await dialog.getByLabel('Students see it on their sheet').setChecked(shown);
    await dialog.getByRole('button', { name: 'Add it' }).click();
    await expect(dialog).toBeHidden();
  }
  const url = `/api/assignments/${assignmentId}`;
  const { definition } = await (await page.request.get(`${url}/definition`)).json();
  const { pictures }: References = await (await page.request.get(`${url}/references`)).json();
  const made = await Promise.all(
    pictures.map(async ({ proofPointId, caption, shown, href }) => ({
      point: definition.points.findIndex(({ id }: PointDefinition) => id === proofPointId),
      caption,
      shown,
      hash: await hashOfPixels(await (await page.request.get(href)).body()),
    })),
  );
  const asDemo = wanted.map(async ({ point, png, caption, shown }) => ({
    point,
    caption,
    shown,
    hash: await hashOfPixels(png),
  }));
  expect(made).toEqual(await Promise.all(asDemo));
}

/** The file that the demo gives along to fill the gap with is added by hand, and is the same. */
async function addFile(page: Page, assignmentId: string): Promise<void> {
  const { name, bytes } = gaugeFile();
  const panel = page.getByRole('region', { name: 'Files of the assignment' });
  await panel.getByLabel('Add files').setInputFiles({ name, mimeType: 'text/csv', buffer: bytes });
  await expect(panel.getByRole('listitem')).toHaveCount(1);
  const { files }: WorkFiles = await (
    await page.request.get(`/api/assignments/${assignmentId}/work-files`)
  ).json();
  expect(files.map((file) => file.name)).toEqual([name]);
  const [made] = files;
  expect((await (await page.request.get(made?.href ?? '')).body()).equals(bytes)).toBe(true);
}

for (const [name, definition] of Object.entries(demoAssignments(day)))
  test(`the demo’s assignment “${name}” is made with the builder alone, and is the same`, async ({
    page,
    school,
  }) => {
    await signIn(page, school, school.instructor);
    await openCourse(page);
    await page.getByRole('link', { name: 'New assignment' }).click();
    await write(page, definition);
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page).toHaveURL(/\/assignments\/[0-9a-f-]{36}\/edit$/);
    const madeId = page.url().split('/').at(-2) ?? '';
    const read = async (id: string) =>
      (await (await page.request.get(`/api/assignments/${id}/definition`)).json()).definition;
    const made = await read(madeId);
    // What the demo itself enters, on the same server.
    const { courseId } = (await (await page.request.get('/api/assignments')).json())[0];
    const asDemo = randomUUID();
    const entered = await page.request.post(`/api/courses/${courseId}/assignments`, {
      data: { id: asDemo, definition },
      headers: { Origin: school.address },
    });
    expect(entered.ok()).toBe(true);
    expect(bare(made)).toEqual(bare(await read(asDemo)));
    if (name === 'rating') await addReferences(page, madeId);
    if (name === 'gap') await addFile(page, madeId);
  });

test('a name is tried by the rule before the assignment is saved: what it says, or the smallest change', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.curve.id}/edit`);
  const surname = school.student.name.split(' ').at(-1) ?? '';
  const field = page.getByLabel('Try a name');
  await field.fill(`${surname}_P1.png`);
  await expect(page.getByText(/It is by the rule: .*P1, picture 1\./)).toBeVisible();
  await field.fill(`${surname.slice(0, -1)}_P1.png`);
  await expect(page.getByText(`With one character changed it is “${surname}_P1.png”`)).toBeVisible();
  // Enter does not save what is not changed.
  await field.press('Enter');
  await expect(page.getByText('Saved.')).toBeHidden();
  // What a rule says that no name has, or has twice; and the field that was meant.
  const rule = page.getByLabel('How pictures are named');
  await rule.fill('{surname}: {point}.png');
  await expect(page.getByText('“-” stands in their place.')).toBeVisible();
  await expect(page.getByText('What the name ends with by its format is added by itself.')).toBeVisible();
  await expectClean(page, 'trying a name');
  await rule.fill('{surnam}_{point}');
  await expect(page.getByText('{surnam} is not known. Is {surname} meant?')).toBeVisible();
  await expect(page.getByText('“-” stands in their place.')).toBeHidden();
});
