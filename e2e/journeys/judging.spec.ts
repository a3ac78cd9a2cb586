import type { Page } from '@playwright/test';
import { expectClean } from '../fixtures/axe.ts';
import { handInCurve, handInOne } from '../fixtures/handIns.ts';
import { intercept } from '../fixtures/intercept.ts';
import { testPicture } from '../fixtures/pictures.ts';
import { expect, type School, signIn, test } from '../fixtures/school.ts';
import { judgedAndBack, openReview, pictureSeen } from '../fixtures/seen.ts';

const verdictsOf = async (page: Page, handInId: string) => {
  const review = await (await page.request.get(`/api/hand-ins/${handInId}/review`)).json();
  return review.judgement;
};

async function review(page: Page, school: School): Promise<string> {
  const handInId = await handInCurve(page, school);
  await openReview(page, school, handInId);
  return handInId;
}

/** Of two students, of whom one is looked at first. */
async function twoHandIns(page: Page, school: School): Promise<{ next: string; first: string }> {
  const picture = await testPicture(1200, 800);
  const next = await handInCurve(page, school, picture, school.student);
  return { next, first: await handInCurve(page, school, picture, school.classmate) };
}

const stage = (page: Page) => page.getByTestId('stage').locator('[data-scale]');

/** A digit of the number pad with its lock on; Playwright knows it without only. */
const numberPad = (page: Page, digit: number) =>
  page.evaluate(
    (n) =>
      document.body.dispatchEvent(
        new KeyboardEvent('keydown', { code: `Numpad${n}`, key: String(n), bubbles: true, cancelable: true }),
      ),
    digit,
  );

test('typing right after a click in the picture goes into the remark: no letter and no digit is a verdict', async ({
  page,
  school,
}) => {
  const handInId = await review(page, school);
  await stage(page).click({ position: { x: 60, y: 60 } });
  await page.keyboard.type('a 1 of b 23');
  await expect(page.getByRole('textbox', { name: /Remark at/ })).toHaveValue('a 1 of b 23');
  // A click that moves it leaves the words where they belong too.
  await stage(page).click({ position: { x: 120, y: 90 } });
  await page.keyboard.type('0!');
  await expect(page.getByRole('textbox', { name: /Remark at/ })).toHaveValue('a 1 of b 230!');
  // And with the focus somewhere else altogether.
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.type('3');
  await expect(page.getByRole('textbox', { name: /Remark at/ })).toHaveValue('a 1 of b 230!3');
  expect((await verdictsOf(page, handInId)).verdicts).toEqual({});
  await page.keyboard.press('Control+Enter');
  await expect(page.locator('[data-remark="1"]')).toBeVisible();
});

test('after a verdict by click, an arrow walks on and changes none; clicked again it is taken back', async ({
  page,
  school,
}) => {
  const handInId = await review(page, school);
  await page
    .getByRole('group', { name: /Verdict on a/ })
    .getByRole('button', { name: /^shown/ })
    .click();
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('[aria-current]', { hasText: 'P2' })).toBeVisible();
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByTestId('points')).toHaveText('1 of 3.25');
  await page
    .getByRole('group', { name: /Verdict on a/ })
    .getByRole('button', { name: /^shown/ })
    .click();
  // Before the first verdict there are no points.
  await expect(page.getByTestId('points')).toHaveText('– of 3.25');
  await expect
    .poll(async () =>
      Object.values((await verdictsOf(page, handInId)).verdicts as Record<string, { verdict: null }>).map(
        (v) => v.verdict,
      ),
    )
    .toEqual([null]);
});

