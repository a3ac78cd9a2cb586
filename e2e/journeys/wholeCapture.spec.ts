import type { Page } from '@playwright/test';
import { expectClean } from '../fixtures/axe.ts';
import { openSavedPicture } from '../fixtures/savedPicture.ts';
import { expect, test } from '../fixtures/school.ts';
import { openReview, pictureSeen } from '../fixtures/seen.ts';

/** Opens the whole capture by keys, reads the frame in it, and comes back. */
async function seeWhole(page: Page): Promise<void> {
  const open = page.getByRole('button', { name: 'Whole capture …' });
  await open.press('Enter');
  const dialog = page.getByRole('dialog', { name: /the whole capture, with the frame/ });
  await expect(dialog.locator('img[data-painted]')).toHaveAccessibleName(/the whole capture/);
  await expect(dialog.getByTestId('frame').locator('polygon').first()).toHaveAttribute(
    'points',
    '40,30 200,30 200,130 40,130',
  );
  // Keys for verdicts are not meant while it is looked at.
  await page.keyboard.press('1');
  await expectClean(page, 'a whole capture');
  await page.keyboard.press('Escape');
  await expect(open).toBeFocused();
}

test('who hands in lets the whole capture be seen, and whoever judges sees it with the frame in it; else it is nowhere', async ({
  page,
  school,
}) => {
  await openSavedPicture(page, school);
  const sheet = `/api/assignments/${school.single.id}`;
  const { draft } = await (await page.request.get(sheet)).json();
  const [evidence] = draft.evidence;
  await page.goto(`/assignments/${school.single.id}/hand-in`);
  const allow = page.getByLabel('Let whoever judges see the whole captures too');
  // Of a picture that is all of its capture there is nothing to ask.
  await expect(page.getByRole('button', { name: 'Hand in now' })).toBeEnabled();
  await expect(allow).toHaveCount(0);
  await page.request.put(`/api/evidence/${evidence.id}`, {
    data: {
      assignmentId: school.single.id,
      proofPointId: evidence.proofPointId,
      captureId: evidence.capture.id,
      framing: { kind: 'region', box: { x: 40, y: 30, width: 160, height: 100 } },
      marks: evidence.marks,
      baseVersion: evidence.version,
      replaces: [],
    },
    headers: { Origin: school.address },
  });
  await page.reload();
  await expect(allow).not.toBeChecked();
  await expectClean(page, 'the whole captures, asked for');
  const asInstructor = page.getByRole('link', { name: 'as your instructor sees it' });
  await asInstructor.press('Enter');
  await pictureSeen(page);
  await expect(page.getByRole('button', { name: 'Whole capture …' })).toHaveCount(0);
  await page.getByRole('link', { name: 'Back to handing in' }).press('Enter');
  await allow.press('Space');
  await asInstructor.press('Enter');
  await pictureSeen(page);
  await seeWhole(page);
  await page.getByRole('link', { name: 'Back to handing in' }).press('Enter');
  await expect(allow).toBeChecked();
  await page.getByRole('button', { name: 'Hand in now' }).press('Enter');
  await page.getByRole('heading', { name: 'Receipt' }).waitFor();
  const handInId = /hand-ins\/([\w-]+)/.exec(page.url())?.[1] ?? '';
  await expect(page.getByText('Whoever judges this sees the whole captures too')).toBeVisible();

  await openReview(page, school, handInId);
  await pictureSeen(page);
  await seeWhole(page);
  await expect(page.getByTestId('points')).toHaveText('– of 1');
});
