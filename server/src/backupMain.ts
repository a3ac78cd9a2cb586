import { backup } from './backup/backup.ts';
import { runWithFile } from './backup/commandLine.ts';

await runWithFile('npm run backup -- FILE', async (file, dataFolder) => {
  const { bytes, pictures, missing } = await backup(dataFolder, file);
  const lost =
    missing.length === 0
      ? ''
      : `\nMissing or damaged on disk, and so not in it: ${missing.length} of the pictures:\n  ${missing.join('\n  ')}`;
  return `${file}: the database and ${pictures} pictures, ${(bytes / 1e6).toFixed(1)} MB.${lost}`;
});
