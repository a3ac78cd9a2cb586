import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import { expectClean } from '../fixtures/axe.ts';
import { handInCurve, handInOne } from '../fixtures/handIns.ts';
import { hold } from '../fixtures/held.ts';
import { expect, type School, signIn, test } from '../fixtures/school.ts';
import { pictureSeen } from '../fixtures/seen.ts';
import { sendingIsOver, writesTo } from '../fixtures/sent.ts';

test('a colleague marks a second time by keys, seeing nothing of the first; what differs is settled', async ({
  page,
  school,
}) => {
  const handInId = await handInCurve(page, school);
  await signIn(page, school, school.instructor);
  const review = await (await page.request.get(`/api/hand-ins/${handInId}/review`)).json();
  const ids: string[] = review.assignment.proofPoints.flatMap((point: { mustShows: Array<{ id: string }> }) =>
    point.mustShows.map(({ id }) => id),
  );
  await page.request.put(`/api/hand-ins/${handInId}/verdicts`, {
    data: {
      id: randomUUID(),
      verdicts: Object.fromEntries(
        ids.map((id, i) => [id, { verdict: i === 0 ? 'partly' : 'shown', on: 0 }]),
      ),
    },
    headers: { Origin: school.address },
  });
  await page.goto(`/assignments/${school.curve.id}/hand-ins`);
  await page.getByRole('link', { name: 'Second marking' }).click();
  await page.getByLabel('Who marks a second time').selectOption(school.colleague.name);
  await page.getByRole('radio', { name: 'a share, by chance' }).click();
  await page.getByLabel('Percent').fill('a half');
  await page.getByRole('button', { name: 'Ask' }).click();
  await expect(page.getByRole('alert')).toContainText('from 1 to 100');
  await page.getByLabel('Percent').fill('50');
  await expect(page.getByRole('button', { name: 'Ask for up to 1 hand-in' })).toBeVisible();
  await page.getByLabel('Percent').press('Enter');
  await expect(page.getByRole('row', { name: /Ödegård/ })).toContainText(`${school.colleague.name}: asked`);
  await expectClean(page, 'a second marking that is asked for');

  await signIn(page, school, school.colleague);
  await page.goto(`/hand-ins/${handInId}/review`);
  await expect(page.getByText('without seeing the first judgement')).toBeVisible();
  await page.goto(`/assignments/${school.curve.id}/hand-ins`);
  await expect(page.getByText('without seeing the first judgement')).toBeVisible();
  await page.goto('/');
  const task = page.getByRole('region', { name: 'To mark a second time' });
  await expect(task).toContainText('0 of 1 done');
  await expectClean(page, 'a second marking to do');
  await task.getByRole('link').press('Enter');
  await pictureSeen(page);
  await expect(page.locator('main')).not.toContainText(school.instructor.name);
  await expect(page.getByText(`${ids.length} still to judge`)).toBeVisible();
  // Enter is nothing before all is judged.
  await page.keyboard.press('Enter');
  await page.keyboard.press('Shift+1');
  await page.keyboard.press('ArrowRight');
  await pictureSeen(page);
  await page.keyboard.press('Shift+1');
  await expect(page.getByText('All is judged.')).toBeVisible();
  await expectClean(page, 'a second marking that is made');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Done, and it was the last one.')).toBeVisible();
  await expect(page.getByText('You are done with this one')).toBeVisible();
  // Now it may be compared.
  await page.goto(`/assignments/${school.curve.id}/second-marking`);
  const differs = page.getByRole('listitem', { name: /^P1a, / });
  await expect(differs).toContainText(
    `${school.instructor.name}: partly shown. ${school.colleague.name}: shown.`,
  );
  await expect(page.getByRole('row', { name: /^All must-shows together/ })).toContainText(String(ids.length));
  await expectClean(page, 'where two markers differ');
  // The grid can be looked through for it, while it is open.
  await page.goto(`/assignments/${school.curve.id}/grid`);
  await page.getByLabel('Which').selectOption('markers differ');
  await expect(page.getByRole('columnheader').first()).toHaveText('1 of 1');
  await page.goto(`/assignments/${school.curve.id}/second-marking`);
  await differs.getByLabel('Why, for the two of them').fill('The unit is there.');
  await differs.getByRole('button', { name: 'shown', exact: true }).press('Enter');
  await expect(differs).toContainText('Settled: shown, by');
  await expect(differs).toContainText('“The unit is there.”');
  await page.goto(`/assignments/${school.curve.id}/grid`);
  await page.getByLabel('Which').selectOption('markers differ');
  await expect(page.getByRole('columnheader').first()).toHaveText('0 of 1');
  const after = await (await page.request.get(`/api/hand-ins/${handInId}/review`)).json();
  expect(after.judgement.verdicts[ids[0] ?? '']).toMatchObject({
    verdict: 'shown',
    by: school.colleague.name,
  });
});

