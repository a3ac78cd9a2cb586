import type { Box } from '../geometry/box.ts';

/** A remark as far as it can be said of any picture: where it lies, its sign, its words. */
export interface PlacedRemark {
  /** null: to the whole hand-in */
  source: string | null;
  shape: 'point' | 'box' | 'ring';
  /** null where it has no place; of a point one pixel */
  box: Box | null;
  sign: 'right' | 'wrong' | 'query' | null;
  text: string;
  /** IRI of a picture of its own, beside the words or instead of them */
  picture: string | null;
  /** author's name; empty where it is not said */
  author: string;
  /** UTC instant, ISO 8601; empty where it is not said */
  at: string;
}

const CONTEXT = 'http://www.w3.org/ns/anno.jsonld';
const MEDIA_FRAGMENTS = 'http://www.w3.org/TR/media-frags/';
const SVG = 'http://www.w3.org/2000/svg';

interface ImageBody {
  id: string;
  type: 'Image';
  purpose: 'commenting';
}

interface TextualBody {
  type: 'TextualBody';
  value: string;
  format?: 'text/plain';
  purpose: 'commenting' | 'tagging';
}

/**
 * Remarks as a page of the Web Annotation Data Model (W3C Recommendation, 23 February 2017): a place or a box is a
 * FragmentSelector by Media Fragments 1.0 (`xywh=pixel:x,y,w,h`), a ring an SvgSelector with an ellipse, the words a
 * TextualBody for commenting, a sign one for tagging, a picture of its own an Image. One pixel is a place.
 *
 * @param id of the page, an IRI; the annotations are numbered below it
 * @param whole IRI of what a remark to the whole hand-in is about
 */
export function toAnnotations(remarks: readonly PlacedRemark[], id: string, whole: string) {
  return {
    '@context': CONTEXT,
    id,
    type: 'AnnotationPage',
    items: remarks.map((remark, index) => ({
      id: `${id}#${index + 1}`,
      type: 'Annotation',
      motivation: 'commenting',
      ...(remark.author && { creator: { type: 'Person', name: remark.author } }),
      ...(remark.at && { created: remark.at }),
      body: bodiesOf(remark),
      target:
        remark.source === null || !remark.box
          ? whole
          : { source: remark.source, selector: selectorOf(remark.shape, remark.box) },
    })),
  };
}

function bodiesOf({ text, sign, picture }: PlacedRemark): Array<TextualBody | ImageBody> {
  return [
    ...(text
      ? [{ type: 'TextualBody', value: text, format: 'text/plain', purpose: 'commenting' } as const]
      : []),
    ...(picture ? [{ id: picture, type: 'Image', purpose: 'commenting' } as const] : []),
    ...(sign ? [{ type: 'TextualBody', value: sign, purpose: 'tagging' } as const] : []),
  ];
}

function selectorOf(shape: PlacedRemark['shape'], { x, y, width, height }: Box) {
  if (shape !== 'ring')
    return {
      type: 'FragmentSelector',
      conformsTo: MEDIA_FRAGMENTS,
      value: `xywh=pixel:${x},${y},${width},${height}`,
    };
  const [rx, ry] = [width / 2, height / 2];
  return {
    type: 'SvgSelector',
    value: `<svg xmlns="${SVG}"><ellipse cx="${x + rx}" cy="${y + ry}" rx="${rx}" ry="${ry}"/></svg>`,
  };
}
