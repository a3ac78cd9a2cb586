import type { Page } from '@playwright/test';
import { expectClean } from '../fixtures/axe.ts';
import { expectInOrder } from '../fixtures/layout.ts';
import { copyPicture, testPicture } from '../fixtures/pictures.ts';
import { expect, type School, signIn, test } from '../fixtures/school.ts';

/** The station, with a folder to be chosen: the browser's own private one stands for one of the disk. */
async function station(page: Page, school: School): Promise<void> {
  await page.addInitScript(() => {
    Object.assign(window, {
      showDirectoryPicker: async () =>
        (await navigator.storage.getDirectory()).getDirectoryHandle('Proofs', { create: true }),
    });
  });
  await signIn(page, school, school.student);
  await page.goto(`/assignments/${school.curve.id}/capture`);
}

/** Name and width of each file there. */
const inFolder = (page: Page) =>
  page.evaluate(async () => {
    const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle('Proofs', {
      create: true,
    });
    const files: Array<[string, number]> = [];
    for await (const [name, handle] of folder as unknown as AsyncIterable<[string, FileSystemFileHandle]>) {
      const bitmap = await createImageBitmap(await handle.getFile());
      files.push([name, bitmap.width]);
    }
    return files.sort();
  });

async function take(page: Page, width: number, key = ''): Promise<void> {
  await copyPicture(page, await testPicture(width, 200));
  await page.keyboard.press('Control+v');
  await page.getByTestId('frame-stage').waitFor();
  if (key) await page.keyboard.press(key);
  await page.keyboard.press('Enter');
}

test('a copy of each picture taken at the station also goes to a folder, and is never written over another', async ({
  page,
  school,
}) => {
  await station(page, school);
  await page.getByLabel('A copy also goes').selectOption('to a folder');
  await expect(page.getByText('No folder is chosen: copies are downloads.')).toBeVisible();
  await page.getByRole('button', { name: 'Choose the folder …' }).press('Enter');
  await expect(page.getByText('Folder: Proofs')).toBeVisible();
  await expectClean(page, 'where copies go');
  await expectInOrder(page, 'where copies go');
  await take(page, 320);
  await page.getByRole('toolbar', { name: 'Tools' }).waitFor();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/A copy is in the folder Proofs: .*_P1\.png/)).toBeVisible();
  // What was being prepared when a page goes is taken up by the next one; here it is done.
  await expect(page.getByRole('dialog')).toHaveCount(0);
  // What lies there from another day has the same name.
  await page.reload();
  await expect(page.getByText('Folder: Proofs')).toBeVisible();
  await expect(page.getByText('The next picture goes to')).toContainText('P2');
  const [first] = await inFolder(page);
  const [name = '', width] = first ?? [];
  expect(width).toBe(320);
  await page.evaluate(async (taken) => {
    const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle('Proofs');
    const bytes = await (await folder.getFileHandle(taken)).getFile();
    const next = await (
      await folder.getFileHandle(taken.replace('P1', 'P2'), { create: true })
    ).createWritable();
    await next.write(bytes);
    await next.close();
  }, name);
  await take(page, 300);
  await expect(page.getByText(/A copy is in the folder Proofs: .*_P2-2\.png/)).toBeVisible();
  expect(await inFolder(page)).toEqual([
    [name, 320],
    [name.replace('P1', 'P2-2'), 300],
    [name.replace('P1', 'P2'), 320],
  ]);
});

test('a copy goes to the clipboard, or is a download where no folder can be written to', async ({
  page,
  school,
}) => {
  await station(page, school);
  await page.getByLabel('A copy also goes').selectOption('to the clipboard');
  // Ten pixels narrower than what was pasted, so that it is told from it.
  await take(page, 320, 'Shift+Alt+ArrowLeft');
  await page.getByRole('toolbar', { name: 'Tools' }).waitFor();
  await page.keyboard.press('Enter');
  await expect(page.getByText('A copy is on the clipboard.')).toBeVisible();
  const width = await page.evaluate(async () => {
    const [item] = await navigator.clipboard.read();
    return item && (await createImageBitmap(await item.getType('image/png'))).width;
  });
  expect(width).toBe(310);
  await page.addInitScript(() => Reflect.deleteProperty(window, 'showDirectoryPicker'));
  await page.getByLabel('A copy also goes').selectOption('to a folder');
  await page.reload();
  await expect(page.getByText('This browser writes into no folder')).toBeVisible();
  const download = page.waitForEvent('download');
  await take(page, 300);
  expect((await download).suggestedFilename()).toMatch(/_P2\.png$/);
});