test('a click elsewhere leaves a saved remark where it is, and its unsaved words as a draft', async ({
  page,
  school,
}) => {
  const handInId = await review(page, school);
  await stage(page).click({ position: { x: 60, y: 60 } });
  await page.keyboard.type('Which unit?');
  await page.keyboard.press('Control+Enter');
  await expect(page.locator('[data-remark="1"]')).toBeVisible();
  const [before] = (await verdictsOf(page, handInId)).remarks;
  await page.getByRole('button', { name: 'Change this remark' }).click();
  await page.keyboard.press('End');
  await page.keyboard.type(' And scale?');
  await stage(page).click({ position: { x: 160, y: 100 } });
  await page.keyboard.type('Another one.');
  await page.keyboard.press('Control+Enter');
  await expect(page.locator('[data-remark="2"]')).toBeVisible();
  const { remarks } = await verdictsOf(page, handInId);
  expect(remarks).toContainEqual(before);
  await expect(page.getByText('not saved: Which unit? And scale?')).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: 'Go on' }).click();
  await expect(page.getByRole('textbox', { name: /Remark at/ })).toHaveValue('Which unit? And scale?');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('textbox', { name: /Remark at/ })).toHaveCount(0);
  await expect(page.getByText('not saved: Which unit? And scale?')).toBeVisible();
});

test('choosing a remark goes to its picture, and a reload leaves one where one was', async ({
  page,
  school,
}) => {
  await review(page, school);
  await stage(page).click({ position: { x: 60, y: 60 } });
  await page.keyboard.type('Here.');
  await page.keyboard.press('Control+Enter');
  await expect(page.locator('[data-remark="1"]')).toBeVisible();
  // Until it is gone, an arrow is of what is being written.
  await expect(page.getByRole('textbox', { name: /Remark at/ })).toHaveCount(0);
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('[aria-current]', { hasText: 'P2' })).toBeVisible();
  await page.reload();
  await expect(page.locator('[aria-current]', { hasText: 'P2' })).toBeVisible();
  await page.getByRole('button', { name: /1 Here\./ }).click();
  await expect(page.locator('[aria-current]', { hasText: 'P1' })).toBeVisible();
  await expect(page.locator('[data-remark="1"]')).toBeVisible();
});

test('keys typed one after the other fall on the place they were meant for', async ({ page, school }) => {
  await review(page, school);
  await page.keyboard.press('ArrowRight');
  await pictureSeen(page);
  await page.keyboard.press('ArrowLeft');
  // P1 a, on to P2, all of it; both have been seen, and nothing is waited for between them.
  for (const key of ['1', 'ArrowRight', 'Shift+Digit1', 'ArrowLeft', '3']) await page.keyboard.press(key);
  await expect(page.getByTestId('points')).toHaveText('2.5 of 3.25');
  await expect(page.locator('[aria-current]', { hasText: 'P1' })).toBeVisible();
});

test('points beyond the most there is are refused where they are written', async ({ page, school }) => {
  await review(page, school);
  await page.keyboard.press('Shift+Digit1');
  await page.getByRole('button', { name: 'Adjust' }).click();
  await page.keyboard.type('9');
  await page.getByLabel('Reason').fill('All of it.');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('At most 1.5 can be added.');
  await expect(page.getByTestId('points')).toHaveText('1.75 of 3.25');
});

