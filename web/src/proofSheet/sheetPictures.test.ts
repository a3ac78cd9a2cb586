import type { DraftDocument, Evidence, ProofPoint } from '@nachweis/contract';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { KeptEvidence, KeptPicture } from '../outbox/store.ts';
import { sheetPictures } from './sheetPictures.ts';

vi.mock('../outbox/outbox.ts', () => ({
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
  },
};

const saved = (id: string): Evidence => ({
  id,
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
  marks: [],
  version: 4,
  fileName: 'saved.png',
});
const kept = (id: string, change: Partial<KeptEvidence> = {}): KeptEvidence => ({
  evidenceId: id,
  personId: 'me',
  assignmentId: 'assignment',
  proofPointId: 'point',
  captureId: `local-${id}`,
  framing: { kind: 'whole' },
  marks: [],
  baseVersion: 0,
  revision: 1,
  state: 'waiting',
  problem: '',
  addedAt: 1,
  removed: false,
  ...change,
});
const picture = (id: string): KeptPicture => ({
  captureId: `local-${id}`,
  personId: 'me',
  blob: new Blob(),
  source: 'clipboard',
  surface: 'unknown',
  name: '',
  width: 20,
  height: 30,
  notes: [],
  keptAt: 1,
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
const sheet = (evidence: KeptEvidence[], pictures: KeptPicture[]) =>
  sheetPictures('assignment', 'me', [POINT], draft, { evidence, pictures, statements: [] });

describe('sheetPictures', () => {
  it('shows what the server has', () => {
    draft.evidence = [saved('a')];
    expect(sheet([], [])).toMatchObject([
      { evidenceId: 'a', status: 'saved', url: '/files/c-a/x.png', base: { baseVersion: 4, revision: 0 } },
    ]);
  });
  it('lays a change that waits over it', () => {
    draft.evidence = [saved('a')];
    const changed = kept('a', {
      captureId: 'capture-a',
      baseVersion: 4,
      framing: { kind: 'region', box: { x: 1, y: 1, width: 2, height: 2 } },
    });
    expect(sheet([changed], [])).toMatchObject([
      { status: 'waiting', framing: { kind: 'region' }, base: changed },
    ]);
  });
  it('shows a new picture under the name it will get, in the place of the one it replaces', () => {
    draft.evidence = [saved('a')];
    expect(sheet([kept('b')], [picture('b')])).toMatchObject([
      { evidenceId: 'b', status: 'waiting', fileName: 'next.png', width: 20, url: 'blob:local-b' },
    ]);
  });
  it('does not say that it is kept before it is on disk', () => {
    expect(sheet([kept('unwritten')], [picture('unwritten')])).toMatchObject([{ status: 'unkept' }]);
  });
  it('keeps showing it between the moment its bytes are sent and the moment its evidence is', () => {
    sheet([kept('c')], [picture('c')]);
    expect(sheet([kept('c')], [])).toMatchObject([{ evidenceId: 'c', width: 20, height: 30 }]);
  });
  it('does not show what was taken out before it was sent, nor what belongs to another assignment', () => {
    expect(
      sheet(
        [kept('d', { removed: true }), kept('e', { assignmentId: 'other' })],
        [picture('d'), picture('e')],
      ),
    ).toEqual([]);
  });
  it("keeps the server's refusal with its sentence", () => {
    expect(sheet([kept('f', { state: 'refused', problem: 'It is closed.' })], [picture('f')])).toMatchObject([
      { status: 'refused', problem: 'It is closed.' },
    ]);
  });
});
