import {
  decodePDFRawStream,
  PDFArray,
  PDFHexString,
  PDFName,
  type PDFObject,
  PDFRawStream,
  PDFString,
} from 'pdf-lib';
import { name, numberOf } from './pdfObjects.ts';

/** How samples become colours (ISO 32000-1, 8.6). */
export interface ColourSpace {
  components: number;
  /** samples are places in a table, not levels */
  palette: boolean;
  /** writes red, green and blue of the samples at `from`, levels 0 to 255 or places in the table */
  write(samples: Uint8Array, from: number, out: Uint8ClampedArray, at: number): void;
}

const GREY: ColourSpace = {
  components: 1,
  palette: false,
  write(samples, from, out, at) {
    out.fill(samples[from] as number, at, at + 3);
  },
};
const RGB: ColourSpace = {
  components: 3,
  palette: false,
  write(samples, from, out, at) {
    out[at] = samples[from] as number;
    out[at + 1] = samples[from + 1] as number;
    out[at + 2] = samples[from + 2] as number;
  },
};
/** The plain conversion of ISO 32000-1, 10.3.5: no profile, no black generation. */
const CMYK: ColourSpace = {
  components: 4,
  palette: false,
  write(samples, from, out, at) {
    const black = samples[from + 3] as number;
    for (let ink = 0; ink < 3; ink++) out[at + ink] = 255 - (samples[from + ink] as number) - black;
  },
};
const PLAIN: Readonly<Record<string, ColourSpace>> = {
  DeviceGray: GREY,
  DeviceRGB: RGB,
  DeviceCMYK: CMYK,
  CalRGB: RGB,
  CalGray: GREY,
};

/** @returns null for a colour space that is not known here */
export function colourSpace(object: PDFObject | undefined): ColourSpace | null {
  if (object instanceof PDFName) return PLAIN[object.decodeText()] ?? null;
  if (!(object instanceof PDFArray)) return null;
  const kind = object.lookup(0);
  if (kind === name('CalRGB')) return RGB;
  if (kind === name('CalGray')) return GREY;
  if (kind === name('ICCBased')) {
    const profile = object.lookup(1);
    const components = profile instanceof PDFRawStream ? numberOf(profile.dict, 'N', 0) : 0;
    return [GREY, RGB, CMYK].find((space) => space.components === components) ?? null;
  }
  return kind === name('Indexed') ? indexed(object) : null;
}

function indexed(object: PDFArray): ColourSpace | null {
  const base = colourSpace(object.lookup(1));
  const table = object.lookup(3);
  const entries =
    table instanceof PDFRawStream
      ? decodePDFRawStream(table).decode()
      : table instanceof PDFString || table instanceof PDFHexString
        ? table.asBytes()
        : null;
  if (!base || !entries) return null;
  const colours = new Uint8ClampedArray(256 * 3);
  const count = Math.min(256, Math.floor(entries.length / base.components));
  const samples = Uint8Array.from(entries);
  for (let i = 0; i < count; i++) base.write(samples, i * base.components, colours, i * 3);
  return {
    components: 1,
    palette: true,
    write(samples, from, out, at) {
      const place = (samples[from] as number) * 3;
      for (let i = 0; i < 3; i++) out[at + i] = colours[place + i] as number;
    },
  };
}
