import { type Remark, RemarkWrite, type Review } from '@nachweis/contract';
import { type AnnotationFault, type PlacedRemark, readAnnotations, toAnnotations } from '@nachweis/core';

/** The remarks of a hand-in as a page of the Web Annotation Data Model, their pictures by address. */
export function annotationsOf(review: Review, origin: string) {
  const address = `${origin}/hand-ins/${review.handInId}`;
  return toAnnotations(
    review.judgement.remarks.map((remark) => placedOf(remark, review, origin)),
    `${address}/annotations`,
    address,
  );
}

function placedOf(remark: Remark, { items }: Review, origin: string): PlacedRemark {
  const { shape, x, y, width, height, sign, text, author, writtenAt, picture: own } = remark;
  const picture = own && `${origin}${own.href}`;
  const href = items.find((item) => item.id === remark.itemId)?.fileHref;
  const box = href && x !== null && y !== null ? { x, y, width: width ?? 1, height: height ?? 1 } : null;
  const source = box && href ? `${origin}${href}` : null;
  return { source, shape: box ? shape : 'point', box, sign, text, picture, author, at: writtenAt };
}

/** What stands in the way of a file of annotations. */
export type FileFault =
  | { why: 'no-json' }
  | AnnotationFault
  | { at: string; why: 'outside' | 'other-picture' | 'picture-elsewhere' };

/**
 * Remarks from a file, for this hand-in. A picture is found by its address or by the name it was handed in under; what
 * has no box is a remark to the whole hand-in. A remark's own picture is one that its writer gave this hand-in before:
 * none is fetched from anywhere.
 */
export function remarksFrom(
  text: string,
  { items, judgement }: Review,
): { remarks: RemarkWrite[] } | { fault: FileFault } {
  let file: unknown;
  try {
    file = JSON.parse(text);
  } catch {
    return { fault: { why: 'no-json' } };
  }
  const { remarks, faults } = readAnnotations(file);
  if (faults[0]) return { fault: faults[0] };
  const written: RemarkWrite[] = [];
  const own = judgement.remarks.flatMap((one) => (one.own && one.picture ? [one.picture] : []));
  for (const [index, { source, shape, box, sign, text: words, picture }] of remarks.entries()) {
    const at = `items[${index}].target`;
    const pictureId = own.find(({ href }) => picture?.endsWith(href))?.id ?? null;
    if (picture && !pictureId) return { fault: { at: `items[${index}].body`, why: 'picture-elsewhere' } };
    const name = decodeURIComponent(source?.split('/').at(-1) ?? '');
    const item = items.find(
      (one) => (one.fileHref && source?.endsWith(one.fileHref)) || one.fileName === name,
    );
    if (!box) {
      written.push(RemarkWrite.parse({ itemId: null, x: null, y: null, sign, pictureId, text: words }));
      continue;
    }
    if (!item) return { fault: { at, why: 'other-picture' } };
    if (box.x + box.width > item.width || box.y + box.height > item.height)
      return { fault: { at, why: 'outside' } };
    const size = shape === 'point' ? {} : { width: box.width, height: box.height };
    written.push(
      RemarkWrite.parse({
        itemId: item.id,
        shape,
        x: box.x,
        y: box.y,
        ...size,
        sign,
        pictureId,
        text: words,
      }),
    );
  }
  return { remarks: written };
}

/** What is wrong with a file, and where. */
export function faultWords(fault: FileFault): string {
  const at = 'at' in fault && fault.at ? `${fault.at}: ` : '';
  const words: Readonly<Record<FileFault['why'], string>> = {
    'no-json': 'This file is no JSON. Choose a file of Web Annotations.',
    'no-annotations': 'There are no annotations in this file. Choose a file of Web Annotations.',
    'no-body': 'it says nothing: neither words nor a sign nor a picture.',
    'no-target': 'it does not say what it is about.',
    selector:
      'this place cannot be read. Read are boxes in pixels (xywh) and SVG ellipses, circles and rectangles.',
    outside: 'this place is outside of its picture.',
    'other-picture': 'this picture is not of this hand-in.',
    'picture-elsewhere':
      'the picture of this remark is none that you gave this hand-in. Delete it from the file, and add it by hand.',
  };
  return `${at}${words[fault.why]}`;
}
