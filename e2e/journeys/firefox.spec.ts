import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { expect } from '@playwright/test';
import type { ElementHandle } from 'puppeteer-core';
import { type Hands, test } from '../fixtures/firefox.ts';
import { testPicture } from '../fixtures/pictures.ts';

const WIDTH = 640;
const HEIGHT = 400;

/** One picture as a file, as far as the framing view. */
async function bringIn(hands: Hands, folder: string, seed: number): Promise<void> {
  const path = join(folder, `curve-${seed}.png`);
  await writeFile(path, await testPicture(WIDTH, HEIGHT, seed));
  const input = (await hands.find('input[type=file]')) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(path);
  await hands.find('[data-testid=frame-pixels]');
}

test('Firefox: from signing in to the receipt, and from the hand-in to the released grade', async ({
  school,
  hands,
  complaints,
}, info) => {
  const folder = info.outputPath();
  const student = await hands();
  const { page } = student;
  await student.signIn(school.address, school.student);
  await (await student.find(`a[href$="/assignments/${school.curve.id}"]`)).click();
  await student.reads('The next picture goes to');

  // Framed by dragging, to the pixel; pinned by a click and by a letter.
  await bringIn(student, folder, 1);
  const shown = await (await student.find('[data-testid=frame-stage]')).boundingBox();
  if (!shown) throw new Error('The picture has no place.');
  // This engine knows whole pixels of the screen only.
  const at = (x: number, y: number): [number, number] => [
    Math.floor(shown.x + ((x + 0.5) / WIDTH) * shown.width),
    Math.floor(shown.y + ((y + 0.5) / HEIGHT) * shown.height),
  ];
  await page.mouse.move(...at(20, 20));
  await page.mouse.down();
  await page.mouse.move(...at(300, 200), { steps: 4 });
  await page.mouse.move(...at(599, 379), { steps: 4 });
  await page.mouse.up();
  const frame = await student.find('[data-testid=frame]');
  expect(await frame.evaluate((one) => one.getAttribute('data-box'))).toBe('20,20,580,360');
  await student.press('Accept');
  await student.reads('not pinned');
  await (await student.find('[aria-label^="P1, to be marked"]')).click({ offset: { x: 200, y: 100 } });
  await page.keyboard.press('b');
  await student.press('Done');
  await student.reads('The picture is in P1.');

  await bringIn(student, folder, 2);
  await page.keyboard.press('Enter');
  await student.reads('The picture is in P2.');
  await student.press('Hand in …');
  await student.write('Your own statement', 'Seen in another engine.');
  await student.press('Hand in now');
  await student.named('Receipt', 'heading');
  await student.reads('H-00001');
  await student.reads(/[0-9a-f]{64}/);
  // The driver's own address is older than the page's.
  const receipt = await page.evaluate(() => location.href);

  // The other side of it, by keys.
  const instructor = await hands();
  const review = instructor.page;
  await instructor.signIn(school.address, school.instructor);
  await review.goto(`${school.address}/assignments/${school.curve.id}`);
  await instructor.press('Ödegård, Elin', 'link');
  await instructor.find('[data-testid=stage] img[data-painted]');
  await review.keyboard.press('1');
  await instructor.reads('1 of 3.25');
  await review.keyboard.press('2');
  await instructor.reads(/1\.38 of 3\.25/);
  await (await instructor.find('[data-testid=stage] img')).click({ offset: { x: 120, y: 80 } });
  await review.keyboard.type('Which unit is 1 of 3?');
  await instructor.press('Save');
  await instructor.find('[data-remark="1"]');
  await review.keyboard.press('ArrowRight');
  await instructor.find('[data-testid=stage] img[data-painted][alt*="P2"]');
  await review.keyboard.press('1');
  await instructor.reads(/2\.88 of 3\.25/);
  await instructor.press('Release to Elin Ödegård');
  await instructor.reads(/Released /);

  await page.goto(receipt);
  await student.reads('2.88 of 3.25');
  await student.reads('Which unit is 1 of 3?');
  expect(complaints).toEqual([]);
});

test('Firefox: “Ready for the lab” says what this browser lacks, and what to do instead', async ({
  school,
  hands,
}) => {
  const student = await hands();
  await student.signIn(school.address, school.student);
  await (await student.find('a[href$="/ready"]')).click();
  await student.reads('Sharing the screen');
  // Nobody answers what is shared here: it says what is lacking all the same.
  await student.press('Try it');
  // Newer ones have the floating control.
  const floats = await student.page.evaluate(() => 'documentPictureInPicture' in window);
  const lacks = floats ? 'looking back at moments' : 'looking back at moments and the floating control';
  await student.reads(`This browser lacks ${lacks}: use the delay for menus.`);
});
