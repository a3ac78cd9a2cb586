import {
  Capture,
  CaptureDetailsWrite,
  CaptureFilter,
  CaptureItem,
  CaptureList,
  CaptureQuery,
} from '../captures.ts';
import type { Endpoint } from '../endpoint.ts';
import { Preset, PresetWrite } from '../presets.ts';
import { Id } from '../shared.ts';
import { z } from '../zod.ts';

/** A person’s own captures, and how they like to take them. */
export const captureEndpoints = {
  putCapture: {
    method: 'put',
    path: '/api/captures/:captureId',
    access: 'own-capture',
    summary: 'Takes a picture in. Asking again with the same id and bytes changes nothing.',
    params: z.object({ captureId: Id }),
    query: CaptureQuery,
    body: 'bytes',
    response: Capture,
  },
  listCaptures: {
    method: 'get',
    path: '/api/captures',
    access: 'person',
    summary: 'The own captures, the newest first, searched and filtered, a page at a time.',
    query: CaptureFilter,
    response: CaptureList,
  },
  writeCaptureDetails: {
    method: 'put',
    path: '/api/captures/:captureId/details',
    access: 'own-capture',
    summary: 'Writes note, tags and favourite of a capture.',
    params: z.object({ captureId: Id }),
    body: CaptureDetailsWrite,
    response: CaptureItem,
  },
  removeCapture: {
    method: 'delete',
    path: '/api/captures/:captureId',
    access: 'own-capture',
    summary: 'Puts a capture into the bin, for 30 days. Refused while a hand-in or a proof sheet holds it.',
    params: z.object({ captureId: Id }),
    response: CaptureItem,
  },
  restoreCapture: {
    method: 'post',
    path: '/api/captures/:captureId/restore',
    access: 'own-capture',
    summary: 'Takes a capture out of the bin.',
    params: z.object({ captureId: Id }),
    response: CaptureItem,
  },
  listPresets: {
    method: 'get',
    path: '/api/presets',
    access: 'person',
    summary: 'The own presets of the capture station, by name.',
    response: z.array(Preset),
  },
  putPreset: {
    method: 'put',
    path: '/api/presets/:presetId',
    access: 'own-preset',
    summary: 'Makes or changes an own preset.',
    params: z.object({ presetId: Id }),
    body: PresetWrite,
    response: z.array(Preset),
  },
  removePreset: {
    method: 'delete',
    path: '/api/presets/:presetId',
    access: 'own-preset',
    summary: 'Removes an own preset.',
    params: z.object({ presetId: Id }),
    response: z.array(Preset),
  },
} as const satisfies Record<string, Endpoint>;
