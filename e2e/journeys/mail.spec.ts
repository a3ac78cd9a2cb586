import { startMailStandIn } from '@nachweis/demo';
import { expectClean } from '../fixtures/axe.ts';
import { handInOne } from '../fixtures/handIns.ts';
import { expect, signIn, test } from '../fixtures/school.ts';

test('a receipt comes by mail, is read on the stand-in’s page and leads back; what one does not want is not sent', async ({
  page,
  school,
}) => {
  const mail = await startMailStandIn({ smtpPort: 0, pagePort: 0 });
  try {
    await school.stop();
    await school.start(undefined, { NACHWEIS_SMTP: mail.smtp });
    await signIn(page, school, school.classmate);
    await page.goto('/settings');
    const receipts = page.getByLabel(/^The receipt of a hand-in/);
    await expect(page.getByText(`Sent to ${school.classmate.email}`)).toBeVisible();
    await receipts.uncheck();
    await page.reload();
    await expect(receipts).not.toBeChecked();
    await expectClean(page, 'the choice of mail');
    await handInOne(page, school, school.classmate);
    const handInId = await handInOne(page, school, school.student);
    // The server looks for letters every twenty seconds.
    await expect.poll(() => mail.messages().length, { timeout: 60_000 }).toBe(1);
    await page.goto(mail.address);
    await expect(page.getByRole('heading', { name: 'Mail stand-in' })).toBeVisible();
    await expect(page.getByRole('row')).toHaveCount(2);
    await expectClean(page, 'the mail stand-in');
    await page.getByRole('link', { name: /^Handed in: One picture, H-/ }).click();
    await expect(page.getByText(school.student.email)).toBeVisible();
    await expectClean(page, 'a letter');
    await page.getByRole('link', { name: `${school.address}/hand-ins/${handInId}` }).click();
    await expect(page.getByRole('heading', { name: 'Receipt' })).toBeVisible();
  } finally {
    await mail.close();
  }
});
