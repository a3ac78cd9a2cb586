import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fillDemo } from '@nachweis/demo';
import { createContext, readSettings, startServer } from '@nachweis/server';
import { chromium, type Page } from '@playwright/test';
import { pino } from 'pino';

/** Renews docs/screenshots from freshly filled demo data, in the order of the work. Run with `npm run screenshots`. */
const ROOT = join(import.meta.dirname, '..', '..');
const log = pino({ level: 'warn' });

async function serveDemo() {
  const folder = mkdtempSync(join(tmpdir(), 'nachweis-shots-'));
  const settings = readSettings({
    NACHWEIS_DATA: folder,
    NACHWEIS_PORT: '0',
    NACHWEIS_DEMO: '1',
    NACHWEIS_WEB: join(ROOT, 'web/dist'),
  });
  let at = new Date();
  const context = await createContext(settings, log, () => at);
  await fillDemo(
    context,
    {
      set: (to) => {
        at = to;
      },
    },
    new Date(),
  );
  await context.close();
  const server = await startServer(settings, log);
  return {
    address: server.address,
    async stop() {
      await server.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

async function signInAs(page: Page, name: string): Promise<void> {
  await page.context().clearCookies();
  await page.goto('/sign-in');
  await page.getByRole('button', { name: new RegExp(`^${name}`) }).click();
  await page.getByRole('heading', { name: 'Assignments' }).waitFor();
}

const server = await serveDemo();
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-quic',
    '--disable-background-networking',
    '--no-first-run',
    '--use-fake-ui-for-media-stream',
    '--use-fake-device-for-media-stream',
  ],
});
const page = await browser.newPage({
  viewport: { width: 1280, height: 800 },
  baseURL: server.address,
  locale: 'en-GB',
  timezoneId: 'Europe/Berlin',
});
const shot = async (name: string) => {
  await page.waitForLoadState('networkidle');
  await page.evaluate(() => document.fonts.ready);
  // Pictures in view that are still on their way: the server makes some when they are first asked for.
  await page.waitForFunction(() =>
    [...document.images].every((image) => {
      const { top, bottom } = image.getBoundingClientRect();
      return bottom < 0 || top > innerHeight || (image.complete && image.naturalWidth > 0);
    }),
  );
  await page.screenshot({ path: join(ROOT, 'docs/screenshots', `${name}.png`) });
};
const toastsGone = () => page.locator('[data-sonner-toast]').first().waitFor({ state: 'detached' });

/** A share of the practice desk's own picture, a menu in one of its moments; then framing, captures. */
async function station(): Promise<void> {
  await signInAs(page, 'Farida Nazari');
  await page.getByRole('link', { name: /Gap filling/ }).click();
  await page.getByRole('button', { name: 'Practice desk' }).click();
  const desk = page.getByRole('application', { name: /^Practice desk/ });
  await desk.waitFor();
  const shown = (await desk.boundingBox()) ?? { x: 0, y: 0, width: 1, height: 1 };
  const at = (x: number, y: number): [number, number] => [
    shown.x + (x / 2464) * shown.width,
    shown.y + (y / 900) * shown.height,
  ];
  await page.mouse.click(...at(1525, 148));
  await page.mouse.move(...at(1540, 218));
  await page
    .getByRole('button', { name: /^Menu Probe/ })
    .first()
    .waitFor();
  await shot('practice-desk');
  await page
    .getByRole('button', { name: /^Menu Probe/ })
    .first()
    .click();
  await page.getByText('2 displays seem to be in the picture.').waitFor();
  await page.keyboard.press('Escape');
  await page.getByRole('dialog').waitFor({ state: 'detached' });

  await page.getByRole('link', { name: 'Capture station of this assignment' }).click();
  await page.locator('figure img').first().waitFor();
  await page.evaluate(async () => {
    const picture = document.querySelector<HTMLImageElement>('figure img');
    const canvas = document.createElement('canvas');
    canvas.width = 1440;
    canvas.height = 900;
    await picture?.decode();
    setInterval(() => picture && canvas.getContext('2d')?.drawImage(picture, 0, 0), 200);
    navigator.mediaDevices.getDisplayMedia = async () => canvas.captureStream(10);
  });
  await page.getByRole('button', { name: 'Share the screen' }).click();
  await page.getByRole('button', { name: 'Accept' }).waitFor();
  await page.keyboard.press('Escape');
  await page.getByRole('list', { name: 'Moments to take' }).waitFor();
  await toastsGone();
  await shot('capture-station');
  await page.getByRole('button', { name: 'Stop sharing' }).click();
  await page.getByRole('link', { name: 'Captures' }).click();
  await page.getByText(/captures$/).waitFor();
  await shot('captures');
}

