import { readFile } from 'node:fs/promises';
import { expectClean } from '../fixtures/axe.ts';
import { handInOne } from '../fixtures/handIns.ts';
import { intercept } from '../fixtures/intercept.ts';
import { expect, signIn, test } from '../fixtures/school.ts';

test('anybody checks a receipt and its file, without a connection; what was changed is told', async ({
  page,
  school,
  browser,
}) => {
  const id = await handInOne(page, school, school.student);
  await signIn(page, school, school.student);
  await page.goto(`/hand-ins/${id}`);
  const [receipt] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save the receipt' }).click(),
  ]);
  const jws = await readFile(await receipt.path());
  const view = await (await page.request.get(`/api/hand-ins/${id}`)).json();
  const [file] = view.receipt.files;
  const picture = await (await page.request.get(file.href)).body();

  // Somebody who is not signed in anywhere.
  const context = await browser.newContext({ baseURL: school.address });
  const stranger = await context.newPage();
  let give = () => {};
  const asked = new Promise<void>((resolve) => {
    give = resolve;
  });
  await intercept(stranger, '**/api/keys', async (route) => {
    await asked;
    await route.continue();
  });
  await stranger.goto('/check');
  const field = stranger.getByLabel('Receipt and files');
  await expect(field).toBeDisabled();
  // Dropped before the keys have come, it is looked at once they are there.
  const dropped = await stranger.evaluateHandle(
    ([name, text]) => {
      const transfer = new DataTransfer();
      transfer.items.add(new File([text], name));
      return transfer;
    },
    [receipt.suggestedFilename(), jws.toString()] as const,
  );
  await stranger.locator('main').dispatchEvent('drop', { dataTransfer: dropped });
  give();
  await expect(stranger.getByText('This receipt was signed by this server')).toBeVisible();
  await expect(field).toBeEnabled();
  await context.setOffline(true);
  const jwsFile = { name: receipt.suggestedFilename(), mimeType: 'application/jose', buffer: jws };
  await field.setInputFiles([jwsFile, { name: file.name, mimeType: 'image/png', buffer: picture }]);
  await expect(stranger.getByText('This receipt was signed by this server')).toBeVisible();
  await expect(stranger.getByText(/png is what was handed in/)).toBeVisible();
  await expect(stranger.getByText('Elin Ödegård')).toBeVisible();
  await expectClean(stranger, 'checking a receipt');
  const other = Buffer.from(picture);
  other[other.length - 20] = (other[other.length - 20] ?? 0) ^ 1;
  await field.setInputFiles([{ name: file.name, mimeType: 'image/png', buffer: other }]);
  await expect(stranger.getByText(/is called like what was handed in, and is another file/)).toBeVisible();
  const text = jws.toString();
  const dot = text.indexOf('.') + 30;
  const changed = `${text.slice(0, dot)}${text[dot] === 'A' ? 'B' : 'A'}${text.slice(dot + 1)}`;
  await field.setInputFiles([{ ...jwsFile, buffer: Buffer.from(changed) }]);
  await expect(stranger.getByText(/Something in this receipt was changed|This is no receipt/)).toBeVisible();
  // Of a receipt that nobody vouches for nothing is fine.
  await field.setInputFiles([{ name: file.name, mimeType: 'image/png', buffer: picture }]);
  await expect(stranger.getByText(/png is what was handed in/)).toHaveCount(0);
  await context.close();
});
