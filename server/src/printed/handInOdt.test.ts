import fc from 'fast-check';
import JSZip from 'jszip';
import { OfficeParser } from 'officeparser';
import { expect, it } from 'vitest';
import type { BlobStore } from '../blobs/blobStore.ts';
import { handInOdt } from './handInOdt.ts';
import type { Printed } from './printed.ts';

const sheet = (statement: string): Printed => ({
  number: 'N1',
  title: 'Filter curves',
  particulars: [['Student', 'Zoë <Łucja> & Иванова']],
  points: null,
  sections: [],
  closing: [],
  statement,
  placeables: [],
  files: [],
  jws: null,
});
const noBlobs = {} as BlobStore;

it('keeps signs that XML uses, spaces in a row and tabs, as another library reads them', async () => {
  const text = 'a <b> & "c"\n  two   three\tfour';
  const { value } = await (await OfficeParser.parseOffice(await handInOdt(sheet(text), noBlobs))).to('text');
  expect(value).toContain('Zoë <Łucja> & Иванова');
  expect(value).toContain('a <b> & "c"');
  // ODF 1.3, 6.1.3: <text:s> is as many spaces as it counts.
  const zip = await JSZip.loadAsync(await handInOdt(sheet(text), noBlobs));
  const content = (await zip.files['content.xml']?.async('string')) ?? '';
  expect(content).toContain('<text:s text:c="2"/>two<text:s text:c="3"/>three<text:tab/>four');
});

it('is well-formed whatever was written', async () => {
  await fc.assert(
    fc.asyncProperty(fc.string({ unit: 'binary' }), async (text) => {
      const zip = await JSZip.loadAsync(await handInOdt(sheet(`x${text}`), noBlobs));
      const content = (await zip.files['content.xml']?.async('string')) ?? '';
      // XML 1.0, 2.2: the signs there are; and every "&" and "<" belongs to the markup.
      expect(content).toMatch(/^[\t\n\r\u0020-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]*$/u);
      expect(content.replace(/&#\d+;/g, '')).not.toContain('&');
      const open = [...content.matchAll(/<([a-z]+:[a-z-]+)(?:\s[^<>]*)?(?<!\/)>/g)].length;
      expect([...content.matchAll(/<\/[a-z]+:[a-z-]+>/g)]).toHaveLength(open);
    }),
    { numRuns: 200 },
  );
});