try {
  await page.goto('/sign-in');
  await page.getByText('Look around as somebody').waitFor();

  await signInAs(page, 'Elin Ödegård');
  await page.getByRole('link', { name: /Gap filling/ }).click();
  await page.getByRole('button', { name: 'Practice desk' }).click();
  await page.getByRole('application', { name: /^Practice desk/ }).waitFor();
  await page.getByRole('button', { name: /^Display 1/ }).click();
  await page.getByTestId('frame-pixels').waitFor();
  for (const [label, value] of Object.entries({ width: '470', height: '510', x: '70', y: '120' }))
    await page.getByLabel(label, { exact: true }).fill(value);
  await page.getByText('The picture is being looked at.').waitFor({ state: 'detached' });
  await shot('framing');
  await page.getByRole('button', { name: 'Accept' }).click();
  await page.getByText('not pinned').first().waitFor();
  const picture = page.getByRole('img', { name: 'P1, to be marked' });
  const shown = (await picture.locator('..').locator('..').boundingBox()) ?? {
    x: 0,
    y: 0,
    width: 1,
    height: 1,
  };
  for (const [x, y] of [
    [150, 52],
    [446, 245],
  ] as const)
    await page.mouse.click(shown.x + (x / 470) * shown.width, shown.y + (y / 510) * shown.height);
  const drag = async (tool: string, from: readonly [number, number], to: readonly [number, number]) => {
    await page
      .getByRole('toolbar', { name: 'Tools' })
      .getByRole('button', { name: tool, exact: true })
      .click();
    const at = ([x, y]: readonly [number, number]) =>
      [shown.x + (x / 470) * shown.width, shown.y + (y / 510) * shown.height] as const;
    await page.mouse.move(...at(from));
    await page.mouse.down();
    await page.mouse.move(...at([(from[0] + to[0]) / 2, (from[1] + to[1]) / 2]));
    await page.mouse.move(...at(to));
    await page.mouse.up();
  };
  await drag('Box', [40, 232], [440, 264]);
  await drag('Mosaic', [330, 42], [455, 66]);
  await drag('Highlighter', [40, 115], [440, 138]);
  await drag('Callout', [300, 250], [250, 330]);
  await page.keyboard.type('From here on the logger was silent.');
  await shot('bench');
  await page.getByRole('button', { name: 'Format', exact: true }).click();
  await page.getByRole('table').waitFor({ timeout: 60_000 });
  await shot('formats');
  await page.getByRole('button', { name: 'Done' }).click();
  await page.locator('[data-status=saved]').waitFor();
  await toastsGone();
  await shot('proof-sheet');
  await page.getByRole('button', { name: 'Practice desk' }).click();
  await page.getByRole('button', { name: 'Curve Fitter', exact: true }).click();
  await page.getByTestId('frame-pixels').waitFor();
  await page.keyboard.press('Enter');
  await page.locator('[data-status=saved]').nth(1).waitFor();
  await page.getByRole('button', { name: 'Plate', exact: true }).click();
  const plate = page.getByRole('dialog');
  for (const point of [/^P1 /, /^P2 /]) await plate.getByRole('button', { name: point }).click();
  await plate
    .getByRole('combobox', { name: 'Pictures' })
    .selectOption('two beside each other, as before and after');
  await plate.locator('canvas[data-whole=true]').waitFor();
  await shot('plate');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Hand in …' }).click();
  await page
    .getByLabel('Your own statement')
    .fill('The two values around half past nine: the stage rose fastest there.');
  await page.getByText('You will get a receipt').waitFor();
  await toastsGone();
  await shot('look-before-handing-in');
  await page.getByRole('button', { name: 'Hand in now' }).click();
  await page.getByRole('heading', { name: 'Receipt' }).waitFor();
  await shot('receipt');

  await station();

  await signInAs(page, 'Dario Ferhat');
  await page.getByRole('link', { name: /Probe start-up/ }).click();
  await page.getByRole('link', { name: /returned/ }).click();
  await page.getByRole('heading', { name: /Returned/ }).waitFor();
  await shot('feedback');

  await signInAs(page, 'Ruth Mandelbrod');
  await page.getByRole('link', { name: /Rating curve/ }).click();
  await page.getByRole('table').waitFor();
  await shot('hand-ins');
  await page.getByRole('link', { name: 'Okafor-Stein, Bilal' }).click();
  await page.getByTestId('points').waitFor();
  await page.keyboard.press('ArrowRight');
  await page.locator('[data-remark]').waitFor();
  await shot('review');
  await page.getByRole('link', { name: 'Compare' }).click();
  await page.getByText(/places differ/).waitFor();
  await shot('compare');
  await page.keyboard.press('Escape');
  await page.getByTestId('points').waitFor();
  await page.getByRole('link', { name: 'Rating curve' }).click();
  await page.getByRole('link', { name: 'Grid', exact: true }).click();
  await page.getByRole('gridcell', { name: /Bellomo, Chiara: P2/ }).click();
  await page.getByRole('region', { name: 'Verdicts for P2' }).waitFor();
  await page.locator('img[alt^="Picture for"][data-painted]').waitFor();
  await shot('grid');
  await page.getByRole('link', { name: 'Rating curve' }).click();
  await page.getByRole('link', { name: 'Second marking' }).click();
  await page
    .getByRole('heading', { name: 'How far the two agree' })
    .evaluate((heading) => heading.scrollIntoView());
  await shot('second-marking');
  await page.goto('/');
  await page.getByRole('link', { name: /^Course:/ }).click();
  await page.getByRole('heading', { name: 'People' }).waitFor();
  await shot('course');
  await page.getByRole('link', { name: 'Rating curve' }).first().click();
  await page.getByRole('heading', { name: 'Proof points' }).waitFor();
  await shot('builder');
  await page.goBack();
  await page.getByRole('link', { name: 'Ledger' }).click();
  await page.getByRole('table').first().waitFor();
  await page.getByRole('link', { name: 'By proof point: Rating curve' }).click();
  await page.getByRole('heading', { level: 1, name: 'Rating curve' }).waitFor();
  await shot('ledger');
} finally {
  await browser.close();
  await server.stop();
}
