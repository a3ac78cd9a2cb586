import { backup } from './backup/backup.ts';
import { runWithFile } from './backup/commandLine.ts';

await runWithFile('npm run backup -- FILE', async (file, dataFolder) => {
  const { bytes, pictures } = await backup(dataFolder, file);
  return `${file}: the database and ${pictures} pictures, ${(bytes / 1e6).toFixed(1)} MB.`;
});
