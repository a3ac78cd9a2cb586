import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { expectClean } from '../fixtures/axe.ts';
import { handInCurve, handInOne } from '../fixtures/handIns.ts';
import { hold } from '../fixtures/held.ts';
import { intercept } from '../fixtures/intercept.ts';
import { testPicture } from '../fixtures/pictures.ts';
import { expect, signIn, test } from '../fixtures/school.ts';

test('two attempts are compared by keys: aligned, the places that differ walked, in four views', async ({
  page,
  school,
}) => {
  const first = await testPicture(320, 200, 1);
  // The same with one place painted over, cut out of a larger one: it lies 40, 30 off.
  const patch = await sharp({ create: { width: 30, height: 20, channels: 3, background: '#c02080' } })
    .png()
    .toBuffer();
  const changed = await sharp(first)
    .composite([{ input: patch, left: 200, top: 120 }])
    .png()
    .toBuffer();
  const second = await sharp({ create: { width: 400, height: 260, channels: 3, background: '#fff' } })
    .composite([{ input: changed, left: 40, top: 30 }])
    .png()
    .toBuffer();
  await signIn(page, school, school.instructor);
  const granted = await page.request.post(`/api/assignments/${school.single.id}/terms/${school.student.id}`, {
    data: {
      id: randomUUID(),
      grant: { attempts: 2 },
      reason: 'The gauge was out of order.',
      baseVersion: 0,
    },
    headers: { Origin: school.address },
  });
  expect(await granted.text()).toContain('attempts');
  await handInOne(page, school, school.student, first);
  const handInId = await handInOne(page, school, school.student, second);
  await signIn(page, school, school.instructor);
  await page.goto(`/hand-ins/${handInId}/review`);
  await page.getByTestId('stage').waitFor();
  await page.getByText('Since attempt 1').click();
  await expect(page.getByText('P1: another picture')).toBeVisible();
  await page.getByTestId('stage').focus();
  await page.keyboard.press('w');
  await expect(page.getByText('1 place differs')).toBeVisible();
  await expect(page.getByText('moved by 40, 30 pixels')).toBeVisible();
  await expect(page.getByTestId('stage')).toHaveCount(2);
  await expectClean(page, 'comparing');

  // Two stages move as one.
  await page.keyboard.press('.');
  await expect(page.getByText('Place 1 of 1')).toBeVisible();
  await expect(page.getByTestId('place-chosen')).toHaveCount(2);
  await page.keyboard.press('+');
  await page.keyboard.press('+');
  await page.keyboard.press('+');
  const views = () =>
    page
      .getByTestId('stage')
      .evaluateAll((stages) =>
        stages.map((stage) => [
          (stage.querySelector('[data-scale]') as HTMLElement).dataset.scale,
          stage.scrollLeft,
          stage.scrollTop,
        ]),
      );
  await page.keyboard.press('Control+ArrowLeft');
  await expect.poll(async () => new Set((await views()).map(String)).size).toBe(1);
  const box = await page
    .getByTestId('place-chosen')
    .first()
    .evaluate((element) => ({
      width: (element as HTMLElement).style.width,
      height: (element as HTMLElement).style.height,
    }));
  expect([Number.parseFloat(box.width) * 4, Number.parseFloat(box.height) * 2.6]).toEqual([
    expect.closeTo(30, 0),
    expect.closeTo(20, 0),
  ]);

  await page.keyboard.press('2');
  const over = page.getByRole('slider', { name: 'How much of the other picture is seen' });
  await over.fill('100');
  await over.blur();
  await page.keyboard.press('3');
  await expect(page.locator('strong')).toHaveText(`${school.student.name}, attempt 2`);
  await page.keyboard.press('t');
  await expect(page.locator('strong')).toHaveText(school.student.name);
  await page.keyboard.press('4');
  await expect(page.getByAltText('What differs, in one colour')).toBeVisible();
  // A reload leaves one where one was; Escape goes back to the picture.
  await page.reload();
  await expect(page.getByRole('radio', { name: /What differs/ })).toBeChecked();
  await page.keyboard.press('Escape');
  await expect(page).toHaveURL(new RegExp(`/hand-ins/${handInId}/review`));
});

test('another student’s picture is compared; one that cannot be fetched says so and is tried again', async ({
  page,
  school,
}) => {
  await handInCurve(page, school, await testPicture(320, 200, 1), school.classmate);
  const handInId = await handInCurve(page, school, await testPicture(320, 200, 1));
  await signIn(page, school, school.instructor);
  await intercept(page, '**/files/b-*/**', (route) => route.abort());
  await page.goto(`/hand-ins/${handInId}/compare/${school.curve.points[0]?.id}`);
  await expect(page.getByText('These pictures cannot be compared now')).toBeVisible();
  await page.unroute('**/files/b-*/**');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByText('Nothing differs')).toBeVisible();
  await expect(page.getByText('Both lie on each other as they are.')).toBeVisible();
  for (const [width, height] of [
    [640, 400],
    [390, 844],
  ] as const) {
    await page.setViewportSize({ width, height });
    await expectClean(page, `comparing at ${width} x ${height}`);
    const wide = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
    expect(wide).toBeLessThanOrEqual(0);
  }
});

test('both pictures are seen while they are being compared', async ({ page, school }) => {
  await handInCurve(page, school, await testPicture(640, 200, 1), school.classmate);
  const handInId = await handInCurve(page, school, await testPicture(320, 200, 2));
  await signIn(page, school, school.instructor);
  const letGo = await hold(page, '**/compare.worker*');
  await page.goto(`/hand-ins/${handInId}/compare/${school.curve.points[0]?.id}`);
  await expect(page.getByText('Comparing …')).toBeVisible();
  const other = page.getByRole('img', { name: 'not aligned yet' });
  const own = page.getByTestId('stage').first().getByRole('img').first();
  await expect.poll(() => other.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(640);
  const [large, small] = await Promise.all([other.boundingBox(), own.boundingBox()]);
  expect(large?.width).toBeCloseTo(2 * (small?.width ?? 0), 0);
  expect(large?.height).toBeCloseTo(small?.height ?? 0, 0);
  letGo();
  await expect(page.getByText('Comparing …')).toHaveCount(0);
  await expect(other).toHaveCount(0);
});
