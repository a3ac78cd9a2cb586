import { createHash } from 'node:crypto';

/** A file of an archive whose bytes are known by their hash, or are a text. */
export interface BagFile {
  name: string;
  sha256?: string;
  text?: string;
}

/** In a manifest the two signs that would end its line are written as in an address (RFC 8493, 2.1.3). */
const pathOf = (name: string): string =>
  name.replace(/%/g, '%25').replace(/\n/g, '%0A').replace(/\r/g, '%0D');
const hashOf = (text: string): string => createHash('sha256').update(text).digest('hex');
const manifestOf = (files: ReadonlyArray<[name: string, sha256: string]>): string =>
  files.map(([name, sha256]) => `${sha256}  ${pathOf(name)}\n`).join('');

/**
 * Files as a bag (RFC 8493, BagIt 1.0): they lie in `data/`, and manifests say by SHA-256 that none is missing or changed.
 * @param folder the bag's own
 * @param info lines of `bag-info.txt`
 */
export function asBag(
  folder: string,
  files: readonly BagFile[],
  info: ReadonlyArray<[string, string]>,
): BagFile[] {
  const payload = files.map((file) => ({ ...file, name: `data/${file.name}` }));
  const declaration = 'BagIt-Version: 1.0\nTag-File-Character-Encoding: UTF-8\n';
  // A line that goes on is indented (2.2.2); these are one line each.
  const infoText = info.map(([label, value]) => `${label}: ${value.replace(/\s+/g, ' ')}\n`).join('');
  const manifest = manifestOf(payload.map(({ name, sha256, text = '' }) => [name, sha256 ?? hashOf(text)]));
  const tags: Array<[string, string]> = [
    ['bagit.txt', declaration],
    ['bag-info.txt', infoText],
    ['manifest-sha256.txt', manifest],
  ];
  const tagManifest = manifestOf(tags.map(([name, text]) => [name, hashOf(text)]));
  return [
    ...tags.map(([name, text]) => ({ name, text })),
    { name: 'tagmanifest-sha256.txt', text: tagManifest },
    ...payload,
  ].map((file) => ({ ...file, name: `${folder}/${file.name}` }));
}
