import { callApi } from '../api/callApi.ts';
import { pagesAreKept } from '../offline/keepPages.ts';
import { database } from '../store/browserStore.ts';
import { fileSize } from '../ui/when.ts';

/** How one of the things a lab needs works in this browser. */
export interface Outcome {
  level: 'fine' | 'to-check' | 'problem';
  words: string;
}

export interface LabCheck {
  name: string;
  what: string;
  /** tried by itself; else by its button, because the browser asks the person */
  silent: boolean;
  /** what to do where it does not work */
  instead: string;
  run: () => Promise<Outcome>;
}

const fine = (words: string): Outcome => ({ level: 'fine', words });
const problem = (words: string): Outcome => ({ level: 'problem', words });

/** Bytes below which it may not be enough for an hour of pictures. */
const LITTLE_ROOM = 200_000_000;

async function connection(): Promise<Outcome> {
  const start = performance.now();
  try {
    await callApi('health', {});
  } catch {
    return problem('The server does not answer.');
  }
  const ms = Math.round(performance.now() - start);
  return ms < 1000
    ? fine(`The server answers within ${ms} ms.`)
    : {
        level: 'to-check',
        words: `The server takes ${ms} ms to answer: sending pictures will take its time.`,
      };
}

/** What whoever runs the server can change. */
const ONLY_HTTPS = 'is given to pages over HTTPS only. Ask whoever runs this server.';

async function storage(): Promise<Outcome> {
  try {
    await (await database()).count('bytes');
  } catch {
    return problem('This browser keeps nothing for this page: a private window, or storage is turned off.');
  }
  const { quota = 0, usage = 0 } = (await navigator.storage?.estimate()) ?? {};
  if (quota === 0)
    return {
      level: 'to-check',
      words: 'Pictures are kept here; how much room there is, the browser tells pages over HTTPS only.',
    };
  const free = quota - usage;
  return free > LITTLE_ROOM
    ? fine(`Pictures are kept here until they are sent; ${fileSize(free)} are free.`)
    : { level: 'to-check', words: `Only ${fileSize(free)} are free for pictures that wait.` };
}

async function share(): Promise<Outcome> {
  if (!navigator.mediaDevices?.getDisplayMedia)
    return problem(isSecureContext ? 'This browser cannot share its screen.' : `The screen ${ONLY_HTTPS}`);
  const moments = 'MediaStreamTrackProcessor' in window;
  const float = 'documentPictureInPicture' in window;
  const lacks = [...(moments ? [] : ['looking back at moments']), ...(float ? [] : ['the floating control'])];
  const without =
    lacks.length > 0 ? ` This browser lacks ${lacks.join(' and ')}: use the delay for menus.` : '';
  let stream: MediaStream;
  try {
    stream = await navigator.mediaDevices.getDisplayMedia({ video: true });
  } catch {
    return {
      level: 'to-check',
      words: `Nothing was shared: it was declined, or the system does not allow it.${without}`,
    };
  }
  const [track] = stream.getVideoTracks();
  const { width, height, displaySurface } = track?.getSettings() ?? {};
  for (const one of stream.getTracks()) one.stop();
  return {
    level: without ? 'to-check' : 'fine',
    words: `It works: ${displaySurface ?? 'a surface'}, ${width} × ${height}. It was ended again.${without}`,
  };
}

async function clipboard(): Promise<Outcome> {
  if (!navigator.clipboard?.read)
    return { level: 'to-check', words: 'The button “Clipboard” cannot read it here; pasting by key works.' };
  try {
    const items = await navigator.clipboard.read();
    const picture = items.some((item) => item.types.some((type) => type.startsWith('image/')));
    return fine(
      picture ? 'It can be read, and holds a picture.' : 'It can be read; it holds no picture now.',
    );
  } catch {
    return { level: 'to-check', words: 'Reading it was declined; pasting by key works all the same.' };
  }
}

async function camera(): Promise<Outcome> {
  if (!navigator.mediaDevices?.getUserMedia)
    return problem(isSecureContext ? 'This browser has no camera to offer.' : `A camera ${ONLY_HTTPS}`);
  try {
    const stream = await navigator.mediaDevices.getUserMedia({ video: true });
    const { width, height } = stream.getVideoTracks()[0]?.getSettings() ?? {};
    for (const one of stream.getTracks()) one.stop();
    return fine(`It works: ${width} × ${height}. It is off again.`);
  } catch {
    return { level: 'to-check', words: 'No camera was opened: there is none, or it was declined.' };
  }
}

async function withoutConnection(): Promise<Outcome> {
  const kept = await pagesAreKept();
  if (kept) return fine('These pages are kept here: they open without a connection.');
  return kept === null
    ? problem('This browser keeps no pages for this address; most do so with HTTPS only.')
    : { level: 'to-check', words: 'These pages are not kept here yet. Wait a moment and try again.' };
}

export const LAB_CHECKS: readonly LabCheck[] = [
  {
    name: 'Connection',
    what: 'The server is reached.',
    silent: true,
    instead: 'Go on all the same: what you take is kept in this browser and sent when the server is back.',
    run: connection,
  },
  {
    name: 'Without a connection',
    what: 'The pages open when there is none.',
    silent: true,
    instead: 'Leave the page open while the connection is away: what you take is kept all the same.',
    run: withoutConnection,
  },
  {
    name: 'Storage',
    what: 'Pictures are kept in this browser until they are sent.',
    silent: true,
    instead: 'Use an ordinary window, or leave the page open until it says that all is saved.',
    run: storage,
  },
  {
    name: 'Sharing the screen',
    what: 'A display, a window or a tab can be taken from here.',
    silent: false,
    instead: 'Take the picture with the keys of your system, then paste it or choose its file.',
    run: share,
  },
  {
    name: 'Clipboard',
    what: 'A copied picture can be taken by a button.',
    silent: false,
    instead: 'Paste by key on the proof sheet, or save the picture and choose its file.',
    run: clipboard,
  },
  {
    name: 'Camera',
    what: 'The bench can be photographed from here.',
    silent: false,
    instead: 'Photograph it with your phone, sign in there, and choose the file on the same proof sheet.',
    run: camera,
  },
];
