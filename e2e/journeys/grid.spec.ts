import type { Page } from '@playwright/test';
import { expectClean } from '../fixtures/axe.ts';
import { handInCurve, handInOne } from '../fixtures/handIns.ts';
import { intercept } from '../fixtures/intercept.ts';
import { testPicture } from '../fixtures/pictures.ts';
import { expect, type School, signIn, test } from '../fixtures/school.ts';

/** Three students have handed in two pictures each; an instructor looks at the grid. */
async function openGrid(page: Page, school: School): Promise<void> {
  for (const person of [school.student, school.classmate, school.third])
    await handInCurve(page, school, undefined, person);
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.curve.id}/hand-ins`);
  await page.getByRole('link', { name: 'Grid' }).click();
  await page.getByRole('grid').waitFor();
  await seen(page);
}

/** The chosen picture has been on the screen. */
const seen = (page: Page) =>
  expect(page.getByRole('region', { name: 'The chosen picture' }).locator('img[data-painted]')).toHaveCount(
    1,
  );

const states = async (page: Page, school: School) => {
  const answer = await page.request.get(`/api/assignments/${school.curve.id}/grid`);
  return (await answer.json()).rows.map((row: { cells: Array<{ verdicts: Array<{ verdict: string }> }> }) =>
    row.cells.map((cell) => cell.verdicts.map(({ verdict }) => verdict)),
  );
};

test('a class is judged in the grid by keys alone: two keys for a picture in which all is shown', async ({
  page,
  school,
}) => {
  await openGrid(page, school);
  await expectClean(page, 'the grid');
  const chosen = page.getByRole('gridcell', { selected: true });
  let keys = 0;
  const press = async (key: string) => {
    keys++;
    await page.keyboard.press(key);
  };
  for (let column = 0; column < 2; column++)
    for (let row = 0; row < 3; row++) {
      await seen(page);
      await press('Shift+1');
      await expect(chosen).not.toHaveAccessibleName(/open/);
      const before = await chosen.getAttribute('aria-label');
      await press('n');
      if (column < 1 || row < 2) await expect(chosen).not.toHaveAttribute('aria-label', before ?? '');
    }
  expect(keys).toBe(12);
  await expect(page.getByText('6 of 6 judged')).toBeVisible();
  await expect
    .poll(() => states(page, school))
    .toEqual(Array.from({ length: 3 }, () => [['shown', 'shown'], ['shown']]));
});

test('the grid is walked both ways; what is put aside is passed over; Enter opens the page, and going back is where one was', async ({
  page,
  school,
}) => {
  await openGrid(page, school);
  const chosen = page.getByRole('gridcell', { selected: true });
  await page.keyboard.press('ArrowRight');
  await expect(chosen).toHaveAccessibleName(/: P2/);
  await expect(chosen).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowLeft');
  await expect(chosen).toHaveAccessibleName(/Szalai, Imre: P1/);
  await seen(page);
  await page.keyboard.press('3');
  await expect(chosen).toHaveAccessibleName(/a not shown, b open/);
  await page.keyboard.press('x');
  await expect(page.getByRole('grid').getByText('put aside')).toBeVisible();
  await expect(page.getByTestId('heard').filter({ hasText: 'aside' })).toHaveText(/ is put aside\.$/);
  await expect(page.getByRole('gridcell', { name: /, put aside$/ }).first()).toBeVisible();
  await page.getByLabel('Which').selectOption('aside');
  await expect(page.getByRole('row')).toHaveCount(2);
  await page.getByLabel('Which').selectOption('all');
  await page.getByLabel('Search for a student').fill('elin');
  await expect(page.getByRole('row')).toHaveCount(2);
  await page.getByLabel('Search for a student').fill('');
  await page.getByRole('gridcell', { name: /Ödegård, Elin: P2/ }).click();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/review\?point=P2/);
  await page.goBack();
  await expect(chosen).toHaveAccessibleName(/Ödegård, Elin: P2/);
});

test('where there is no room for all proof points, the one that is walked to is seen beside its name', async ({
  page,
  school,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openGrid(page, school);
  const chosen = page.getByRole('gridcell', { selected: true });
  for (const [key, code] of [
    ['ArrowRight', 'P2'],
    ['ArrowDown', 'P2'],
    ['ArrowDown', 'P2'],
    ['ArrowLeft', 'P1'],
  ] as const) {
    await page.keyboard.press(key);
    await expect(chosen).toHaveAccessibleName(new RegExp(`: ${code},`));
    await expect(chosen).toBeInViewport({ ratio: 1 });
    const of = (await chosen.getAttribute('aria-label'))?.split(':')[0] ?? '';
    const row = page.getByRole('rowheader', { name: of });
    await expect(row).toBeInViewport({ ratio: 1 });
    const [beside, cell] = await Promise.all([row.boundingBox(), chosen.boundingBox()]);
    expect((beside?.x ?? 0) + (beside?.width ?? 0)).toBeLessThanOrEqual(cell?.x ?? 0);
    expect(cell?.y).toBeCloseTo(beside?.y ?? 0, 0);
  }
  expect(await page.evaluate(() => scrollY)).toBe(0);
});

test('nothing is judged that was not on the screen; without a connection it is kept and sent later', async ({
  page,
  school,
}) => {
  let hold = true;
  const held: Array<() => void> = [];
  await intercept(page, '**/files/b-*/**', async (route) => {
    if (hold) await new Promise<void>((go) => held.push(go));
    await route.continue().catch(() => undefined);
  });
  for (const person of [school.student, school.classmate]) await handInCurve(page, school, undefined, person);
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.curve.id}/grid`);
  const chosen = page.getByRole('gridcell', { selected: true });
  await page.getByRole('region', { name: /^Verdicts for/ }).waitFor();
  await page.keyboard.press('Shift+1');
  await expect(page.getByText('The picture is not on the screen yet.')).toBeVisible();
  await expect(chosen).toHaveAccessibleName(/a open/);
  hold = false;
  for (const go of held) go();
  await seen(page);
  await intercept(page, '**/verdicts', (route) => route.abort());
  await expect(async () => {
    await page.keyboard.press('Shift+1');
    await expect(chosen).toHaveAccessibleName(/a shown/, { timeout: 1000 });
  }).toPass();
  expect((await states(page, school))[0]).toEqual([[null, null], [null]]);
  await page.unroute('**/verdicts');
  await expect.poll(async () => (await states(page, school))[0]).toEqual([['shown', 'shown'], [null]]);
});

