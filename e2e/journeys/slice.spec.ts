import { expect, openSheet, serverDraft, signIn, signInByForm, test } from '../fixtures/school.ts';

test('the whole way by pointer: from the desk to a released grade', async ({ page, school, browser }) => {
  await page.goto('/');
  await expect(page).toHaveURL(/sign-in/);
  await signInByForm(page, school.student);
  await expect(page.getByRole('link', { name: /Rating curve/ })).toContainText(/due in (3|2) days.*to do/s);
  await page.getByRole('link', { name: /Rating curve/ }).click();
  await expect(page.getByText('Room for: The fitted curve')).toBeVisible();

  // The curve: taken from the practice desk, framed by dragging, pinned by clicking.
  await page.getByRole('button', { name: 'Practice desk' }).click();
  await page.getByRole('button', { name: 'Curve Fitter', exact: true }).click();
  const stage = page.getByTestId('frame-stage');
  await stage.waitFor();
  const shown = (await stage.boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 };
  const scale = shown.width / 660;
  const at = (x: number, y: number): [number, number] => [
    shown.x + (x + 0.5) * scale,
    shown.y + (y + 0.5) * scale,
  ];
  await page.mouse.move(...at(10, 20));
  await page.mouse.down();
  await page.mouse.move(...at(300, 200), { steps: 4 });
  await page.mouse.move(...at(649, 529), { steps: 4 });
  await page.mouse.up();
  await expect(page.getByTestId('frame')).toHaveAttribute('data-box', '10,20,640,510');
  await page.getByRole('button', { name: 'Accept' }).click();
  await page.getByText('not pinned').first().waitFor();
  const picture = page.getByRole('img', { name: 'P1, to be marked' });
  await picture.click({ position: { x: 200, y: 300 } });
  await picture.click({ position: { x: 300, y: 100 } });
  await expect(page.getByText('not pinned')).toHaveCount(0);
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText('The picture is in P1.')).toBeVisible();
  await expect(page.locator('[data-status=saved]')).toHaveCount(1);

  // The table.
  await expect(page.getByText('The next picture goes to P2')).toBeVisible();
  await page.getByRole('button', { name: 'Practice desk' }).click();
  await page.getByRole('button', { name: 'Stage Table', exact: true }).click();
  await page.getByRole('button', { name: 'Accept' }).click();
  await expect(page.locator('[data-status=saved]')).toHaveCount(2);
  const draft = await serverDraft(page, school.curve);
  expect(draft.evidence).toMatchObject([
    {
      fileName: 'Ödegård_P1.png',
      framing: { box: { x: 10, y: 20, width: 640, height: 510 } },
      capture: { source: 'practice-desk', surface: 'window', width: 660, height: 540 },
    },
    { fileName: 'Ödegård_P2.png', framing: { kind: 'whole' } },
  ]);

  // Handing in: what is missing is said before.
  await page.getByRole('button', { name: 'Hand in …' }).click();
  await expect(page.getByText('Your own statement is missing.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Hand in now' })).toBeDisabled();
  await page.getByLabel('Your own statement').fill('It fits well.');
  await page.getByRole('button', { name: 'Hand in now' }).click();
  await expect(page.getByRole('heading', { name: 'Receipt' })).toBeVisible();
  await expect(page.getByText('H-00001').first()).toBeVisible();
  await expect(page.getByText(/^[0-9a-f]{64}$/)).toHaveCount(2);
  const handInUrl = page.url();

  // The instructor.
  const staff = await browser.newContext({ baseURL: school.address });
  const review = await staff.newPage();
  await signIn(review, school, school.instructor);
  await review.goto('/');
  await expect(review.getByRole('link', { name: /Rating curve/ })).toContainText('1 waiting');
  await review.getByRole('link', { name: /Rating curve/ }).click();
  await review.getByRole('link', { name: 'Ödegård, Elin' }).click();
  await expect(review.locator('[data-pin]')).toHaveCount(2);
  await review.getByLabel('Marks v').uncheck();
  await expect(review.locator('[data-pin]')).toHaveCount(0);
  await review
    .getByRole('group', { name: /Verdict on a/ })
    .getByRole('button', { name: 'shown', exact: true })
    .click();
  await review
    .getByRole('group', { name: /Verdict on b/ })
    .getByRole('button', { name: 'partly shown' })
    .click();
  await expect(review.getByTestId('points')).toHaveText('1.38 of 3.25');
  await review.getByRole('img', { name: /Ödegård_P1/ }).click({ position: { x: 120, y: 80 } });
  await review.getByRole('textbox', { name: /Remark at/ }).fill('Which unit is this?');
  await review.getByRole('button', { name: 'Save' }).click();
  await expect(review.locator('[data-remark="1"]')).toBeVisible();
  await review.getByRole('button', { name: /P2 The gaugings/ }).click();
  await review.getByRole('button', { name: 'shown', exact: true }).click();
  await review.getByRole('button', { name: 'Adjust' }).click();
  await review.getByLabel('Add points').fill('0.25');
  await review.getByRole('button', { name: 'Save' }).click();
  await expect(review.getByText('Give a reason')).toBeVisible();
  await review.getByLabel('Reason').fill('A careful fit.');
  await review.getByRole('button', { name: 'Save' }).click();
  await expect(review.getByTestId('points')).toHaveText('3.13 of 3.25');

  // Nothing of it is to be seen before the release.
  await page.reload();
  await expect(page.getByText('appear here once they are released')).toBeVisible();
  await expect(page.getByText('Which unit is this?')).toHaveCount(0);
  await review.getByRole('button', { name: /Release to/ }).click();
  await expect(review.getByText(/^Released /).first()).toBeVisible();

  await page.goto(handInUrl);
  await expect(page.getByRole('heading', { name: /Returned/ })).toBeVisible();
  await expect(page.getByText('3.13 of 3.25')).toBeVisible();
  await expect(page.getByText('partly shown')).toBeVisible();
  await expect(page.getByText('A careful fit.')).toBeVisible();
  await page.getByRole('button', { name: 'Remark 1: Which unit is this?' }).click();
  await page.goto('/');
  await expect(page.getByRole('link', { name: /Rating curve/ })).toContainText(/returned.*3\.13\/3\.25/s);
  await staff.close();
});

test('an instructor releases all that are ready, after one question', async ({ page, school }) => {
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.single.id}`);
  await expect(page).toHaveURL(/hand-ins$/);
  await expect(page.getByText('Nothing has been handed in yet.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Release 0' })).toBeDisabled();
});

test('a closed assignment can be read and says why nothing can be added', async ({ page, school }) => {
  await signIn(page, school, school.student);
  await page.goto(`/assignments/${school.closed.id}`);
  await expect(page.getByText('This assignment is closed.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Choose files' })).toHaveCount(0);
  await page.goto(`/assignments/${school.closed.id}/hand-in`);
  await expect(page).toHaveURL(new RegExp(`${school.closed.id}$`));
});

test('an address without a page says so and leads back', async ({ page, school }) => {
  await signIn(page, school, school.student);
  await page.goto('/no/such/page');
  await page.getByRole('link', { name: 'Go to your assignments' }).click();
  await expect(page.getByRole('heading', { name: 'Assignments' })).toBeVisible();
  await page.goto('/assignments/00000000-0000-4000-8000-000000000000');
  await expect(page.getByRole('alert')).toContainText('was not found, or it is not yours to see');
  // Asking again would change nothing.
  await expect(page.getByRole('button', { name: 'Try again' })).toHaveCount(0);
  await openSheet(page, school.single);
});
