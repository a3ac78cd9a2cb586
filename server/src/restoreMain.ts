import { restore } from './backup/backup.ts';
import { runWithFile } from './backup/commandLine.ts';

await runWithFile('npm run restore -- FILE', async (file, dataFolder) => {
  const { pictures } = await restore(file, dataFolder);
  return `${dataFolder}: the database and ${pictures} pictures are back.`;
});
