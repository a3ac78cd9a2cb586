import type { ProofPoint } from '@nachweis/contract';
import { describe, expect, it } from 'vitest';
import type { SheetPicture } from './sheetPictures.ts';
import type { OwnSheet } from './useProofSheet.ts';
import { wayTo, whatIsLeft } from './whatIsLeft.ts';

const point = (n: number, asked: Partial<ProofPoint['requirements']>): ProofPoint => ({
  id: `point-${n}`,
  code: `P${n}`,
  title: '',
  instructions: '',
  mustShows: [{ id: 'm', letter: 'a', text: '', units: 100 }],
  requirements: {
    minPictures: 1,
    maxPictures: 2,
    needsPins: false,
    minWidth: null,
    minHeight: null,
    surface: 'any',
    formats: null,
    ratio: null,
    mostBytes: null,
    needsHidden: false,
    needsText: false,
    marks: 'any',
    finishes: {},
    words: [],
    ...asked,
  },
});
const picture = (evidenceId: string, n: number, width: number) =>
  ({
    evidenceId,
    proofPointId: `point-${n}`,
    width,
    height: 100,
    framing: { kind: 'whole' },
    trims: [],
    marks: [],
    encoding: null,
    damaged: false,
  }) as unknown as SheetPicture;

const standing = (pictures: SheetPicture[], statement = ''): OwnSheet =>
  ({
    sheet: {
      assignment: {
        id: 'x',
        needsStatement: true,
        proofPoints: [point(1, {}), point(2, { needsPins: true }), point(3, { minWidth: 400 })],
      },
    },
    pictures,
    statement,
  }) as unknown as OwnSheet;

describe('what is left, and the way to it', () => {
  it('leads each to where it can be done', () => {
    const own = standing([picture('b', 2, 500), picture('large', 3, 500), picture('small', 3, 300)]);
    const left = whatIsLeft(own);
    expect(left.map(({ code, level, place }) => [code, level, place.point ?? ''])).toEqual([
      ['no-picture', 'problem', 'P1'],
      ['pins-missing', 'problem', 'P2'],
      ['picture-too-small', 'to-check', 'P3'],
      ['statement-missing', 'problem', ''],
    ]);
    expect(left.map((one) => wayTo(one, own)?.href)).toEqual([
      '/assignments/x/capture?point=point-1',
      '/assignments/x?pin=b',
      '/assignments/x?frame=small',
      '/assignments/x/hand-in#statement',
    ]);
  });
  it('has nothing where all is done', () => {
    const pinned = { ...picture('b', 2, 500), marks: [{ kind: 'pin' as const, letter: 'a', x: 1, y: 1 }] };
    expect(whatIsLeft(standing([picture('a', 1, 9), pinned, picture('c', 3, 400)], 'Good.'))).toEqual([]);
  });

  describe('each way', () => {
    const arrow = { kind: 'arrow', id: 'm1' };
    const bare = picture('bare', 2, 500);
    const full = {
      ...picture('full', 2, 300),
      marks: [arrow],
      trims: [{ kind: 'ground', colour: '#ffffff' }],
      encoding: { format: 'jpeg' },
      fileBytes: 900,
    } as unknown as SheetPicture;
    const way = (code: string, data: object, pictures: SheetPicture[]) =>
      wayTo({ code, level: 'problem', place: { point: 'P2' }, data } as never, standing(pictures));
    it.each<[string, object, string, string]>([
      ['pins-missing', {}, 'pin=bare', 'Pin'],
      ['nothing-hidden', {}, 'pin=bare', 'Mark'],
      ['nothing-marked', {}, 'pin=bare', 'Mark'],
      ['nothing-written', {}, 'pin=bare', 'Mark'],
      ['marks-not-wanted', {}, 'pin=full', 'Mark'],
      ['finish-missing', { finish: 'ground' }, 'pin=bare', 'Finish'],
      ['finish-not-wanted', { finish: 'ground' }, 'pin=full', 'Finish'],
      ['words-not-read', { words: ['flow'] }, 'frame=bare', 'Frame'],
      ['picture-too-small', { width: 300, height: 100 }, 'frame=full', 'Frame'],
      ['wrong-shape', { width: 300, height: 100 }, 'frame=full', 'Frame'],
      ['format-not-taken', { format: 'jpeg' }, 'format=full', 'Format'],
      ['file-too-large', { bytes: 900 }, 'format=full', 'Format'],
    ])('of %s leads to its picture, and nowhere once that is gone', (code, data, query, words) => {
      expect(way(code, data, [bare, full])).toEqual({ href: `/assignments/x?${query}`, words });
      expect(way(code, data, [])).toBeNull();
    });
    it('of a damaged picture leads nowhere, and of one too few to where one is captured', () => {
      expect(way('picture-damaged', {}, [bare])).toBeNull();
      for (const code of ['no-picture', 'more-pictures', 'same-as'])
        expect(way(code, {}, [bare])).toEqual({
          href: '/assignments/x/capture?point=point-2',
          words: 'Capture',
        });
      expect(way('any-picture', {}, [])).toEqual({ href: '/assignments/x/capture', words: 'Capture' });
    });
  });
});
