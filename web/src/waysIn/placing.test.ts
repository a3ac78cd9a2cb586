import type { ProofPoint } from '@nachweis/contract';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { placePictures } from './placing.ts';

const point = (id: string, maxPictures: number): ProofPoint => ({
  id,
  code: id,
  title: '',
  instructions: '',
  mustShows: [],
  requirements: {
    minPictures: 1,
    maxPictures,
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
  },
});
const POINTS = [point('P1', 1), point('P2', 2), point('P3', 1)];

describe('placePictures', () => {
  it('gives a single picture to the chosen point, full or not', () => {
    expect(placePictures(1, POINTS, { P2: 2 }, 'P2')).toEqual(['P2']);
  });
  it('fills the free places from the chosen point on, and goes round', () => {
    expect(placePictures(4, POINTS, {}, 'P2')).toEqual(['P2', 'P2', 'P3', 'P1']);
    expect(placePictures(3, POINTS, { P2: 1 }, 'P2')).toEqual(['P2', 'P3', 'P1']);
  });
  it('leaves out what has no free place; of several, none replaces another', () => {
    expect(placePictures(3, POINTS, { P1: 1, P2: 2 }, 'P1')).toEqual(['P3', null, null]);
  });
  it('never puts more at a point than it may hold', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 9 }),
        fc.nat(1),
        fc.nat(2),
        fc.constantFrom('P1', 'P2', 'P3'),
        (n, one, two, chosen) => {
          const counts = { P1: one, P2: two };
          const places = placePictures(n, POINTS, counts, chosen);
          expect(places).toHaveLength(n);
          for (const p of POINTS) {
            const there = (counts as Record<string, number>)[p.id] ?? 0;
            expect(there + places.filter((id) => id === p.id).length).toBeLessThanOrEqual(
              p.requirements.maxPictures,
            );
          }
        },
      ),
    );
  });
});
