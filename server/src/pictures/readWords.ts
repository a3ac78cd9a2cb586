import { createRequire } from 'node:module';
import { dirname } from 'node:path';
import { readingScale } from '@nachweis/core';
import { createWorker, OEM, PSM } from 'tesseract.js';
import { DecodeError, decode } from './decode.ts';

type Reader = Awaited<ReturnType<typeof createWorker>>;
let reader: Promise<Reader> | null = null;

/** Letters that ship with the server: nothing is fetched. */
const LETTERS = dirname(
  createRequire(import.meta.url).resolve('@tesseract.js-data/eng/4.0.0_best_int/eng.traineddata.gz'),
);

/** Told to the reader, which guesses from it how high letters are: as printed pages have. */
const DPI = 300;

async function start(): Promise<Reader> {
  const made = await new Promise<Reader>((resolve, reject) => {
    createWorker('eng', OEM.LSTM_ONLY, { langPath: LETTERS, cacheMethod: 'none', errorHandler: reject }).then(
      resolve,
      reject,
    );
  });
  await made.setParameters({
    tessedit_pageseg_mode: PSM.SINGLE_BLOCK,
    preserve_interword_spaces: '1',
    user_defined_dpi: String(DPI),
  });
  return made;
}

/**
 * The words in a picture, line by line; the same reading as the bench's.
 * @throws DecodeError where its pixels cannot be read
 */
export async function readWords(bytes: Uint8Array): Promise<string> {
  const picture = decode(bytes);
  const { width = 1, height = 1 } = await picture.metadata().catch((error: Error) => {
    throw new DecodeError(error.message);
  });
  const png = await picture
    .flatten({ background: '#ffffff' })
    .resize(Math.max(1, Math.round(width * readingScale({ width, height }))))
    .png({ compressionLevel: 1 })
    .toBuffer()
    .catch((error: Error) => {
      throw new DecodeError(error.message);
    });
  reader ??= start().catch((error: unknown) => {
    reader = null;
    throw error;
  });
  const { data } = await (await reader).recognize(png);
  return data.text.replace(/\n{2,}/g, '\n').trim();
}
