import { randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import type { Page, Route } from '@playwright/test';
import { expectClean } from '../fixtures/axe.ts';
import { handInCurve, handInOne } from '../fixtures/handIns.ts';
import { intercept } from '../fixtures/intercept.ts';
import { expect, openCourse, type School, signIn, test } from '../fixtures/school.ts';
import { openReview, pictureSeen } from '../fixtures/seen.ts';

test('the ledger shows how everybody stands, goes to a hand-in, and is saved as a table', async ({
  page,
  school,
}) => {
  await handInCurve(page, school);
  await signIn(page, school, school.instructor);
  await openCourse(page);
  await page.getByRole('link', { name: 'Ledger' }).click();
  await expect(page.getByRole('row', { name: /Ödegård, Elin/ })).toContainText('waiting');
  await expect(page.getByRole('row', { name: /Szalai, Imre/ })).toContainText('nothing');
  await expectClean(page, 'the ledger');
  await page.getByRole('button', { name: 'Elin Ödegård, Rating curve: waiting' }).click();
  await page.getByRole('link', { name: 'Open the hand-in' }).click();
  await page.getByRole('region', { name: /^Verdicts for/ }).waitFor();
  await expect(page.getByRole('img', { name: /^Picture for the proof point/ })).toBeVisible();
  await pictureSeen(page);
  await page.keyboard.press('Shift+1');
  await page.keyboard.press('ArrowRight');
  await pictureSeen(page);
  await page.keyboard.press('Shift+1');
  await page.getByRole('button', { name: /^Release/ }).click();
  await expect(page.getByRole('button', { name: /^Release/ })).toBeHidden();
  await page.goBack();
  const row = page.getByRole('row', { name: /Ödegård, Elin/ });
  await expect(row).toContainText('3.25');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as a table' }).click(),
  ]);
  const text = await readFile(await download.path(), 'utf8');
  expect(text.charCodeAt(0)).toBe(0xfeff);
  expect(text).toContain('"Ödegård, Elin"');
  expect(text).toContain('3.25');

  await page.getByLabel('Which').selectOption('released');
  await expect(page.getByRole('row', { name: /Szalai, Imre/ })).toBeHidden();
  await expect(page.getByRole('row', { name: /Ödegård, Elin/ })).toBeVisible();

  await page.getByRole('link', { name: 'By proof point: Rating curve' }).press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Rating curve');
  await expect(row.getByRole('cell')).toHaveText(['1.75', '1.5', '3.25']);
  const byPoints = page.getByRole('button', { name: 'P1 The fitted curve' });
  await byPoints.press('Enter');
  const heads = page.getByRole('columnheader', { name: /^P1/ });
  await expect(heads).toHaveAttribute('aria-sort', 'descending');
  await expect(page.getByRole('row').nth(1)).toContainText('Ödegård');
  // Who has nothing stands last in both directions.
  await byPoints.press('Enter');
  await expect(heads).toHaveAttribute('aria-sort', 'ascending');
  await expect(page.getByRole('row').nth(1)).toContainText('Ödegård');
  await page.getByRole('button', { name: 'Elin Ödegård, Rating curve: 3.25' }).press('Enter');
  await expect(page.getByRole('dialog', { name: 'Elin Ödegård: Rating curve' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(
    page.getByRole('img', { name: /Distribution of points: 1 judged, median 3.25 of 3.25/ }),
  ).toBeVisible();
  await expect(page.getByRole('img', { name: /^When they handed in: 1 hand-in, / })).toBeVisible();
  const mustShows = page
    .getByRole('figure')
    .filter({ has: page.getByRole('img', { name: /^Must-shows: 1 judged, least earned: P1a with 100 %/ }) });
  await mustShows.getByText('As a table').click();
  await expect(mustShows.getByRole('row').nth(1)).toContainText('100 %');
  await expect(mustShows.getByRole('row').nth(1)).toContainText('none');
  await expectClean(page, 'the ledger of an assignment with its charts');
});

/** A hand-in all of whose must-shows are shown; an instructor is signed in. */
async function handInAllShown(page: Page, school: School) {
  const handInId = await handInCurve(page, school);
  await signIn(page, school, school.instructor);
  const headers = { Origin: school.address };
  const read = async () => (await page.request.get(`/api/hand-ins/${handInId}/review`)).json();
  const review = await read();
  const ids: string[] = review.assignment.proofPoints
    .flatMap((point: { mustShows: Array<{ id: string }> }) => point.mustShows)
    .map(({ id }: { id: string }) => id);
  const judge = async (verdict: string, some: readonly string[]) => {
    const { verdicts } = (await read()).judgement;
    const given = some.map((id) => [id, { verdict, on: verdicts[id]?.version ?? 0 }]);
    const data = { id: randomUUID(), verdicts: Object.fromEntries(given) };
    const answer = await page.request.put(`/api/hand-ins/${handInId}/verdicts`, { data, headers });
    expect(answer.ok()).toBe(true);
  };
  await judge('shown', ids);
  return { handInId, review, headers, judge, ids };
}

test('a verdict that comes while points are on their way counts below them, and what they are now is said', async ({
  page,
  school,
}) => {
  const { review, judge, ids } = await handInAllShown(page, school);
  await page.goto(`/courses/${review.assignment.courseId}/ledger`);
  await page.getByRole('button', { name: /^Elin Ödegård, Rating curve:/ }).press('Enter');
  const dialog = page.getByRole('dialog', { name: 'Elin Ödegård: Rating curve' });
  await dialog.getByLabel('Points of 3.25').fill('2.75');
  await dialog.getByLabel('Reason').fill('It was late.');
  const meanwhile = async (route: Route) => {
    await judge('partly', ids.slice(0, 1));
    await route.continue();
  };
  await intercept(page, '**/adjustment', meanwhile, { times: 1 });
  await dialog.getByLabel('Reason').press('Enter');
  const told = page.getByText(/^Verdicts were changed meanwhile: Elin Ödegård has /);
  await expect(told).toContainText(/has 2\.\d+ points now, not 2\.75/);
  await expect(dialog.getByLabel('Points of 3.25')).not.toHaveValue('2.75');
});

test('a figure is changed in place with a reason, its release taken back, a student exempt; each with its history', async ({
  page,
  school,
}) => {
  const { handInId, review, headers } = await handInAllShown(page, school);
  await page.request.post(`/api/hand-ins/${handInId}/release`, { headers });
  await page.goto(`/courses/${review.assignment.courseId}/ledger`);

  const figure = page.getByRole('button', { name: /^Elin Ödegård, Rating curve:/ });
  await expect(figure).toHaveText('3.25');
  await figure.press('Enter');
  const dialog = page.getByRole('dialog', { name: 'Elin Ödegård: Rating curve' });
  await dialog.getByLabel('Points of 3.25').fill('2,5');
  await dialog.getByRole('button', { name: 'Change' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Give a reason');
  await dialog.getByLabel('Reason').fill('Handed the probe back late.');
  // Somebody else is quicker: that is told, what was written stays, and the second time it takes the place of theirs.
  await page.request.put(`/api/hand-ins/${handInId}/adjustment`, {
    data: { id: randomUUID(), units: -25, reason: 'By a colleague.', baseVersion: 0 },
    headers,
  });
  await dialog.getByLabel('Reason').press('Enter');
  await expect(dialog.getByRole('alert')).toContainText('Somebody else adjusted these points meanwhile');
  const list = dialog.getByRole('list', { name: 'How the points came about' });
  await expect(list).toContainText('By a colleague.');
  await expect(dialog.getByLabel('Points of 3.25')).toHaveValue('2,5');
  await dialog.getByLabel('Reason').press('Enter');
  const history = dialog.getByRole('list', { name: 'How the points came about' });
  await expect(history.getByRole('listitem').first()).toContainText('Handed the probe back late.');
  await expect(history.getByRole('listitem').first()).toContainText('3 → 2.5');
  await expect(dialog.getByLabel('Points of 3.25')).toHaveValue('2.5');
  await expectClean(page, 'a figure of the ledger');
  const takeBack = dialog.getByRole('button', { name: 'Take the release back …' });
  await takeBack.click();
  // Escape leaves what is asked, and not the figure around it.
  await page.keyboard.press('Escape');
  await expect(takeBack).toBeFocused();
  await takeBack.click();
  await page.keyboard.type('Looked at once more.');
  await page.keyboard.press('Enter');
  await expect(history.getByRole('listitem').first()).toContainText('release taken back');
  await page.keyboard.press('Escape');
  await expect(figure).toBeFocused();
  await expect(figure).toHaveText('2.5not released');

  const missing = page.getByRole('button', { name: 'Imre Szalai, Rating curve: nothing' });
  await missing.click();
  const exempt = page.getByRole('button', { name: 'Exempt …' });
  await exempt.click();
  await page.keyboard.type('Ill');
  await page.keyboard.press('Escape');
  await expect(exempt).toBeFocused();
  await exempt.click();
  await page.keyboard.type('Ill for two weeks.');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Imre Szalai, Rating curve: exempt' })).toBeVisible();
  await signIn(page, school, school.classmate);
  await page.goto('/');
  await expect(page.getByRole('link', { name: /Rating curve/ })).toContainText('exempt');
});

test('points come in as a table: what would change is seen, what is wrong is named, and nothing comes without a reason', async ({
  page,
  school,
}) => {
  const handInId = await handInOne(page, school, school.student);
  await openReview(page, school, handInId);
  await page.keyboard.press('1');
  await expect(page.getByRole('button', { name: /^Release to/ })).toBeEnabled();
  const { assignment } = await (await page.request.get(`/api/hand-ins/${handInId}/review`)).json();
  await page.goto(`/courses/${assignment.courseId}/ledger`);
  await page.getByRole('button', { name: 'Bring in points' }).press('Enter');
  const dialog = page.getByRole('dialog', { name: 'Bring in points' });
  const paste = dialog.getByLabel('The table, pasted');
  await dialog.getByLabel('The file').setInputFiles({
    name: 'points.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('504b030414000600', 'hex'),
  });
  await expect(dialog.getByRole('alert')).toContainText('Save it as CSV there, or copy the cells');
  await paste.fill(`Name,Seat\nnobody,3`);
  await expect(dialog.getByRole('alert')).toContainText('No column is called like an assignment');
  await paste.fill(`E-mail;One picture\n${school.student.email};0,5\nwho@school.example;1`);
  await expect(dialog.getByRole('row', { name: /Ödegård/ })).toContainText('0.5');
  await expect(dialog.getByRole('list', { name: 'What cannot be entered' })).toContainText(
    'Line 3: “who@school.example” is nobody of this course',
  );
  await expectClean(page, 'points as a table');
  await dialog.getByRole('button', { name: 'Change 1 figure' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Give a reason');
  await dialog.getByLabel('Reason').fill('Counted again.');
  // Somebody else is quicker: nothing is entered, and what would change is shown as it is by now.
  await page.request.put(`/api/hand-ins/${handInId}/adjustment`, {
    data: { id: randomUUID(), units: -25, reason: 'By a colleague.', baseVersion: 0 },
    headers: { Origin: school.address },
  });
  await dialog.getByRole('button', { name: 'Change 1 figure' }).press('Enter');
  await expect(dialog.getByRole('alert')).toContainText('Somebody else adjusted these points meanwhile');
  await expect(dialog.getByRole('row', { name: /Ödegård/ }).getByRole('cell')).toHaveText([
    'One picture',
    '0.75',
    '0.5',
  ]);
  await dialog.getByRole('button', { name: 'Change 1 figure' }).press('Enter');
  await expect(dialog).toBeHidden();
  await expect(page.getByRole('button', { name: /^Elin Ödegård, One picture:/ })).toHaveText(
    '0.5not released',
  );
});

test('a figure that is open stays that one when an assignment that is due before it is given', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.instructor);
  await openCourse(page);
  await page.getByRole('link', { name: 'Ledger' }).click();
  await page.getByRole('button', { name: /^Imre Szalai, Rating curve:/ }).click();
  await page.getByRole('button', { name: 'Exempt …' }).click();
  await page.keyboard.type('Ill for');
  const courseId = page.url().split('/').at(-2) ?? '';
  const headers = { Origin: school.address };
  const curve = `/api/assignments/${school.curve.id}/definition`;
  const { definition } = await (await page.request.get(curve)).json();
  const id = randomUUID();
  const opensAt = '2020-01-01T08:00:00.000Z';
  const earlier = { ...definition, title: 'Long ago', opensAt, dueAt: opensAt, lateUntil: null };
  await page.request.post(`/api/courses/${courseId}/assignments`, {
    data: { id, definition: earlier },
    headers,
  });
  await page.request.put(`/api/assignments/${id}/stage`, { data: { stage: 'given' }, headers });
  await expect(page.getByRole('columnheader', { name: /^Long ago/, includeHidden: true })).toHaveCount(1);
  await expect(page.getByRole('dialog', { name: 'Imre Szalai: Rating curve' })).toBeVisible();
  await page.keyboard.type(' a week');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Imre Szalai, Rating curve: exempt' })).toBeVisible();
});

test('a class is released at a set time: the students see nothing before', async ({ page, school }) => {
  const handInId = await handInOne(page, school, school.student);
  await openReview(page, school, handInId);
  await page.keyboard.press('1');
  await expect(page.getByRole('button', { name: /^Release to/ })).toBeEnabled();
  await page.goto(`/assignments/${school.single.id}/hand-ins`);
  await page.getByRole('button', { name: 'Release 1 …' }).click();
  await page.getByRole('radio', { name: 'at a set time' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Release 1' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Choose a day and a time.');
  await dialog.getByLabel(/^From when on/).fill('2020-01-01T09:00');
  await dialog.getByRole('button', { name: 'Release 1' }).click();
  await expect(dialog.getByRole('alert')).toContainText('That time is over already.');
  await dialog.getByLabel(/^From when on/).fill('2099-03-01T09:00');
  await expectClean(page, 'releasing at a set time');
  await dialog.getByRole('button', { name: 'Release 1' }).click();
  await expect(page.getByText(/^to be released .*2099, 09:00/)).toBeVisible();
  // Asked again, it says that a time is set.
  await page.getByRole('button', { name: 'Release 1 …' }).click();
  await expect(dialog.getByText(/^Set to be released already; .* takes the place of that: /)).toBeVisible();
  await page.keyboard.press('Escape');
  await page.goto(`/hand-ins/${handInId}/review`);
  await expect(page.getByText(/^To be released .*2099, 09:00/)).toBeVisible();
  await signIn(page, school, school.student);
  await page.goto(`/hand-ins/${handInId}`);
  await expect(page.getByText('appear here once they are released')).toBeVisible();
});