test('two hand-ins marked in a hurry stay two: keys pressed while the last verdict is on its way belong to one only', async ({
  page,
  school,
}) => {
  const handIns = [
    await handInOne(page, school, school.student),
    await handInOne(page, school, school.classmate),
  ];
  await orderSecondMarking(page, school);
  await signIn(page, school, school.colleague);
  // No answer is there before one has gone on.
  const letGo = await hold(page, '**/second-verdicts');
  await page.goto(`/hand-ins/${handIns[0]}/second`);
  await pictureSeen(page);
  await page.keyboard.press('1');
  await page.keyboard.press('3');
  await page.keyboard.press('n');
  await expect(page).toHaveURL(new RegExp(`${handIns[1]}/second`));
  // The address changes before the page does: until this is read, the picture on the screen is the one before.
  await expect(page.getByText('1 still to judge')).toBeVisible();
  await pictureSeen(page);
  letGo();
  await page.keyboard.press('2');
  await expect(page.getByText('All is judged.')).toBeVisible();
  await expect.poll(() => saidOf(page, handIns[0])).toEqual(['not-shown']);
  await expect.poll(() => saidOf(page, handIns[1])).toEqual(['partly']);
});

test('a second marker has the hand-in in two tabs: each shows what was said in the other, and it is sent once', async ({
  page,
  school,
  context,
}) => {
  const handInId = await handInOne(page, school, school.student);
  await orderSecondMarking(page, school);
  await signIn(page, school, school.colleague);
  const other = await context.newPage();
  const tabs = [page, other];
  const sent = writesTo(context, '/second-verdicts');
  for (const tab of tabs) {
    await tab.bringToFront();
    await tab.goto(`/hand-ins/${handInId}/second`);
    await expect(tab.getByText('1 still to judge')).toBeVisible();
    await pictureSeen(tab);
  }
  for (const [times, tab, key, verdict, words] of [
    [1, page, '1', 'shown', 'shown'],
    [2, other, '3', 'not-shown', 'not shown'],
    [3, page, '2', 'partly', 'partly shown'],
  ] as const) {
    await tab.bringToFront();
    await tab.keyboard.press(key);
    await expect.poll(() => saidOf(page, handInId)).toEqual([verdict]);
    await expect.poll(() => sendingIsOver(page)).toBe(true);
    for (const one of tabs) {
      await expect(one.getByText('All is judged.')).toBeVisible();
      const given = one.getByRole('group', { name: /^Verdict on/ }).getByRole('button', { pressed: true });
      await expect(given).toHaveText(new RegExp(`^${words}`));
    }
    expect(sent).toHaveLength(times);
  }
});

/** What the second marker has said of each must-show, as the server has it. */
async function saidOf(page: Page, handInId: string | undefined): Promise<string[]> {
  const { judgement } = await (await page.request.get(`/api/hand-ins/${handInId}/second-review`)).json();
  return Object.values(judgement.verdicts as Record<string, { verdict: string }>).map((one) => one.verdict);
}

/** All hand-ins of the assignment with one picture are to be marked a second time, by the colleague. */
async function orderSecondMarking(page: Page, school: School): Promise<void> {
  await signIn(page, school, school.instructor);
  await page.request.post(`/api/assignments/${school.single.id}/second-marking`, {
    data: { id: randomUUID(), markerId: school.colleague.id, share: { kind: 'all' } },
    headers: { Origin: school.address },
  });
}