test('who has handed in nothing is told of in the grid, and is found by name', async ({ page, school }) => {
  await handInCurve(page, school);
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.curve.id}/grid`);
  await page.getByLabel('Which').selectOption('nothing handed in');
  const absent = page.getByRole('region', { name: /^Nothing handed in:/ });
  await expect(absent.getByText('Szalai, Imre')).toBeVisible();
  await expect(absent.getByText('Ödegård, Elin')).toBeHidden();
  await expectClean(page, 'who has handed in nothing');
  await page.getByLabel('Search for a student').fill('imre');
  await expect(absent.getByRole('listitem')).toHaveCount(1);
});

test.describe('at 390 pixels', () => {
  test.use({ viewport: { width: 390, height: 800 } });
  test('the grid and the chosen picture are both reached', async ({ page, school }) => {
    await openGrid(page, school);
    await expectClean(page, 'the grid at 390 pixels');
    await page.getByRole('gridcell', { name: /Szalai, Imre: P1/ }).click();
    await expect(page.getByRole('region', { name: 'Verdicts for P1' })).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  });
});

test('on the page of one picture one walks on the class’s strip: same proof point, same place, same scale', async ({
  page,
  school,
}) => {
  const large = await testPicture(1600, 1000, 3);
  const ids: string[] = [];
  for (const person of [school.student, school.classmate])
    ids.push(await handInCurve(page, school, large, person));
  await signIn(page, school, school.instructor);
  await page.goto(`/hand-ins/${ids[1]}/review`);
  const strip = page.getByRole('navigation', { name: 'P1 of the class' });
  await expect(strip.getByRole('link')).toHaveText([/Ödegård, Elin/, /Szalai, Imre/]);
  await expect(strip.getByRole('link', { name: /Szalai, Imre: a open, b open/ })).toHaveAttribute(
    'aria-current',
    'page',
  );
  // However large the class, Tab stops in it once.
  await strip.getByRole('link', { name: /Szalai/ }).focus();
  await page.keyboard.press('Tab');
  await expect(strip.getByRole('link', { name: /Ödegård/ })).not.toBeFocused();
  await page.keyboard.press('Shift+Tab');
  await expect(strip.getByRole('link', { name: /Szalai/ })).toBeFocused();
  await expect(page.getByRole('img', { name: /^Picture for the proof point/ })).toBeVisible();
  const surface = page.getByTestId('stage').locator('[data-scale]');
  await page.keyboard.press('End');
  await expect(surface).toHaveAttribute('data-scale', '1.000');
  await page.keyboard.press('Control+ArrowRight');
  await page.keyboard.press('Control+ArrowDown');
  const middle = () =>
    page.getByTestId('stage').evaluate((view) => {
      const [box, content] = [
        view.getBoundingClientRect(),
        view.querySelector('[data-scale]')?.getBoundingClientRect(),
      ];
      return [
        Math.round(box.left + view.clientWidth / 2 - (content?.left ?? 0)),
        Math.round(box.top + view.clientHeight / 2 - (content?.top ?? 0)),
      ];
    });
  const before = await middle();
  await page.keyboard.press('PageUp');
  await expect(page).toHaveURL(new RegExp(`${ids[0]}/review\\?point=P1`));
  await expect(surface).toHaveAttribute('data-scale', '1.000');
  await expect.poll(middle).toEqual(before);
  // Its verdicts are in the strip at once; by pointer one goes to the other one, at the same proof point.
  await expect(async () => {
    await page.keyboard.press('Shift+1');
    await expect(strip.getByRole('link', { name: /Ödegård, Elin: a shown, b shown/ })).toBeVisible({
      timeout: 1000,
    });
  }).toPass();
  await page.keyboard.press('ArrowRight');
  const second = page.getByRole('navigation', { name: 'P2 of the class' });
  await second.getByRole('link', { name: /Szalai, Imre/ }).click();
  await expect(page).toHaveURL(new RegExp(`${ids[1]}/review\\?point=P2`));
  await expectClean(page, 'the strip of the class');
});

test('on the page, too, nothing is judged that was not on the screen; a damaged picture can be judged', async ({
  page,
  school,
}) => {
  const handInId = await handInCurve(page, school);
  await signIn(page, school, school.instructor);
  let away: 'held' | 'damaged' = 'held';
  const held: Array<() => void> = [];
  await intercept(page, '**/files/b-*/**', async (route) => {
    if (away === 'held') await new Promise<void>((go) => held.push(go));
    await route.fulfill({ status: 404, body: 'gone' }).catch(() => undefined);
  });
  await page.goto(`/hand-ins/${handInId}/review`);
  await page.getByTestId('points').waitFor();
  await page.keyboard.press('1');
  await expect(page.getByText('The picture is not on the screen yet.')).toBeVisible();
  await expect(page.getByTestId('points')).toHaveText(/^–/);
  away = 'damaged';
  for (const go of held) go();
  await expect(page.getByText('This picture cannot be fetched')).toBeVisible();
  await expect(async () => {
    await page.keyboard.press('3');
    await expect(page.getByTestId('points')).not.toHaveText(/^–/, { timeout: 1000 });
  }).toPass();
});

test('a grid that was open before anybody had handed in begins with the first one; what two tabs put aside is together', async ({
  page,
  browser,
  context,
  school,
}) => {
  await signIn(page, school, school.instructor);
  const path = `/assignments/${school.single.id}/grid`;
  await page.goto(path);
  await expect(page.getByText('Nothing has been handed in yet.')).toBeVisible();
  const student = await (await browser.newContext({ baseURL: school.address })).newPage();
  await handInOne(student, school, school.student);
  await seen(page);
  await page.keyboard.press('1');
  await expect(page.getByRole('gridcell', { name: /, a shown$/ })).toBeVisible();
  await handInOne(student, school, school.classmate);
  const rows = page.getByRole('grid').getByRole('row');
  await expect(rows).toHaveCount(3);
  // Without its signs, and as it is listed.
  await page.getByRole('searchbox').fill('odegard, e');
  await expect(rows).toHaveCount(2);
  await page.getByRole('searchbox').fill('');
  const other = await context.newPage();
  await other.goto(path);
  await expect(other.getByRole('grid').getByRole('row')).toHaveCount(3);
  const putAside = async (on: Page, row: RegExp) => {
    await on.getByRole('gridcell', { name: row }).click();
    await on.keyboard.press('x');
  };
  await putAside(page, /^Ödegård/);
  await putAside(other, /^Szalai/);
  await expect(other.getByRole('gridcell', { name: /, put aside$/ })).toHaveCount(2);
  await other.reload();
  await expect(other.getByRole('gridcell', { name: /, put aside$/ })).toHaveCount(2);
});
