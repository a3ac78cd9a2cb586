import { unzipSync } from 'fflate';

/** Text of a document, unpacked: more is none that a person has written. */
const MOST_TEXT = 96 * 1024 * 1024;
/** One picture, as it lies in the package: larger ones are not taken anyway. */
const MOST_PICTURE = 64 * 1024 * 1024;

/** The package is damaged, or made to take more than it holds. */
export class BrokenPackage extends Error {}

/** Some of its entries are encrypted. */
export class EncryptedPackage extends Error {}

/**
 * The files of a zip package (PKWARE APPNOTE 6.3.10): its texts unpacked at once, everything else when it is asked for.
 * What is unpacked is bounded by what each entry claims, and the claims together.
 */
export class ZipEntries {
  private readonly texts = new Map<string, Uint8Array>();
  private readonly sizes = new Map<string, number>();

  /** @throws BrokenPackage, EncryptedPackage */
  constructor(private readonly bytes: Uint8Array) {
    if (hasEncryptedEntry(bytes)) throw new EncryptedPackage();
    let text = 0;
    let packed = 0;
    try {
      const unpacked = unzipSync(bytes, {
        filter: ({ name, size, originalSize }) => {
          packed += size;
          this.sizes.set(name, originalSize);
          if (!/\.(xml|rels)$|^mimetype$/i.test(name)) return false;
          text += originalSize;
          return text <= MOST_TEXT;
        },
      });
      for (const [name, content] of Object.entries(unpacked)) this.texts.set(name, content);
    } catch {
      throw new BrokenPackage();
    }
    // Entries that lie over one another unpack to far more than the file can hold.
    if (packed > bytes.length || text > MOST_TEXT) throw new BrokenPackage();
  }

  has(name: string): boolean {
    return this.sizes.has(name);
  }

  /** @returns undefined where there is none */
  text(name: string): Uint8Array | undefined {
    return this.texts.get(name);
  }

  /** @throws BrokenPackage when there is none, or it is too large */
  file(name: string): Uint8Array {
    const size = this.sizes.get(name);
    if (size === undefined || size > MOST_PICTURE) throw new BrokenPackage();
    const found = unzipSync(this.bytes, { filter: (entry) => entry.name === name })[name];
    if (!found) throw new BrokenPackage();
    return found;
  }
}

const [END, CENTRAL] = [0x06_05_4b_50, 0x02_01_4b_50];
const END_BYTES = 22;
const CENTRAL_BYTES = 46;
const LONGEST_COMMENT = 65_535;

/** Reads bit 0 of the general purpose flags in the central directory (APPNOTE 4.3.12, 4.4.4). */
function hasEncryptedEntry(bytes: Uint8Array): boolean {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let end = bytes.length - END_BYTES;
  const first = Math.max(0, end - LONGEST_COMMENT);
  while (end >= first && view.getUint32(end, true) !== END) end--;
  if (end < first) return false;
  let at = view.getUint32(end + 16, true);
  for (let left = view.getUint16(end + 10, true); left > 0; left--) {
    if (at + CENTRAL_BYTES > bytes.length || view.getUint32(at, true) !== CENTRAL) return false;
    if (view.getUint16(at + 8, true) & 1) return true;
    at +=
      CENTRAL_BYTES +
      view.getUint16(at + 28, true) +
      view.getUint16(at + 30, true) +
      view.getUint16(at + 32, true);
  }
  return false;
}
