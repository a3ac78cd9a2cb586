// What an upload costs at least: a route that hashes the same body and writes it durably. Prints its address.
import { createHash, randomUUID } from 'node:crypto';
import { mkdtempSync } from 'node:fs';
import { open, rename } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import express from 'express';

const folder = mkdtempSync(join(tmpdir(), 'nachweis-bare-'));
const app = express();
app.put('/bare', express.raw({ limit: '25mb', type: () => true }), async (req, res) => {
  const sha256 = createHash('sha256').update(req.body).digest('hex');
  const temporary = join(folder, randomUUID());
  const file = await open(temporary, 'wx');
  await file.writeFile(req.body);
  await file.sync();
  await file.close();
  await rename(temporary, join(folder, sha256));
  const directory = await open(folder, 'r');
  await directory.sync();
  await directory.close();
  res.json({ sha256 });
});
const server = app.listen(0, '127.0.0.1', () =>
  console.log(`bare http://127.0.0.1:${server.address().port}`),
);
process.on('SIGTERM', () => process.exit(0));
