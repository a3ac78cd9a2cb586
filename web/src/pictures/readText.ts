import { type Box, clampBox, readingScale } from '@nachweis/core';
import languageUrl from '@tesseract.js-data/eng/4.0.0_best_int/eng.traineddata.gz?url';
import { createWorker, OEM, PSM } from 'tesseract.js';
import workerUrl from 'tesseract.js/dist/worker.min.js?url';
import coreUrl from 'tesseract.js-core/tesseract-core-simd-lstm.wasm.js?url';

/** What was read, and how sure the reading is: 0 to 100. */
export interface ReadText {
  text: string;
  certainty: number;
}

interface Reading {
  /** areas that are hidden: they are not read. In pixels of the bitmap, as `box` is */
  hidden: readonly Box[];
  signal: AbortSignal;
}

type Reader = Awaited<ReturnType<typeof createWorker>>;
let reader: Promise<Reader> | null = null;

/** Started when something is read for the first time: it takes half a second and 7 MB. */
function started(): Promise<Reader> {
  reader ??= start().catch((error: unknown) => {
    reader = null;
    throw error;
  });
  return reader;
}

async function start(): Promise<Reader> {
  const whole = (address: string) => new URL(address, location.href).href;
  const made = await new Promise<Reader>((resolve, reject) => {
    createWorker('eng', OEM.LSTM_ONLY, {
      workerPath: whole(workerUrl),
      corePath: whole(coreUrl),
      // The folder of them; it looks for its file there.
      langPath: whole(languageUrl).replace(/\/[^/]*$/, ''),
      workerBlobURL: false,
      cacheMethod: 'none',
      // What it makes never settles where something does not load; that is told here alone.
      errorHandler: reject,
    }).then(resolve, reject);
  });
  await made.setParameters({ tessedit_pageseg_mode: PSM.SINGLE_BLOCK, preserve_interword_spaces: '1' });
  return made;
}

/**
 * The words in a part of a picture, line by line. Read in a worker of its own, here and not on the server; giving up ends
 * that worker, since a reading cannot be stopped otherwise.
 * @param box in pixels of the bitmap
 * @throws DOMException AbortError; Error where the reader or its letters cannot be loaded
 */
export async function readText(
  bitmap: ImageBitmap,
  box: Box,
  { hidden, signal }: Reading,
): Promise<ReadText> {
  const part = clampBox(box, bitmap);
  if (!part) return { text: '', certainty: 100 };
  const scale = readingScale(part);
  const canvas = new OffscreenCanvas(Math.round(part.width * scale), Math.round(part.height * scale));
  const context = canvas.getContext('2d');
  if (!context) throw new Error('This browser cannot draw the part that is to be read.');
  context.imageSmoothingQuality = 'high';
  context.scale(scale, scale);
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, part.width, part.height);
  context.translate(-part.x, -part.y);
  context.drawImage(bitmap, 0, 0);
  for (const { x, y, width, height } of hidden) context.fillRect(x, y, width, height);
  const pixels = await canvas.convertToBlob({ type: 'image/png' });
  const own = await started();
  const giveUp = () => {
    reader = null;
    void own.terminate();
  };
  signal.throwIfAborted();
  return await new Promise<ReadText>((resolve, reject) => {
    signal.addEventListener(
      'abort',
      () => {
        giveUp();
        reject(signal.reason);
      },
      { once: true },
    );
    own.recognize(pixels).then(
      (
        { data }, // A gap in the picture is no line of the text.
      ) => resolve({ text: data.text.replace(/\n{2,}/g, '\n').trim(), certainty: data.confidence }),
      (error: unknown) => {
        giveUp();
        reject(error);
      },
    );
  });
}
