import type { Quad } from '@nachweis/core';
import {
  type KeyboardEvent,
  type PointerEvent,
  type ReactNode,
  useCallback,
  useEffect,
  useRef,
  useState,
} from 'react';
import { finder } from '../finding/finder.ts';
import type { Incoming } from '../intake/incoming.ts';
import { arrowStep } from '../ui/arrowStep.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { LiveView } from './LiveView.tsx';
import { useObjectUrl } from './MomentStrip.tsx';

interface CameraDialogProps {
  /** code of the proof point a picture goes to */
  target: string;
  onPicture: (incoming: Incoming) => void;
  onClose: () => void;
}

interface Photo {
  blob: Blob;
  width: number;
  height: number;
  camera: string;
}

/** Takes a photograph of the bench, and straightens what is on it. */
export default function CameraDialog({ target, onPicture, onClose }: CameraDialogProps): ReactNode {
  const [photo, setPhoto] = useState<Photo | null>(null);
  const accept = (blob: Blob, done: string[]) =>
    onPicture({ blob, name: '', source: 'camera', surface: 'photo', label: photo?.camera ?? '', done });
  return (
    <Dialog
      title={photo ? 'Straighten the photograph' : 'Photograph the bench'}
      description={
        photo
          ? 'Put the four corners on the corners of the sheet or screen. Arrow keys move the corner that has the focus.'
          : `The picture goes to ${target}.`
      }
      size="full"
      onClose={onClose}
      onEscape={(event) => {
        if (!photo) return;
        event.preventDefault();
        setPhoto(null);
      }}
    >
      {photo ? (
        <StraightenStep photo={photo} onAccept={accept} onAgain={() => setPhoto(null)} />
      ) : (
        <CameraStep onPhoto={setPhoto} />
      )}
    </Dialog>
  );
}

const REFUSED: Readonly<Record<string, string>> = {
  NotAllowedError:
    'The camera was not allowed. Allow it for this address in the browser, then try again; or take the photograph with a phone and add the file.',
  NotFoundError: 'There is no camera. Take the photograph with a phone and add the file.',
  NotReadableError:
    'The camera is busy: another program uses it. Close that program, then try again; or choose another camera.',
};

function CameraStep({ onPhoto }: { onPhoto: (photo: Photo) => void }): ReactNode {
  const [stream, setStream] = useState<MediaStream | null>(null);
  const [problem, setProblem] = useState('');
  const [cameras, setCameras] = useState<MediaDeviceInfo[]>([]);
  const [chosen, setChosen] = useState('');
  const [seen, setSeen] = useState<HTMLVideoElement | null>(null);
  const running = useRef<MediaStream | null>(null);

  const stop = useCallback(() => {
    for (const track of running.current?.getTracks() ?? []) track.stop();
    running.current = null;
  }, []);
  const start = useCallback(
    async (deviceId: string) => {
      stop();
      setProblem('');
      setStream(null);
      setSeen(null);
      if (!navigator.mediaDevices?.getUserMedia) {
        setProblem(
          'This browser gives no camera here: it needs a secure address. Add a photograph as a file.',
        );
        return;
      }
      try {
        const video: MediaTrackConstraints = { width: { ideal: 4096 }, height: { ideal: 2160 } };
        if (deviceId) video.deviceId = { exact: deviceId };
        const opened = await navigator.mediaDevices.getUserMedia({ video, audio: false });
        running.current = opened;
        setStream(opened);
        const devices = await navigator.mediaDevices.enumerateDevices();
        setCameras(devices.filter((device) => device.kind === 'videoinput'));
      } catch (error) {
        const name = error instanceof DOMException ? error.name : '';
        setProblem(REFUSED[name] ?? 'The camera could not be opened. Add a photograph as a file.');
      }
    },
    [stop],
  );
  useEffect(() => {
    void start('');
    return stop;
  }, [start, stop]);

  const take = async () => {
    const track = stream?.getVideoTracks()[0];
    if (!track || !seen) return;
    const canvas = new OffscreenCanvas(seen.videoWidth, seen.videoHeight);
    canvas.getContext('2d')?.drawImage(seen, 0, 0);
    const blob = await canvas.convertToBlob({ type: 'image/png' });
    stop();
    onPhoto({ blob, width: canvas.width, height: canvas.height, camera: track.label });
  };
  return (
    <>
      <div className="min-h-0 flex-1 bg-grey p-3">
        {stream && <LiveView stream={stream} label="What the camera sees" onReady={setSeen} />}
        {problem && (
          <div role="alert" className="mx-auto max-w-prose bg-card p-4">
            <p className="mb-3">{problem}</p>
            <Button onClick={() => void start(chosen)}>Try again</Button>
          </div>
        )}
      </div>
      <footer className="flex flex-wrap items-center gap-3 border-t border-rule bg-card px-4 py-2">
        {cameras.length > 0 && (
          <label className="flex items-center gap-2">
            Camera
            <select
              value={chosen}
              onChange={(event) => {
                setChosen(event.target.value);
                void start(event.target.value);
              }}
              className="h-9 border border-edge bg-card px-2"
            >
              {cameras.map((camera, index) => (
                <option key={camera.deviceId} value={camera.deviceId}>
                  {camera.label || `Camera ${index + 1}`}
                </option>
              ))}
            </select>
          </label>
        )}
        <Button look="main" className="ml-auto" disabled={!seen} onClick={() => void take()}>
          Take the photograph
        </Button>
      </footer>
    </>
  );
}

