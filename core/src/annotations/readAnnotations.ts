import type { Box } from '../geometry/box.ts';
import type { PlacedRemark } from './webAnnotation.ts';

/** What is no annotation that is read here, by the place in the file. */
export interface AnnotationFault {
  /** "items[2].target" */
  at: string;
  why: 'no-annotations' | 'no-body' | 'no-target' | 'selector';
}

/**
 * Reads remarks from an AnnotationPage, an AnnotationCollection's first page, a list, or a single annotation of the W3C
 * Web Annotation Data Model. Read of a target are a whole resource, rectangles by Media Fragments 1.0 in pixels (with or
 * without `pixel:`), in a selector or at the end of the source's address, and SVG selectors with an ellipse, a circle or
 * a rectangle; of bodies, words, a sign and one Image. Anything else is a fault: nothing is guessed.
 */
export function readAnnotations(file: unknown): { remarks: PlacedRemark[]; faults: AnnotationFault[] } {
  const found = itemsOf(file);
  if (!found) return { remarks: [], faults: [{ at: '', why: 'no-annotations' }] };
  const remarks: PlacedRemark[] = [];
  const faults: AnnotationFault[] = [];
  for (const [index, item] of found.items.entries()) {
    const at = `${found.at}[${index}]`;
    const remark = remarkOf(item);
    if (typeof remark === 'string') faults.push({ at: `${at}.${PART[remark]}`, why: remark });
    else remarks.push(remark);
  }
  return { remarks, faults };
}

const PART = { 'no-body': 'body', 'no-target': 'target', selector: 'target.selector' } as const;

type Json = Record<string, unknown>;
const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
/** The model lets one of something stand without a list. */
const listOf = (value: unknown): unknown[] => (Array.isArray(value) ? value : value == null ? [] : [value]);

function itemsOf(file: unknown): { at: string; items: unknown[] } | null {
  if (Array.isArray(file)) return { at: 'items', items: file };
  if (!isObject(file)) return null;
  if (isObject(file.first)) return itemsOf(file.first);
  if (Array.isArray(file.items)) return { at: 'items', items: file.items };
  return file.type === 'Annotation' || file.target !== undefined ? { at: 'items', items: [file] } : null;
}

function remarkOf(item: unknown): PlacedRemark | keyof typeof PART {
  if (!isObject(item)) return 'no-target';
  const bodies = [...listOf(item.body), ...listOf(item.bodyValue)];
  const text = bodies
    .filter((body) => !isTag(body))
    .map((body) => (typeof body === 'string' ? body : isObject(body) ? body.value : ''))
    .filter((value): value is string => typeof value === 'string' && value.trim() !== '')
    .join('\n');
  const tag = bodies.filter(isTag).find((body) => isSign(body.value))?.value;
  const sign = isSign(tag) ? tag : null;
  const image = bodies.find((body) => isObject(body) && body.type === 'Image') as Json | undefined;
  const picture = typeof image?.id === 'string' ? image.id : null;
  if (text === '' && !sign && !picture) return 'no-body';
  const creator = listOf(item.creator).find(isObject);
  const said = {
    sign,
    text,
    picture,
    author: typeof creator?.name === 'string' ? creator.name : '',
    at: typeof item.created === 'string' ? item.created : '',
  };
  const target = listOf(item.target)[0];
  const whole = { source: null, shape: 'point', box: null, ...said } as const;
  const source =
    typeof target === 'string' ? target : isObject(target) ? (target.source ?? target.id) : undefined;
  if (typeof source !== 'string') return 'no-target';
  const [address = '', fragment = ''] = source.split('#');
  const selector = isObject(target) ? listOf(target.selector).find(isObject) : undefined;
  if (!selector) {
    const box = fragmentBox(fragment);
    return box ? { ...said, source: address, box, shape: shapeOf(box) } : { ...whole, source: address };
  }
  const value = typeof selector.value === 'string' ? selector.value : '';
  const ring = selector.type === 'SvgSelector' ? svgBox(value) : null;
  if (ring) return { ...said, source: address, ...ring };
  const box = selector.type === 'FragmentSelector' ? fragmentBox(value) : null;
  return box ? { ...said, source: address, box, shape: shapeOf(box) } : 'selector';
}

const isTag = (body: unknown): body is Json => isObject(body) && body.purpose === 'tagging';
const isSign = (value: unknown): value is 'right' | 'wrong' | 'query' =>
  value === 'right' || value === 'wrong' || value === 'query';
const shapeOf = ({ width, height }: Box): 'point' | 'box' => (width === 1 && height === 1 ? 'point' : 'box');

/** Media Fragments 1.0, 4.2.2: `xywh=160,120,320,240` is in pixels too; shares of a hundred are not read. */
function fragmentBox(value: string): Box | null {
  const found = /(?:^|&)xywh=(?:pixel:)?(\d+),(\d+),(\d+),(\d+)(?:&|$)/.exec(value);
  const [x, y, width, height] = found?.slice(1).map(Number) ?? [];
  return x !== undefined && y !== undefined && width && height ? { x, y, width, height } : null;
}

function svgBox(svg: string): { box: Box; shape: 'box' | 'ring' } | null {
  const element = /<(ellipse|circle|rect)\b([^>]*)>/.exec(svg);
  if (!element) return null;
  const [, name, attributes = ''] = element;
  const read = (key: string): number => {
    const text = new RegExp(`(?:^|\\s)${key}\\s*=\\s*["']\\s*(-?[\\d.]+)`).exec(attributes)?.[1];
    return text === undefined ? Number.NaN : Number(text);
  };
  const [rx, ry] = name === 'circle' ? [read('r'), read('r')] : [read('rx'), read('ry')];
  const sides =
    name === 'rect'
      ? { x: read('x'), y: read('y'), width: read('width'), height: read('height') }
      : { x: read('cx') - rx, y: read('cy') - ry, width: 2 * rx, height: 2 * ry };
  const box = {
    x: Math.round(sides.x),
    y: Math.round(sides.y),
    width: Math.round(sides.width),
    height: Math.round(sides.height),
  };
  const sound = Object.values(box).every((side) => Number.isFinite(side) && side >= 0);
  if (!sound || box.width === 0 || box.height === 0) return null;
  return { box, shape: name === 'rect' ? 'box' : 'ring' };
}
