import { runWithFile } from './backup/commandLine.ts';
import { restore } from './backup/restore.ts';

await runWithFile('npm run restore -- FILE', async (file, dataFolder) => {
  const { pictures, missing, sealed } = await restore(file, dataFolder);
  const lost =
    missing.length === 0
      ? ''
      : `\nThese were missing already when the backup was made:\n  ${missing.join('\n  ')}`;
  const older = sealed
    ? ''
    : '\nThe backup was made by an earlier version, without a checksum of its own: the database is sound, but a changed letter in it could not be seen.';
  return `${dataFolder}: the database and ${pictures} pictures are back.${lost}${older}`;
});
