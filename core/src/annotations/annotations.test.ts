import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readAnnotations } from './readAnnotations.ts';
import { type PlacedRemark, toAnnotations } from './webAnnotation.ts';

const PAGE = 'https://school.example/hand-ins/1/annotations';
const WHOLE = 'https://school.example/hand-ins/1';
const side = fc.integer({ min: 1, max: 5000 });
const said = {
  sign: fc.constantFrom('right', 'wrong', 'query', null),
  text: fc.string({ minLength: 1 }).filter((text) => text.trim() !== ''),
  picture: fc.option(fc.webUrl()),
  author: fc.string(),
  at: fc.constant('2026-11-05T10:00:00.000Z'),
};
const boxed = fc.record({
  ...said,
  source: fc.webUrl(),
  shape: fc.constantFrom('box', 'ring'),
  box: fc.record({ x: fc.nat(5000), y: fc.nat(5000), width: side.map((n) => n + 1), height: side }),
});
const point = fc.record({
  ...said,
  source: fc.webUrl(),
  shape: fc.constant('point'),
  box: fc.record({ x: fc.nat(5000), y: fc.nat(5000), width: fc.constant(1), height: fc.constant(1) }),
});

describe('remarks as annotations', () => {
  it('come back as they went', () => {
    fc.assert(
      fc.property(fc.array(fc.oneof(boxed, point)), (remarks) => {
        const file = JSON.parse(JSON.stringify(toAnnotations(remarks as PlacedRemark[], PAGE, WHOLE)));
        expect(readAnnotations(file)).toEqual({ remarks, faults: [] });
      }),
    );
  });
  it('have the parts that the model requires of an annotation: context, id, type, target', () => {
    // Web Annotation Data Model, sections 3.1 and 5 (from memory of the recommendation).
    const remark: PlacedRemark = {
      source: 'https://school.example/files/f-1/a.png',
      shape: 'box',
      box: { x: 160, y: 120, width: 320, height: 240 },
      sign: 'query',
      text: 'Which unit?',
      picture: 'https://school.example/files/r-1/remark.png',
      author: 'Ruth Mandelbrod',
      at: '2026-11-05T10:00:00.000Z',
    };
    const page = toAnnotations([remark, { ...remark, source: null, box: null, shape: 'point' }], PAGE, WHOLE);
    expect(page['@context']).toBe('http://www.w3.org/ns/anno.jsonld');
    expect(page.items[0]).toEqual({
      id: `${PAGE}#1`,
      type: 'Annotation',
      motivation: 'commenting',
      creator: { type: 'Person', name: 'Ruth Mandelbrod' },
      created: '2026-11-05T10:00:00.000Z',
      body: [
        { type: 'TextualBody', value: 'Which unit?', format: 'text/plain', purpose: 'commenting' },
        // 3.2.2: a body that is a resource of its own, with its class.
        { id: 'https://school.example/files/r-1/remark.png', type: 'Image', purpose: 'commenting' },
        { type: 'TextualBody', value: 'query', purpose: 'tagging' },
      ],
      target: {
        source: 'https://school.example/files/f-1/a.png',
        // Media Fragments 1.0, section 4.2.2 has this very box.
        selector: {
          type: 'FragmentSelector',
          conformsTo: 'http://www.w3.org/TR/media-frags/',
          value: 'xywh=pixel:160,120,320,240',
        },
      },
    });
    expect(page.items[1]?.target).toBe(WHOLE);
    // A picture says enough by itself.
    const alone = { ...remark, text: '', sign: null };
    expect(readAnnotations(toAnnotations([alone], PAGE, WHOLE))).toEqual({ remarks: [alone], faults: [] });
  });
});

describe('annotations of elsewhere', () => {
  const read = (annotation: object) => readAnnotations({ type: 'Annotation', ...annotation });
  it('are read in the forms that the recommendation shows', () => {
    // After the examples of the Web Annotation Data Model (from memory): a plain target, a body as text alone, a
    // fragment in the target's address, an SVG selector.
    expect(read({ bodyValue: 'Comment text', target: 'http://example.org/target1' }).remarks).toMatchObject([
      { text: 'Comment text', source: 'http://example.org/target1', box: null },
    ]);
    const inAddress = 'http://example.com/image1#xywh=100,100,300,300';
    expect(read({ body: { type: 'TextualBody', value: 'x' }, target: inAddress }).remarks).toMatchObject([
      { source: 'http://example.com/image1', shape: 'box', box: { x: 100, y: 100, width: 300, height: 300 } },
    ]);
    const circle = { type: 'SvgSelector', value: "<svg:svg><circle cx='50' cy='40' r='10'/></svg:svg>" };
    expect(
      read({ bodyValue: 'x', target: { source: 'http://example.org/map1', selector: circle } }).remarks,
    ).toMatchObject([{ shape: 'ring', box: { x: 40, y: 30, width: 20, height: 20 } }]);
    expect(readAnnotations({ type: 'AnnotationCollection', first: { items: [] } })).toEqual({
      remarks: [],
      faults: [],
    });
  });
  it('that cannot be read are named by their place, and nothing is guessed', () => {
    const good = { bodyValue: 'x', target: 'http://example.org/a' };
    const of = (selector: object) => ({ bodyValue: 'x', target: { source: 'http://e.org/a', selector } });
    const file = [
      good,
      { target: 'http://example.org/a' },
      { bodyValue: 'x' },
      of({ type: 'FragmentSelector', value: 'xywh=percent:25,25,50,50' }),
      of({ type: 'SvgSelector', value: '<svg><path d="M0 0"/></svg>' }),
      of({ type: 'TextQuoteSelector', exact: 'x' }),
      of({ type: 'SvgSelector', value: '<svg><circle cx="1" cy="1" r="0"/></svg>' }),
      null,
    ];
    expect(readAnnotations(file).remarks).toHaveLength(1);
    expect(readAnnotations(file).faults).toEqual([
      { at: 'items[1].body', why: 'no-body' },
      { at: 'items[2].target', why: 'no-target' },
      ...[3, 4, 5, 6].map((n) => ({ at: `items[${n}].target.selector`, why: 'selector' })),
      { at: 'items[7].target', why: 'no-target' },
    ]);
    for (const nothing of ['x', 3, null, {}, { items: 'x' }])
      expect(readAnnotations(nothing)).toEqual({ remarks: [], faults: [{ at: '', why: 'no-annotations' }] });
  });
});
