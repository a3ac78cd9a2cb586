import type { Page } from '@playwright/test';
import { handInCurve } from '../fixtures/handIns.ts';
import { addByDrop } from '../fixtures/pictures.ts';
import { expect, openCourse, openSheet, type School, signIn, test } from '../fixtures/school.ts';

/** What can be pressed, chosen or filled on a page, as assistive technology is told of it (WAI-ARIA 1.2 roles). */
const ACTS =
  /^\s*- '?(button|link|checkbox|radio|combobox|textbox|searchbox|spinbutton|slider)(?: "(.*?)")?(?=[: ['\n])/gm;

/** What only somebody with a keyboard needs. */
const BY_KEYS = /^button Keys/;

async function actionsOn(page: Page): Promise<string[]> {
  const snapshots = [await page.locator('body').ariaSnapshot()];
  // What lies open one after the other in little room is all there.
  const closed = page
    .getByRole('group', { name: 'Groups of tools' })
    .locator('[aria-expanded=false]')
    .filter({ visible: true });
  for (const name of await closed.allTextContents()) {
    await closed.filter({ hasText: name }).click();
    snapshots.push(await page.locator('body').ariaSnapshot());
  }
  // A name that a page has twice at one size it may have once at the other.
  const all = new Set(
    snapshots.flatMap((told) =>
      [...`${told}\n`.matchAll(ACTS)].map(([, role, name = '']) => `${role} ${name}`),
    ),
  );
  return [...all].filter((one) => !BY_KEYS.test(one)).sort();
}

/** A page or a dialog, and what shows that it is there. */
interface Place {
  name: string;
  go: (page: Page) => Promise<void>;
}

/** The page stands with what it had to fetch. */
async function arrived(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Sign out', exact: true }).waitFor();
  await page.getByRole('heading', { level: 1 }).first().waitFor();
  await expect(page.locator('[data-loading]')).toHaveCount(0);
}

const dialog = (page: Page) => page.getByRole('dialog');

const ofStudent = (school: School, handInId: string): Place[] => {
  const sheet = async (page: Page) => {
    await openSheet(page, school.single);
    await page.locator('[data-status=saved]').waitFor();
  };
  const opened = (name: string) => async (page: Page) => {
    await sheet(page);
    await page.getByRole('button', { name, exact: true }).click();
    await dialog(page).waitFor();
    await expect(dialog(page).locator('[data-loading]')).toHaveCount(0);
  };
  const at = (path: string) => async (page: Page) => {
    await page.goto(path);
    await arrived(page);
  };
  return [
    { name: 'assignments', go: at('/') },
    { name: 'the proof sheet', go: sheet },
    {
      name: 'framing',
      async go(page) {
        await opened('Frame')(page);
        // The dialog is there before what is in it.
        await page.getByTestId('frame-stage').waitFor();
        await page.getByRole('button', { name: /^Accept/ }).waitFor();
      },
    },
    {
      name: 'the bench',
      async go(page) {
        await opened('Bench')(page);
        await page.getByRole('toolbar').waitFor();
      },
    },
    {
      name: 'the practice desk',
      async go(page) {
        await opened('Practice desk')(page);
        // Its first moment is kept once the desk has come to rest.
        await page.getByRole('button', { name: /^Now: / }).waitFor();
      },
    },
    {
      name: 'a plate',
      async go(page) {
        await opened('Plate')(page);
        // The captures are offered once they are read.
        await dialog(page)
          .getByRole('button', { name: /^clipboard/ })
          .first()
          .waitFor();
      },
    },
    { name: 'the look before handing in', go: at(`/assignments/${school.single.id}/hand-in`) },
    { name: 'the station', go: at(`/assignments/${school.single.id}/capture`) },
    { name: 'captures', go: at('/captures') },
    { name: 'settings', go: at('/settings') },
    {
      name: 'the receipt',
      async go(page) {
        await page.goto(`/hand-ins/${handInId}`);
        await page.getByRole('heading', { name: 'Receipt' }).waitFor();
      },
    },
  ];
};

const ofInstructor = (school: School, handInId: string): Place[] => {
  const { id } = school.curve;
  const at = (path: string, there: (page: Page) => Promise<void>) => async (page: Page) => {
    await page.goto(path);
    await there(page);
  };
  return [
    {
      name: 'the list of hand-ins',
      go: at(`/assignments/${id}/hand-ins`, (page) => page.getByRole('table').waitFor()),
    },
    {
      name: 'the grid',
      go: at(`/assignments/${id}/grid`, (page) => page.getByRole('button', { name: 'All shown' }).waitFor()),
    },
    {
      name: 'the review',
      go: at(`/hand-ins/${handInId}/review`, async (page) => {
        await page.getByTestId('points').waitFor();
        await page
          .getByRole('navigation', { name: /of the class$/ })
          .getByRole('link')
          .first()
          .waitFor();
      }),
    },
    {
      name: 'comparing',
      async go(page) {
        await page.goto(`/hand-ins/${handInId}/review`);
        await page.getByRole('link', { name: /^Compare/ }).click();
        await arrived(page);
      },
    },
    {
      name: 'the ledger',
      go: at(`/assignments/${id}/ledger`, (page) => page.getByRole('table').first().waitFor()),
    },
    { name: 'the second marking', go: at(`/assignments/${id}/second-marking`, arrived) },
    { name: 'named files', go: at(`/assignments/${id}/named-files`, arrived) },
    {
      name: 'the builder',
      go: at(`/assignments/${id}/edit`, (page) =>
        page.getByRole('button', { name: 'Save as a file' }).waitFor(),
      ),
    },
    {
      name: 'the course',
      async go(page) {
        await openCourse(page);
        await page.getByRole('table').waitFor();
      },
    },
  ];
};

test('what can be done at 1280 px can be done by touch at 390 px', async ({ page, school, browser }) => {
  const handInId = await handInCurve(page, school);
  await handInCurve(page, school, undefined, school.classmate);
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await addByDrop(page, 400, 300, 'Escape');
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  const phone = await browser.newContext({
    baseURL: school.address,
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
    serviceWorkers: 'block',
  });
  const small = await phone.newPage();
  for (const [person, places] of [
    [school.student, ofStudent(school, handInId)],
    [school.instructor, ofInstructor(school, handInId)],
  ] as const) {
    await signIn(page, school, person);
    await signIn(small, school, person);
    for (const { name, go } of places) {
      await Promise.all([go(page), go(small)]);
      const wide = await actionsOn(page);
      expect(wide.length, `${name} has something to do`).toBeGreaterThan(3);
      // What a page fetches by itself may come a moment later on the one than on the other.
      await expect
        .configure({ soft: true })
        .poll(
          async () => {
            const narrow = await actionsOn(small);
            return wide.filter((one) => !narrow.includes(one));
          },
          { message: `${name}: what is missing by touch at 390 px`, timeout: 10_000 },
        )
        .toEqual([]);
    }
  }
  await phone.close();
});