test('walking on, the page stays and everybody’s begins anew: no choice, no words, no scrolling of the one before', async ({
  page,
  school,
}) => {
  const second = await handInCurve(page, school, undefined, school.classmate);
  const first = await review(page, school);
  const nameOf = (person: { name: string }) => page.getByRole('heading', { name: new RegExp(person.name) });
  const marks = page.getByRole('checkbox', { name: /Marks/ });
  const remark = page.getByRole('textbox', { name: /Remark at/ });
  const side = page.getByRole('complementary');
  // Nothing of the class is made anew: the same elements are there afterwards.
  await page.getByRole('main').evaluate((main) => Object.assign(main, { stays: true }));
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('v');
  await expect(marks).not.toBeChecked();
  await stage(page).click({ position: { x: 60, y: 60 } });
  await page.keyboard.type('Half a thought');
  await page.keyboard.press('Escape');
  await expect(page.getByText('not saved: Half a thought')).toBeVisible();
  await side.evaluate((one) => one.scrollTo(0, 10_000));
  await page.keyboard.press('PageDown');
  await expect(nameOf(school.classmate)).toBeVisible();
  expect(await page.getByRole('main').evaluate((main) => 'stays' in main)).toBe(true);
  await expect(page.getByText('not saved: Half a thought')).toHaveCount(0);
  await expect(remark).toHaveCount(0);
  expect(await side.evaluate((one) => one.scrollTop)).toBe(0);
  await expect(marks).not.toBeChecked();
  // The digit falls on the first must-show of this one.
  await pictureSeen(page);
  await page.keyboard.press('3');
  await expect.poll(async () => Object.keys((await verdictsOf(page, second)).verdicts).length).toBe(1);
  const [mustShow] = Object.keys((await verdictsOf(page, second)).verdicts);
  expect(mustShow).toBe(school.curve.points[0]?.mustShows[0]?.id);
  await page.keyboard.press('PageUp');
  await expect(nameOf(school.student)).toBeVisible();
  await expect(page.getByText('not saved: Half a thought')).toBeVisible();
  expect((await verdictsOf(page, first)).verdicts).toEqual({});
});

test('digits of the number pad count, n goes to the next one that waits, and the end of the queue is said', async ({
  page,
  school,
}) => {
  await handInOne(page, school, school.student);
  const first = await handInOne(page, school, school.classmate);
  await openReview(page, school, first);
  // The verdict arrives only after the next one has been opened, which then still hears that the first waits.
  let arrive = () => {};
  const held = new Promise<void>((resolve) => {
    arrive = resolve;
  });
  await intercept(page, `**/hand-ins/${first}/verdicts`, async (route) => {
    await held;
    await route.continue();
  });
  await numberPad(page, 1);
  await expect(page.getByTestId('points')).toHaveText('1 of 1');
  await page.keyboard.press('n');
  await expect(page.getByRole('heading', { name: new RegExp(school.student.name) })).toBeVisible();
  await expect(page.getByRole('link', { name: /Next waiting/ })).toBeVisible();
  arrive();
  await pictureSeen(page);
  await numberPad(page, 2);
  await expect(page.getByTestId('points')).toHaveText('0.5 of 1');
  await expect(page.getByText('No other one waits.')).toBeVisible();
});

test('the reviewer sees what was asked, and a picture that cannot be fetched says so and comes back', async ({
  page,
  school,
}) => {
  const handInId = await handInCurve(page, school);
  await signIn(page, school, school.instructor);
  await intercept(page, '**/files/**', (route) => route.abort());
  await page.goto(`/hand-ins/${handInId}/review`);
  await expect(page.getByText('This picture cannot be fetched')).toBeVisible();
  await expectClean(page, 'review without its picture');
  await page.unroute('**/files/**');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(stage(page)).toBeVisible();
  await page.getByText('What was asked for P1').click();
  await expect(page.getByText('Show the Curve Fitter.')).toBeVisible();
});

test('releasing says what it does: how many, what is missing', async ({ page, school }) => {
  const first = await handInOne(page, school, school.student);
  const second = await handInOne(page, school, school.classmate);
  await signIn(page, school, school.instructor);
  await judgedAndBack(page, first, school.single.id);
  await page.getByRole('button', { name: 'Release 1' }).click();
  const dialog = page.getByRole('dialog', { name: 'Release 1 hand-in?' });
  await expect(dialog).toContainText(`Not released, since verdicts are missing: ${school.classmate.name}.`);
  await expect(dialog).toContainText('1 student has handed in nothing.');
  await expectClean(page, 'releasing');
  // While one reads, somebody else changes the one and judges the other: neither is what was asked about.
  const [one, other] = await Promise.all(
    [first, second].map(async (id) => (await page.request.get(`/api/hand-ins/${id}/review`)).json()),
  );
  const give = (review: typeof one, verdict: string) =>
    page.request.put(`/api/hand-ins/${review.handInId}/verdicts`, {
      data: {
        id: crypto.randomUUID(),
        verdicts: Object.fromEntries(
          review.assignment.proofPoints.flatMap((point: { mustShows: { id: string }[] }) =>
            point.mustShows.map(({ id }) => [
              id,
              { verdict, on: review.judgement.verdicts[id]?.version ?? 0 },
            ]),
          ),
        ),
      },
      headers: { Origin: school.address },
    });
  expect((await give(one, 'not-shown')).ok()).toBe(true);
  expect((await give(other, 'shown')).ok()).toBe(true);
  await dialog.getByRole('button', { name: 'Release 1' }).click();
  await expect(page.getByText('1 was left: changed by somebody else meanwhile.')).toBeVisible();
  await page.getByRole('button', { name: 'Release 2' }).click();
  await page.getByRole('button', { name: 'Release 2', exact: true }).click();
  await expect(page.getByText('2 hand-ins were released.')).toBeVisible();
});

