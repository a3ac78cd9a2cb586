import type { DraftDocument, Evidence, ProofPoint } from '@nachweis/contract';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { PictureDocument } from '../store/pictureDocument.ts';
import { isForFullPlace, sheetPictures } from './sheetPictures.ts';

vi.mock('../store/pictureStore.ts', () => ({
  localUrl: (captureId: string) => (captureId.startsWith('local') ? `blob:${captureId}` : null),
  isKept: (evidenceId: string) => evidenceId !== 'unwritten',
}));

const POINT: ProofPoint = {
  id: 'point',
  code: 'P1',
  title: '',
  instructions: '',
  mustShows: [],
  requirements: {
    minPictures: 1,
    maxPictures: 1,
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
};

const saved = (id: string): Evidence => ({
  id,
  captureHides: false,
  proofPointId: 'point',
  capture: {
    id: `capture-${id}`,
    source: 'file',
    surface: 'unknown',
    originalName: '',
    format: 'png',
    width: 10,
    height: 10,
    bytes: 1,
    sha256: '0'.repeat(64),
    receivedAt: '2026-11-05T10:00:00Z',
    href: `/files/c-${id}/x.png`,
    notes: [],
  },
  framing: { kind: 'whole' },
  trims: [],
  marks: [],
  encoding: null,
  version: 4,
  fileName: 'saved.png',
  damaged: false,
  fileBytes: null,
  read: null,
});
const kept = (id: string, change: Partial<PictureDocument> = {}): PictureDocument => ({
  evidenceId: id,
  captureId: `local-${id}`,
  personId: 'me',
  assignmentId: 'assignment',
  proofPointId: 'point',
  origin: { source: 'clipboard', surface: 'unknown', name: '', label: '', document: '', done: [] },
  width: 20,
  height: 30,
  notes: [],
  framing: { kind: 'whole' },
  trims: [],
  marks: [],
  encoding: null,
  state: 'waiting',
  problem: null,
  bytesSent: false,
  baseVersion: 0,
  revision: 1,
  tries: 0,
  keptAt: 1,
  ...change,
});

let draft: DraftDocument;
beforeEach(() => {
  draft = {
    version: 1,
    attempt: 1,
    statement: '',
    statementVersion: 0,
    evidence: [],
    nextNames: { point: 'next.png' },
  };
});
const sheet = (...pictures: PictureDocument[]) => sheetPictures('assignment', 'me', [POINT], draft, pictures);

describe('sheetPictures', () => {
  it('shows what the server has', () => {
    draft.evidence = [saved('a')];
    expect(sheet()).toMatchObject([
      { evidenceId: 'a', status: 'saved', url: '/files/c-a/x.png', baseVersion: 4, revision: 0 },
    ]);
  });
  it('lays a change that waits over it', () => {
    draft.evidence = [saved('a')];
    const framing = { kind: 'region' as const, box: { x: 1, y: 1, width: 2, height: 2 } };
    expect(sheet(kept('a', { captureId: 'capture-a', baseVersion: 4, framing }))).toMatchObject([
      { status: 'waiting', framing, width: 10, fileName: 'saved.png' },
    ]);
  });
  it('shows a new picture under the name it will get, in the place of the one it replaces', () => {
    draft.evidence = [saved('a')];
    expect(sheet(kept('b', { replaces: ['a'] }))).toMatchObject([
      { evidenceId: 'b', status: 'waiting', fileName: 'next.png', width: 20, url: 'blob:local-b' },
    ]);
  });
  it('shows both where another one came meanwhile, until it is said which of them stays', () => {
    draft.evidence = [saved('a')];
    const both = (state: 'waiting' | 'stale') => sheet(kept('b', { state })).map((p) => p.evidenceId);
    expect(both('waiting')).toEqual(['a', 'b']);
    expect(both('stale')).toEqual(['a', 'b']);
    // One that takes the place of another one that is not sent either.
    expect(
      sheet(kept('b', { replaces: ['a'] }), kept('c', { replaces: ['b'] })).map((p) => p.evidenceId),
    ).toEqual(['c']);
  });
  it('shows evidence that was moved where it will be, under the name it will get', () => {
    draft.evidence = [saved('a')];
    draft.nextNames = { ...draft.nextNames, second: 'P2.png' };
    const second = { ...POINT, id: 'second', code: 'P2' };
    const moved = kept('a', { captureId: 'capture-a', proofPointId: 'second', baseVersion: 4 });
    expect(sheetPictures('assignment', 'me', [POINT, second], draft, [moved])).toMatchObject([
      { evidenceId: 'a', proofPointId: 'second', fileName: 'P2.png', status: 'waiting', width: 10 },
    ]);
  });
  it('does not say that it is kept before it is on disk', () => {
    expect(sheet(kept('unwritten'))).toMatchObject([{ status: 'unkept' }]);
  });
  it('keeps showing it between the moment its bytes are sent and the moment its evidence is', () => {
    expect(sheet(kept('c', { bytesSent: true }))).toMatchObject([{ evidenceId: 'c', width: 20, height: 30 }]);
  });
  it('gives one its place whose bytes are not in this page: from the server, or as long as nobody has them', () => {
    const elsewhere = { captureId: 'away', bytesSent: true };
    expect(sheet(kept('c', { ...elsewhere, href: '/files/c-away/a.png' }))).toMatchObject([
      { evidenceId: 'c', url: '/files/c-away/a.png' },
    ]);
    expect(sheet(kept('c', elsewhere))).toMatchObject([{ evidenceId: 'c', url: '', status: 'waiting' }]);
  });
  it('does not show what was taken out before it was sent, what has no place, nor another assignment’s', () => {
    expect(
      sheet(
        kept('d', { state: 'taken-out' }),
        kept('e', { assignmentId: 'other' }),
        kept('f', { assignmentId: null, proofPointId: null, state: 'arrived' }),
      ),
    ).toEqual([]);
  });
  it("keeps the server's refusal with what it said", () => {
    const problem = { code: 'closed' as const, data: { title: 'Rating curve' } };
    expect(sheet(kept('f', { state: 'refused', problem }))).toMatchObject([{ status: 'refused', problem }]);
  });
  it('tells apart what found its place full from whatever else was refused', () => {
    const isFull = (problem: PictureDocument['problem']) =>
      sheet(kept('f', { state: 'refused', problem })).map(isForFullPlace);
    expect(isFull({ code: 'point-full', data: {} })).toEqual([true]);
    expect(isFull({ code: 'closed', data: {} })).toEqual([false]);
    // A sentence that an earlier version kept.
    expect(isFull('The proof point is full.')).toEqual([false]);
    expect(isFull(null)).toEqual([false]);
  });
  it('says of a picture whose pixels cannot be read that it is damaged', () => {
    draft.evidence = [{ ...saved('a'), damaged: true }];
    expect(sheet()).toMatchObject([{ damaged: true }]);
  });
});
