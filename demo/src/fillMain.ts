import { existsSync } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import { createContext, readSettings, SettingsError } from '@nachweis/server';
import { pino } from 'pino';
import { fillDemo } from './fill.ts';

/**
 * Fills the data folder with the demo unless it is filled already. Everything is made in a folder beside it and moved
 * into place at the end, so that an interrupted start leaves no half demo.
 */
async function main(): Promise<void> {
  const settings = readSettings(process.env);
  if (process.argv.includes('--fresh')) await rm(settings.dataFolder, { recursive: true, force: true });
  if (existsSync(settings.dataFolder)) {
    console.log(`Using the demo data in ${settings.dataFolder} (start over with: npm run demo -- --fresh).`);
    return;
  }
  const work = `${settings.dataFolder}.filling`;
  await rm(work, { recursive: true, force: true });
  let at = new Date();
  const context = await createContext({ ...settings, dataFolder: work }, pino({ level: 'warn' }), () => at);
  try {
    await fillDemo(
      context,
      {
        set: (to) => {
          at = to;
        },
      },
      new Date(),
      (line) => console.log(`  ${line}`),
    );
  } finally {
    await context.close();
  }
  await rename(work, settings.dataFolder);
}

try {
  await main();
} catch (error) {
  if (!(error instanceof SettingsError)) throw error;
  console.error(error.message);
  process.exitCode = 1;
}
