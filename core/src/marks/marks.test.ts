import { createCanvas } from '@napi-rs/canvas';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { marksInFrame, scaleMarks } from '../preparation/placedMarks.ts';
import { placingOf } from '../preparation/placing.ts';
import { drawPins } from './drawPins.ts';
import { type Framing, framedBox, framingOf } from './framing.ts';
import { PIN_INK } from './ink.ts';
import type { MarkCanvas } from './markCanvas.ts';
import { pinRadius } from './pinRadius.ts';
import { isPin, movePin, putPin, takePinOut } from './pins.ts';
import { placeHeads } from './placeHeads.ts';

const CAPTURE = { width: 800, height: 600 };

describe('pins', () => {
  it('gives a letter one pin in a picture; the next one moves it', () => {
    const once = putPin(putPin([], 'b', { x: 10, y: 10 }, CAPTURE), 'a', { x: 5, y: 5 }, CAPTURE);
    const moved = putPin(once, 'b', { x: 99.7, y: 40.2 }, CAPTURE);
    expect(moved).toEqual([
      { kind: 'pin', letter: 'a', x: 5, y: 5 },
      { kind: 'pin', letter: 'b', x: 99, y: 40 },
    ]);
    expect(
      takePinOut(moved, 'a')
        .filter(isPin)
        .map((m) => m.letter),
    ).toEqual(['b']);
  });
  it('stays on the capture however far it is moved', () => {
    fc.assert(
      fc.property(fc.integer(), fc.integer(), (dx, dy) => {
        const [pin] = movePin(putPin([], 'a', { x: 400, y: 300 }, CAPTURE), 'a', dx, dy, CAPTURE).filter(
          isPin,
        );
        expect(pin?.x).toBeGreaterThanOrEqual(0);
        expect(pin?.x).toBeLessThan(CAPTURE.width);
        expect(pin?.y).toBeGreaterThanOrEqual(0);
        expect(pin?.y).toBeLessThan(CAPTURE.height);
      }),
    );
  });
  it('shows the same pixel of the capture however it is framed', () => {
    fc.assert(
      fc.property(fc.nat(799), fc.nat(599), fc.nat(400), fc.nat(300), (x, y, left, top) => {
        const marks = putPin([], 'a', { x, y }, CAPTURE);
        const frame = { x: left, y: top, width: 400, height: 300 };
        const [pin] = marksInFrame(marks, frame).filter(isPin);
        const inside = x >= left && x < left + 400 && y >= top && y < top + 300;
        if (!inside) expect(pin).toBeUndefined();
        else expect([(pin?.x ?? 0) + left, (pin?.y ?? 0) + top]).toEqual([x, y]);
      }),
    );
  });
});

describe('framing', () => {
  it('reads a frame over everything as the whole', () => {
    expect(framingOf({ x: 0, y: 0, width: 800, height: 600 }, CAPTURE)).toEqual({ kind: 'whole' });
    expect(framingOf({ x: 0, y: 0, width: 799, height: 600 }, CAPTURE).kind).toBe('region');
  });
  it('never frames nothing: a region outside counts as the whole', () => {
    expect(framedBox({ kind: 'region', box: { x: 900, y: 0, width: 10, height: 10 } }, CAPTURE)).toEqual({
      x: 0,
      y: 0,
      ...CAPTURE,
    });
    expect(framedBox({ kind: 'region', box: { x: 700, y: 500, width: 300, height: 300 } }, CAPTURE)).toEqual({
      x: 700,
      y: 500,
      width: 100,
      height: 100,
    });
  });
});