test('what its record says comes late and moves no picture', async ({ page, school }) => {
  const handInId = await handInCurve(page, school);
  await signIn(page, school, school.instructor);
  let answer = () => {};
  const mayAnswer = new Promise<void>((resolve) => {
    answer = resolve;
  });
  await intercept(page, '**/api/keys', async (route) => {
    await mayAnswer;
    await route.continue();
  });
  // So narrow that the words do not fit on the line of the file's name.
  await page.setViewportSize({ width: 1100, height: 800 });
  await page.goto(`/hand-ins/${handInId}/review`);
  await pictureSeen(page);
  await page.evaluate(() => document.fonts.ready);
  const before = await page.getByTestId('stage').boundingBox();
  await expect(page.getByTestId('record')).toHaveCount(0);
  answer();
  await expect(page.getByTestId('record')).toContainText('record signed');
  expect(await page.getByTestId('stage').boundingBox()).toEqual(before);
});

test('one pixel of a large picture can be hit: zoomed at the pointer, by keys, to its pin', async ({
  page,
  school,
}) => {
  const handInId = await handInCurve(page, school, await testPicture(7680, 2160, 5));
  await signIn(page, school, school.instructor);
  await page.goto(`/hand-ins/${handInId}/review`);
  const surface = stage(page);
  await expect(surface).toBeVisible();
  const fitted = Number(await surface.getAttribute('data-scale'));
  expect(fitted).toBeLessThan(0.2);
  await page.keyboard.press('End');
  await expect(surface).toHaveAttribute('data-scale', '1.000');
  // Letters that arrive late are wider or narrower than those that stood in for them, and move what is below.
  await page.evaluate(() => document.fonts.ready);
  for (let i = 0; i < 6; i++) await page.keyboard.press('+');
  await expect(surface).toHaveAttribute('data-scale', '8.000');
  const view = await page.getByTestId('stage').boundingBox();
  // Whole pixels: a click tells no others.
  const [x, y] = [Math.round((view?.x ?? 0) + 200), Math.round((view?.y ?? 0) + 150)];
  /** the pixel of the picture under the pointer, by the page's own arithmetic */
  const under = async () => {
    const box = await surface.boundingBox();
    const scale = Number(await surface.getAttribute('data-scale'));
    return [Math.floor((x - (box?.x ?? 0)) / scale), Math.floor((y - (box?.y ?? 0)) / scale)];
  };
  const before = await under();
  await page.mouse.move(x, y);
  await page.keyboard.down('Control');
  await page.mouse.wheel(0, -240);
  await page.keyboard.up('Control');
  await expect(surface).toHaveAttribute('data-scale', '16.000');
  const after = await under();
  expect(Math.abs((after[0] ?? 0) - (before[0] ?? 0))).toBeLessThanOrEqual(1);
  expect(Math.abs((after[1] ?? 0) - (before[1] ?? 0))).toBeLessThanOrEqual(1);
  await page.mouse.click(x, y);
  await expect(page.getByRole('textbox', { name: `Remark at ${after[0]}, ${after[1]}` })).toBeVisible();
  await page.getByRole('button', { name: 'Discard' }).click();
  // A drag moves the view and remarks nothing.
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x - 64, y - 32, { steps: 4 });
  await page.mouse.up();
  expect((await under())[0]).toBe((after[0] ?? 0) + 4);
  await expect(page.getByRole('textbox', { name: /Remark at/ })).toHaveCount(0);
  await page.keyboard.press('Home');
  await expect(surface).toHaveAttribute('data-scale', fitted.toFixed(3));
  // The letter chooses, the letter again goes to the pin.
  await page.keyboard.press('b');
  await page.keyboard.press('b');
  await expect(surface).toHaveAttribute('data-scale', '1.000');
  await expect(page.locator('[data-pin=b]')).toBeInViewport();
});

