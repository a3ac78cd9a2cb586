import { readSettings, SettingsError } from '../settings.ts';
import { BackupError } from './backupError.ts';

/** Runs a command that takes one file and the data folder, and says plainly what went wrong. */
export async function runWithFile(
  usage: string,
  work: (file: string, dataFolder: string) => Promise<string>,
): Promise<void> {
  const file = process.argv[2];
  try {
    if (!file) throw new BackupError(`Usage: ${usage}`);
    process.stdout.write(`${await work(file, readSettings(process.env).dataFolder)}\n`);
  } catch (error) {
    if (!(error instanceof BackupError || error instanceof SettingsError)) throw error;
    process.stderr.write(`${error.message}\n`);
    process.exitCode = 1;
  }
}
