import sharp from 'sharp';
import { addByDrop, dropFiles, testPicture } from '../fixtures/pictures.ts';
import { expect, openSheet, serverDraft, signIn, test } from '../fixtures/school.ts';

test('what is no good picture is refused by name with a remedy, and the good ones beside it are kept', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.curve);
  const png = await testPicture(200, 100);
  const wrongCrc = Buffer.from(png);
  wrongCrc[50] = (wrongCrc[50] ?? 0) ^ 1;
  const files: Array<[string, Buffer, RegExp]> = [
    ['notes.txt', Buffer.from('hello'), /“notes\.txt” is not a picture/],
    ['empty.png', Buffer.alloc(0), /“empty\.png” has no content/],
    ['half.png', png.subarray(0, -30), /“half\.png” is not complete/],
    ['half.jpg', (await sharp(png).jpeg().toBuffer()).subarray(0, -30), /“half\.jpg” is not complete/],
    ['crc.png', wrongCrc, /“crc\.png” is a damaged PNG/],
    [
      'drawing.svg',
      Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'),
      /“drawing\.svg” is a vector drawing/,
    ],
    ['big.png', Buffer.alloc(26 * 1024 * 1024, 1), /“big\.png” has 26\.0 MB; at most 25 MB/],
  ];
  await dropFiles(page, [
    ...files.map(([name, bytes]) => ({ name, bytes, type: '' })),
    { name: 'photo.png', bytes: await sharp(png).jpeg().toBuffer(), type: 'image/png' },
    { name: 'fine.png', bytes: png, type: 'image/png' },
  ]);
  for (const [, , sentence] of files) await expect(page.getByText(sentence)).toBeAttached();
  await expect(page.locator('[data-status=saved]')).toHaveCount(2);
  await expect(
    page.getByText('“photo.png” ends in .png but is a JPEG; it was taken as JPEG.').first(),
  ).toBeAttached();
  expect(
    (await serverDraft(page, school.curve)).evidence.map(
      (e: { capture: { format: string } }) => e.capture.format,
    ),
  ).toEqual(['jpeg', 'png']);
});

test('refusals one after the other stay to be read, and go together once they were', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  const drop = (name: string, bytes: Buffer) => dropFiles(page, [{ name, bytes, type: '' }]);
  await drop('notes.txt', Buffer.from('hello'));
  await expect(page.getByText(/“notes\.txt” is not a picture/)).toBeVisible();
  await drop('empty.png', Buffer.alloc(0));
  await expect(page.getByText(/“empty\.png” has no content/)).toBeVisible();
  await expect(page.getByText(/“notes\.txt” is not a picture/)).toBeVisible();
  // The same one again is the same sentence, once.
  await drop('empty.png', Buffer.alloc(0));
  await drop('other.txt', Buffer.from('hello'));
  await expect(page.getByText(/“other\.txt” is not a picture/)).toBeVisible();
  await expect(page.getByText(/“empty\.png” has no content/)).toHaveCount(1);
  await page.getByRole('button', { name: 'Understood' }).click();
  await expect(page.getByText(/“notes\.txt”|“empty\.png”|“other\.txt”/)).toHaveCount(0);
});

test('an animated picture gives its first frame and says so', async ({ page, school }) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  const gif = await sharp(
    Buffer.alloc(40 * 90 * 3).map((_, i) => (i * 7) & 255),
    { raw: { width: 40, height: 90, channels: 3, pageHeight: 30 } },
  )
    .gif({ delay: [50, 50, 50] })
    .toBuffer();
  await dropFiles(page, [{ name: 'moving.gif', bytes: gif, type: 'image/gif' }]);
  await expect(page.getByTestId('frame')).toHaveAttribute('data-box', '0,0,40,30');
  await page.keyboard.press('Enter');
  await expect(page.getByText('“moving.gif” is animated; its first frame was taken.').first()).toBeVisible();
});

