import type { Preparation } from '@nachweis/contract';
import { describe, expect, it } from 'vitest';
import {
  MOST_TRIES,
  nextPicture,
  type PictureDocument,
  type PictureEvent,
  sentAs,
  UNPREPARED,
} from './pictureDocument.ts';

const arrived: PictureDocument = {
  evidenceId: 'e',
  captureId: 'c',
  personId: 'me',
  assignmentId: null,
  proofPointId: null,
  origin: { source: 'clipboard', surface: 'unknown', name: '', label: '', document: '', done: [] },
  width: 0,
  height: 0,
  notes: [],
  framing: { kind: 'whole' },
  trims: [],
  encoding: null,
  marks: [],
  state: 'arrived',
  problem: null,
  bytesSent: false,
  baseVersion: 0,
  revision: 1,
  tries: 0,
  keptAt: 1,
};
const placed: PictureEvent = {
  kind: 'placed',
  assignmentId: 'a',
  proofPointId: 'p',
  replaces: [],
  size: { width: 20, height: 10 },
  notes: [],
  framing: { kind: 'whole' },
};
const pin = [{ kind: 'pin' as const, letter: 'a', x: 1, y: 1 }];
const after = (...events: PictureEvent[]) =>
  events.reduce<PictureDocument | null>((one, event) => one && nextPicture(one, event), arrived);
const refused = { code: 'closed' as const, data: {} };

describe('the way of a picture', () => {
  it('moves to another proof point with all that was made of it, also after a refusal', () => {
    expect(
      after(
        placed,
        { kind: 'prepared', changes: { marks: pin } },
        { kind: 'not-taken', as: 'refused', problem: refused },
        { kind: 'moved', proofPointId: 'q' },
      ),
    ).toMatchObject({ proofPointId: 'q', marks: pin, state: 'waiting', problem: null });
  });
  it('knows what was sent without an answer, each once, the last ones of many', () => {
    const sent = (...as: string[]) =>
      after(placed, ...as.map((one) => ({ kind: 'on-its-way' as const, as: one })))?.asked;
    expect(sent('a', 'b', 'a')).toEqual(['b', 'a']);
    expect(sent('a', 'b', 'c', 'd', 'e')).toEqual(['b', 'c', 'd', 'e']);
    // The same, tried for ever, pushes nothing out that may have arrived before.
    expect(sent('a', 'b', 'b', 'b', 'b', 'b')).toEqual(['a', 'b']);
  });
  it('that has lost its place waits for another one as it came in, and is sent from there', () => {
    const displaced = after(
      placed,
      { kind: 'prepared', changes: { marks: pin } },
      { kind: 'on-its-way', as: 'so' },
      { kind: 'failed', problem: refused },
      { kind: 'displaced' },
    );
    expect(displaced).toMatchObject({
      ...arrived,
      marks: pin,
      width: 20,
      height: 10,
      revision: displaced?.revision,
      replaces: [],
      asked: [],
    });
    expect(displaced && nextPicture(displaced, { ...placed, assignmentId: 'b' })).toMatchObject({
      assignmentId: 'b',
      state: 'waiting',
    });
  });
  it('goes from its arrival to its place to the server, and leaves nothing', () => {
    const there = after(placed);
    expect(there).toMatchObject({ state: 'waiting', assignmentId: 'a', width: 20 });
    const { revision } = there as PictureDocument;
    const sent = nextPicture(there as PictureDocument, { kind: 'bytes-sent', href: '/files/c-1/a.png' });
    expect(sent).toMatchObject({ state: 'waiting', bytesSent: true, revision });
    expect(nextPicture(sent as PictureDocument, { kind: 'sent', revision, version: 1 })).toBeNull();
  });
  it('keeps what was changed while it was on its way, to be sent on top of what has arrived', () => {
    const onItsWay = after(placed) as PictureDocument;
    const changed = nextPicture(onItsWay, { kind: 'prepared', changes: { marks: pin } }) as PictureDocument;
    const arrived = nextPicture(changed, { kind: 'sent', revision: onItsWay.revision, version: 1 });
    expect(arrived).toMatchObject({ state: 'waiting', marks: pin, baseVersion: 1 });
    expect(changed.revision).toBeGreaterThan(onItsWay.revision);
    // Another page that has the version before must see that this one went on.
    expect(arrived?.revision).toBeGreaterThan(changed.revision);
  });
  it('stops where the server does not take it, and goes on when it is changed or tried again', () => {
    const stopped = { kind: 'not-taken' as const, as: 'refused' as const, problem: refused };
    expect(after(placed, stopped)).toMatchObject({ state: 'refused', problem: refused });
    expect(after(placed, stopped, { kind: 'prepared', changes: { marks: pin } })).toMatchObject({
      state: 'waiting',
      problem: null,
    });
    expect(after(placed, stopped, { kind: 'again', baseVersion: 7 })).toMatchObject({
      state: 'waiting',
      baseVersion: 7,
    });
  });
  it('is not tried for ever, and says so', () => {
    const failed: PictureEvent = { kind: 'failed', problem: { code: 'internal', data: {} } };
    const times = (n: number) => after(placed, ...Array.from({ length: n }, () => failed));
    expect(times(MOST_TRIES - 1)).toMatchObject({ state: 'waiting', tries: MOST_TRIES - 1 });
    expect(times(MOST_TRIES)).toMatchObject({ state: 'refused', problem: { code: 'internal' } });
    expect(after(placed, failed, { kind: 'prepared', changes: {} })).toMatchObject({ tries: 0 });
  });
  it('goes on where the server holds it up, says why, and forgets that once it moves', () => {
    const heldUp: PictureEvent = { kind: 'held-up', problem: { code: 'busy', data: {} } };
    const times = (n: number) => after(placed, ...Array.from({ length: n }, () => heldUp));
    expect(times(MOST_TRIES - 1)).toMatchObject({ state: 'waiting', problem: null });
    const long = times(MOST_TRIES + 3) as PictureDocument;
    expect(long).toMatchObject({ state: 'waiting', problem: { code: 'busy' } });
    const last = { kind: 'sent' as const, revision: long.revision - 1, version: 1 };
    expect(nextPicture(long, last)).toMatchObject({
      problem: null,
      tries: 0,
    });
  });
  it('stays taken out whatever the server says of it meanwhile, and can be put back', () => {
    expect(
      after(placed, { kind: 'taken-out' }, { kind: 'not-taken', as: 'refused', problem: refused }),
    ).toMatchObject({
      state: 'taken-out',
    });
    expect(after(placed, { kind: 'taken-out' }, { kind: 'put-back' })).toMatchObject({ state: 'waiting' });
  });
});

describe('what was sent', () => {
  it('is told by the sum of the pixels that a mark carries, and by all else as it is', () => {
    const inset = (pixels: string): Preparation => ({
      ...UNPREPARED,
      marks: [{ kind: 'inset', id: 'i', pixels, box: { x: 1, y: 2, width: 3, height: 4 } }],
    });
    const as = (pixels: string) => sentAs({ ...inset(pixels), proofPointId: 'p' });
    expect(as('x'.repeat(200_000)).length).toBeLessThan(400);
    expect(as('xy')).not.toBe(as('xz'));
    expect(as('xy')).toBe(as('xy'));
  });
});