test.describe('small', () => {
  for (const [width, height] of [
    [640, 400],
    [390, 844],
  ] as const)
    test(`the picture has at least half of the view at ${width} x ${height}, and everything is reached`, async ({
      page,
      school,
    }) => {
      await page.setViewportSize({ width, height });
      await review(page, school);
      const box = await page.getByTestId('stage').boundingBox();
      expect(box?.height ?? 0).toBeGreaterThan(height * 0.4);
      expect(box?.width ?? 0).toBeGreaterThan(width * 0.9);
      const shown = await stage(page).boundingBox();
      expect(shown?.width ?? 0).toBeGreaterThan(100);
      await page
        .getByRole('group', { name: /Verdict on a/ })
        .getByRole('button', { name: /^shown/ })
        .click();
      await expect(page.getByTestId('points')).toHaveText('1 of 3.25');
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
      await expectClean(page, `review at ${width}`);
    });
});

for (const news of ['has not come yet', 'is there already'] as const)
  test(`an adjustment that somebody else was quicker with keeps its words, and Enter does not pass over theirs: the news ${news}`, async ({
    page,
    school,
  }) => {
    if (news === 'has not come yet') await intercept(page, '**/live/**', (route) => route.abort());
    const handInId = await review(page, school);
    await page.getByRole('button', { name: 'Adjust' }).click();
    await page.keyboard.type('0.5');
    await page.getByLabel('Reason').fill('A careful fit.');
    const read = async () => (await page.request.get(`/api/hand-ins/${handInId}/review`)).json();
    const { adjustmentVersion: baseVersion } = await read();
    await page.request.put(`/api/hand-ins/${handInId}/adjustment`, {
      data: { id: crypto.randomUUID(), units: 25, reason: 'Neat.', baseVersion },
      headers: { Origin: school.address },
    });
    const told = page.getByText('Somebody else adjusted the points meanwhile: 0.25, “Neat.”');
    if (news === 'is there already') await expect(told).toBeVisible();
    await page.getByLabel('Reason').press('Enter');
    await expect(told).toBeVisible();
    await page.getByLabel('Reason').press('Enter');
    // Whoever had the focus on Save has it there still, and is told.
    await page.getByRole('button', { name: 'Save', exact: true }).press('Enter');
    await expect(page.getByText('Look at theirs first')).toBeVisible();
    await expect(page.getByLabel('Reason')).toHaveValue('A careful fit.');
    expect((await read()).judgement.grade).toMatchObject({ adjustment: 25, reason: 'Neat.' });
    await page.getByRole('button', { name: 'Save in place of theirs' }).click();
    await expect(page.getByText('+0.5 by hand: A careful fit.')).toBeVisible();
  });