test('hostile words are shown as words and break no layout', async ({ page, school, browser }) => {
  const words = `<img src=x onerror="document.title='broken'"> \u202e${'👩‍🔬'.repeat(20)} ${'x'.repeat(10_000)}`;
  await signIn(page, school, school.student);
  await openSheet(page, school.curve);
  await dropFiles(
    page,
    [1, 2].map((n) => ({ name: `${n}.png`, bytes: Buffer.alloc(0), type: 'image/png' })),
  );
  const files = await Promise.all(
    [1, 2].map(async (n) => ({
      name: `${'<b>'.repeat(40)}${n}.png`,
      bytes: await testPicture(300, 200, n),
      type: 'image/png',
    })),
  );
  await dropFiles(page, files);
  await expect(page.locator('[data-status=saved]')).toHaveCount(2);
  await page.getByRole('button', { name: 'Bench', exact: true }).first().click();
  await page.getByText('not pinned').first().waitFor();
  await page.keyboard.press('a');
  await page.keyboard.press('b');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await serverDraft(page, school.curve)).evidence[0]?.marks.length).toBe(2);
  await page.goto(`/assignments/${school.curve.id}/hand-in`);
  await page.getByLabel('Your own statement').fill(words);
  await page.getByRole('button', { name: 'Hand in now' }).click();
  await page.getByRole('heading', { name: 'Receipt' }).waitFor();
  const noSidewaysScroll = () => document.documentElement.scrollWidth <= document.documentElement.clientWidth;
  expect(await page.evaluate(noSidewaysScroll)).toBe(true);

  const staff = await browser.newContext({ baseURL: school.address, viewport: { width: 1280, height: 800 } });
  const review = await staff.newPage();
  await signIn(review, school, school.instructor);
  await review.goto(page.url().replace(/$/, '/review'));
  await review.getByRole('button', { name: 'To the whole hand-in' }).click();
  await review.getByRole('textbox', { name: /Remark to the whole/ }).fill(words.slice(0, 10_000));
  await review.getByRole('button', { name: 'Save' }).click();
  await expect(review.getByText('<img src=x onerror=').nth(1)).toBeVisible();
  expect(await review.evaluate(noSidewaysScroll)).toBe(true);
  await expect(review).toHaveTitle(/^.{1,128} – Nachweis$/s);
  await review.goto(`/assignments/${school.curve.id}/hand-ins`);
  await review.getByRole('table').waitFor();
  expect(await review.evaluate(noSidewaysScroll)).toBe(true);
  await expect(review).toHaveTitle(/^.{1,128} – Nachweis$/s);
  await staff.close();
});

test('who is moved to another course with a draft is told so, and keeps the pictures, sent and not sent', async ({
  page,
  school,
  browser,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.curve);
  await addByDrop(page, 300, 200, 'Escape');
  await expect(page.locator('[data-status=saved]')).toHaveCount(1);

  const staff = await (await browser.newContext({ baseURL: school.address })).newPage();
  await signIn(staff, school, school.instructor);
  const { courses } = await (await staff.request.get('/api/session')).json();
  const course = `/api/courses/${courses[0].id}`;
  const { people } = await (await staff.request.get(course)).json();
  const { id } = people.find(({ email }: { email: string }) => email === school.student.email);
  const headers = { Origin: school.address };
  expect((await staff.request.delete(`${course}/people/${id}`, { headers })).ok()).toBe(true);

  // The page stood open; what comes in now has no place there, and waits for another one.
  await addByDrop(page, 320, 200, 'Escape');
  await expect(page.getByText('It waits at the capture station.')).toBeVisible();
  await page.reload();
  await expect(page.getByText('The assignment was not found, or it is not yours to see.')).toBeVisible();
  await page.goto('/');
  await page.getByRole('link', { name: 'Say where it goes' }).click();
  const keep = page.getByRole('button', { name: 'Keep it among the captures' });
  await keep.click();
  await expect(keep).toHaveCount(0);
  await page.goto('/captures');
  await expect(page.getByRole('main').locator('img')).toHaveCount(2);
});