const CORNERS = ['upper left', 'upper right', 'lower right', 'lower left'] as const;

function StraightenStep({
  photo,
  onAccept,
  onAgain,
}: {
  photo: Photo;
  onAccept: (blob: Blob, done: string[]) => void;
  onAgain: () => void;
}): ReactNode {
  const { blob, width, height } = photo;
  const url = useObjectUrl(blob);
  const whole: Quad = [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: height },
    { x: 0, y: height },
  ];
  const [quad, setQuad] = useState<Quad>(whole);
  const [found, setFound] = useState<'looking' | 'found' | 'none'>('looking');
  const [problem, setProblem] = useState('');
  const surface = useRef<HTMLDivElement>(null);
  const dragged = useRef<number | null>(null);
  const touched = useRef(false);

  useEffect(() => {
    let ended = false;
    finder()
      .sheet(blob)
      .then(
        (sheet) => {
          if (ended) return;
          setFound(sheet ? 'found' : 'none');
          if (sheet && !touched.current) setQuad(sheet);
        },
        () => !ended && setFound('none'),
      );
    return () => {
      ended = true;
    };
  }, [blob]);

  const put = (index: number, x: number, y: number) => {
    touched.current = true;
    const corner = { x: Math.min(Math.max(x, 0), width), y: Math.min(Math.max(y, 0), height) };
    setQuad((old) => old.map((c, i) => (i === index ? corner : c)) as unknown as Quad);
  };
  const onPointerMove = (event: PointerEvent) => {
    const shown = surface.current?.getBoundingClientRect();
    if (dragged.current === null || !shown) return;
    put(
      dragged.current,
      Math.round(((event.clientX - shown.left) / shown.width) * width),
      Math.round(((event.clientY - shown.top) / shown.height) * height),
    );
  };
  const onKeyDown = (event: KeyboardEvent, index: number) => {
    const arrow = arrowStep(event);
    const corner = quad[index];
    if (!arrow || !corner) return;
    event.preventDefault();
    put(index, corner.x + arrow.dx, corner.y + arrow.dy);
  };
  const straighten = async () => {
    try {
      const straight = await finder().straighten(blob, quad);
      const at = quad.map((c) => `${c.x},${c.y}`).join(' ');
      onAccept(straight, [`Straightened from ${width} × ${height} by its corners ${at}.`]);
    } catch {
      setProblem('These corners span no area. Move them apart, then try again.');
    }
  };
  return (
    <>
      <div className="grid min-h-0 flex-1 place-items-center bg-grey p-3 [container-type:size]">
        <div
          ref={surface}
          className="relative touch-none"
          style={{
            aspectRatio: `${width} / ${height}`,
            width: `min(94cqw, calc(94cqh * ${width / height}))`,
          }}
          onPointerMove={onPointerMove}
          onPointerUp={() => {
            dragged.current = null;
          }}
        >
          {url && <img src={url} alt="The photograph" className="size-full" draggable={false} />}
          <svg viewBox={`0 0 ${width} ${height}`} className="pointer-events-none absolute inset-0 size-full">
            <title>Corners</title>
            <polygon
              points={quad.map((c) => `${c.x},${c.y}`).join(' ')}
              className="fill-verdigris/15 stroke-verdigris"
              strokeWidth={Math.max(2, width / 400)}
            />
          </svg>
          {quad.map((corner, index) => (
            <button
              key={CORNERS[index]}
              type="button"
              aria-label={`Corner ${CORNERS[index]}, at ${Math.round(corner.x)}, ${Math.round(corner.y)}`}
              className="absolute size-7 -translate-1/2 rounded-full border-3 border-verdigris bg-card/70"
              style={{ left: `${(corner.x / width) * 100}%`, top: `${(corner.y / height) * 100}%` }}
              onPointerDown={(event) => {
                dragged.current = index;
                event.currentTarget.parentElement?.setPointerCapture(event.pointerId);
              }}
              onKeyDown={(event) => onKeyDown(event, index)}
            />
          ))}
        </div>
      </div>
      <footer className="flex flex-wrap items-center gap-3 border-t border-rule bg-card px-4 py-2">
        <p role="status" className="min-w-0 flex-1 text-sm text-faded">
          {problem ||
            {
              looking: 'Looking for a sheet or screen …',
              found: 'A clear sheet or screen was found; correct its corners where needed.',
              none: 'No clear sheet or screen was found. Put the corners yourself, or take the photograph as it is.',
            }[found]}
        </p>
        <Button look="quiet" keyName="Esc" onClick={onAgain}>
          Take again
        </Button>
        <Button onClick={() => onAccept(blob, [])}>As it is</Button>
        <Button look="main" onClick={() => void straighten()}>
          Straighten
        </Button>
      </footer>
    </>
  );
}