test('what somebody else does to a hand-in is seen at once, and who else has it before them', async ({
  page,
  school,
  browser,
}) => {
  const handInId = await handInOne(page, school, school.student);
  await openReview(page, school, handInId);
  const context = await browser.newContext({ baseURL: school.address });
  const marker = await context.newPage();
  await openReview(marker, school, handInId, school.colleague);
  await expect(page.getByText(`${school.colleague.name} looks at this too`)).toBeVisible();
  await expect(marker.getByText(`${school.instructor.name} looks at this too`)).toBeVisible();
  // Words that are being written here survive what comes from elsewhere.
  await page.keyboard.press('r');
  await page.getByRole('textbox', { name: /Remark at/ }).waitFor();
  await page.keyboard.type('Which unit');
  await marker.keyboard.press('1');
  await expect(page.getByRole('button', { name: 'shown', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await expect(page.getByRole('textbox', { name: /Remark at/ })).toBeFocused();
  await expect(page.getByRole('textbox', { name: /Remark at/ })).toHaveValue('Which unit');
  await context.close();
  await expect(page.getByText('looks at this too')).toHaveCount(0);
});

test('while a server is updated what stands before it refuses everything; then a page hears again by itself', async ({
  page,
  school,
  browser,
}) => {
  const handInId = await handInOne(page, school, school.student);
  await page.clock.install();
  await intercept(page, '**/live/**', (route) => route.fulfill({ status: 503 }));
  const refused = page.waitForResponse((response) => response.url().includes('/live/hand-ins/'));
  await openReview(page, school, handInId);
  await refused;
  const context = await browser.newContext({ baseURL: school.address });
  const marker = await context.newPage();
  await openReview(marker, school, handInId, school.colleague);
  await marker.keyboard.press('1');
  await expect(marker.getByRole('button', { name: 'shown', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.unroute('**/live/**');
  const shown = page.getByRole('button', { name: 'shown', exact: true });
  await expect
    .poll(async () => {
      await page.clock.runFor(2_000);
      return shown.getAttribute('aria-pressed');
    })
    .toBe('true');
  await expect(page.getByText(`${school.colleague.name} looks at this too`)).toBeVisible();
  await context.close();
});

test('on the way to another hand-in that is slow to come nothing is given to the one before; it is asked for once', async ({
  page,
  school,
}) => {
  const { next, first } = await twoHandIns(page, school);
  let asked = 0;
  let answer = () => {};
  const held = new Promise<void>((done) => {
    answer = done;
  });
  await intercept(page, `**/api/hand-ins/${next}/review`, async (route) => {
    asked++;
    await held;
    await route.continue();
  });
  await openReview(page, school, first);
  const link = page.getByRole('navigation', { name: 'P1 of the class' }).getByRole('link').first();
  await expect(link).not.toHaveAttribute('aria-current');
  // Fetched ahead once the picture here is seen, and gone to while it is still on its way.
  await expect.poll(() => asked).toBe(1);
  await link.focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Shift+1');
  await expect(page.getByText('Fetching the hand-in')).toBeVisible();
  await page.keyboard.press('Shift+1');
  answer();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Ödegård');
  await expect(link).toHaveAttribute('aria-current', 'page');
  expect(asked).toBe(1);
  for (const one of [first, next]) expect((await verdictsOf(page, one)).verdicts).toEqual({});
});

test('what is typed right after going on and asking for a remark is the remark’s, though the panels come after the picture', async ({
  page,
  school,
}) => {
  const { next, first } = await twoHandIns(page, school);
  const fetched = page.waitForResponse(`**/api/hand-ins/${next}/review`);
  await openReview(page, school, first);
  await fetched;
  // In one turn of the page, as where a slow computer has three keys waiting.
  const isThere = await page.evaluate(async () => {
    for (const key of ['PageUp', 'r']) {
      document.body.dispatchEvent(new KeyboardEvent('keydown', { key, code: key, bubbles: true }));
      await Promise.resolve();
    }
    return document.querySelector('[data-typing]') !== null;
  });
  expect(isThere).toBe(true);
  await page.keyboard.type('1 as 2');
  await expect(page.getByRole('textbox', { name: /^Remark/ })).toHaveValue('1 as 2');
  await expect(page).toHaveURL(new RegExp(next));
  expect((await verdictsOf(page, next)).verdicts).toEqual({});
});