describe('drawPins', () => {
  const ink = Number.parseInt(PIN_INK.slice(1), 16);
  const draw = (x: number, y: number) => {
    const canvas = createCanvas(CAPTURE.width, CAPTURE.height);
    const context = canvas.getContext('2d');
    drawPins(context as unknown as MarkCanvas, [{ kind: 'pin', letter: 'a', x, y }], CAPTURE, 'sans-serif');
    return (px: number, py: number) => {
      const [r = 0, g = 0, b = 0, a = 0] = context.getImageData(px, py, 1, 1).data;
      return { rgb: (r << 16) | (g << 8) | b, a };
    };
  };
  it('leaves its pixel free, with a ring around it and the head beside it', () => {
    const at = draw(400, 300);
    expect(at(400, 300).a).toBe(0);
    const ring = Math.max(3, pinRadius(CAPTURE) * 0.34);
    expect(at(400 - Math.round(ring), 300).rgb).toBe(ink);
    const [head] = placeHeads([{ x: 400.5, y: 300.5 }], CAPTURE, pinRadius(CAPTURE));
    expect(at(Math.round(head!.x) - 6, Math.round(head!.y)).rgb).toBe(ink);
  });
  it('turns its head inwards at the edges, so that it is never cut off', () => {
    for (const [x, y] of [
      [400, 3],
      [797, 597],
    ] as const) {
      const [head] = placeHeads([{ x: x + 0.5, y: y + 0.5 }], CAPTURE, pinRadius(CAPTURE));
      expect(draw(x, y)(Math.round(head!.x) - 6, Math.round(head!.y)).rgb).toBe(ink);
    }
  });
  it('stays readable on small and large pictures', () => {
    expect(pinRadius({ width: 100, height: 50 })).toBe(9);
    expect(pinRadius({ width: 1280, height: 800 })).toBe(14);
    expect(pinRadius({ width: 7680, height: 2160 })).toBe(26);
  });
});

describe('scaleMarks', () => {
  const pin = (x: number, y: number) => ({ kind: 'pin' as const, letter: 'a', x, y });
  it('puts a pin on the pixel that holds the middle of the one it was on', () => {
    // 5.5 x 0.75 = 4.125 lies in pixel 4, 7.5 x 0.75 = 5.625 in pixel 5.
    expect(scaleMarks([pin(5, 7)], 0.75)).toEqual([pin(4, 5)]);
    expect(scaleMarks([pin(7, 5)], 0.75)).toEqual([pin(5, 4)]);
    expect(scaleMarks([pin(5, 7)], 2)).toEqual([pin(11, 15)]);
    expect(scaleMarks([pin(5, 7)], 1)).toEqual([pin(5, 7)]);
  });
  it('keeps a mark in the picture', () => {
    fc.assert(
      fc.property(fc.nat(799), fc.nat(599), fc.integer({ min: 1, max: 1600 }), (x, y, width) => {
        const [scaled] = scaleMarks([pin(x, y)], width / 800).filter(isPin);
        expect(scaled?.x).toBeLessThan(width);
        expect(scaled?.y).toBeLessThan(Math.max(1, Math.ceil((600 * width) / 800)));
      }),
    );
  });
});

describe('framing', () => {
  it('is the whole only when it covers everything: a part as wide or as high as the capture is a part', () => {
    expect(framingOf({ x: 0, y: 0, width: 800, height: 600 }, CAPTURE)).toEqual({ kind: 'whole' });
    expect(framingOf({ x: -5, y: 0, width: 900, height: 600 }, CAPTURE)).toEqual({ kind: 'whole' });
    for (const box of [
      { x: 0, y: 0, width: 800, height: 599 },
      { x: 0, y: 0, width: 799, height: 600 },
      { x: 0, y: 1, width: 800, height: 600 },
      { x: 1, y: 0, width: 800, height: 600 },
    ])
      expect(framingOf(box, CAPTURE)).toEqual({ kind: 'region', box });
  });
  it('scales the height with the width, to the nearest pixel and at least to one', () => {
    const sizeOf = (framing: Framing) => placingOf({ framing }, CAPTURE).size;
    // 600 x 333 / 800 = 249.75; 600 x 331 / 800 = 248.25.
    expect(sizeOf({ kind: 'whole', width: 333 })).toEqual({ width: 333, height: 250 });
    expect(sizeOf({ kind: 'whole', width: 331 })).toEqual({ width: 331, height: 248 });
    const line = { x: 0, y: 0, width: 800, height: 1 };
    expect(sizeOf({ kind: 'region', box: line, width: 80 })).toEqual({ width: 80, height: 1 });
  });
});
