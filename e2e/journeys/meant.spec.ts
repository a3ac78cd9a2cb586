import { handInCurve } from '../fixtures/handIns.ts';
import { testPicture } from '../fixtures/pictures.ts';
import { expect, signIn, test } from '../fixtures/school.ts';

test('a hand-in on whose name a pointer rests is fetched with its picture before the click; one that is passed over is not', async ({
  page,
  school,
}) => {
  const ids: string[] = [];
  for (const [person, seed] of [
    [school.student, 3],
    [school.classmate, 4],
  ] as const)
    ids.push(await handInCurve(page, school, await testPicture(600, 400, seed), person));
  await signIn(page, school, school.instructor);
  const asked: string[] = [];
  const pictures: string[] = [];
  page.on('request', (request) => {
    const { pathname } = new URL(request.url());
    if (pathname.endsWith('/review')) asked.push(pathname);
    if (pathname.startsWith('/files/b-')) pictures.push(pathname);
  });
  await page.clock.install();
  await page.goto(`/assignments/${school.curve.id}/hand-ins`);
  const link = (name: RegExp) => page.getByRole('link', { name });
  await expect(link(/Ödegård/)).toBeVisible();
  await page.clock.pauseAt(Date.now() + 60_000);
  await link(/Ödegård/).hover();
  await page.clock.runFor(50);
  await link(/Szalai/).hover();
  await page.clock.runFor(50);
  await page.mouse.move(5, 300);
  await page.clock.runFor(1000);
  expect(asked).toEqual([]);
  await link(/Szalai/).hover();
  await page.clock.runFor(60);
  await expect.poll(() => asked).toEqual([`/api/hand-ins/${ids[1]}/review`]);
  await expect.poll(() => pictures.length).toBe(2);
  await page.clock.resume();
  await link(/Szalai/).click();
  await expect(page.getByRole('img', { name: /^Picture for the proof point/ })).toBeVisible();
  // What was fetched is shown, and not fetched again.
  expect(new Set(pictures).size).toBe(pictures.length);
});
