import { type ReactNode, useCallback, useEffect, useRef, useState } from 'react';
import { Button } from '../ui/Button.tsx';
import { LiveView } from './LiveView.tsx';
import type { Photo } from './photo.ts';

const REFUSED: Readonly<Record<string, string>> = {
  NotAllowedError:
    'The camera was not allowed. Allow it for this address in the browser, then try again; or take the photograph with a phone and add the file.',
  NotFoundError: 'There is no camera. Take the photograph with a phone and add the file.',
  NotReadableError:
    'The camera is busy: another program uses it. Close that program, then try again; or choose another camera.',
};

/** Which camera, what it sees, and the photograph. */
export function CameraStep({ onPhoto }: { onPhoto: (photo: Photo) => void }): ReactNode {
  const [stream, setStream] = useState<MediaStream | null>(null);
  const [problem, setProblem] = useState('');
  const [cameras, setCameras] = useState<MediaDeviceInfo[]>([]);
  const [chosen, setChosen] = useState('');
  const [seen, setSeen] = useState<HTMLVideoElement | null>(null);
  const running = useRef<MediaStream | null>(null);
  /** counts the starts: a camera that opens after the next start, or after the end, is closed again */
  const starts = useRef(0);

  const stop = useCallback(() => {
    starts.current++;
    for (const track of running.current?.getTracks() ?? []) track.stop();
    running.current = null;
  }, []);
  const start = useCallback(
    async (deviceId: string) => {
      stop();
      const mine = starts.current;
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
        // A bench is before the back of a phone, not before the face of who holds it.
        if (deviceId) video.deviceId = { exact: deviceId };
        else video.facingMode = { ideal: 'environment' };
        const opened = await navigator.mediaDevices.getUserMedia({ video, audio: false });
        const [track] = opened.getVideoTracks();
        if (mine !== starts.current) return track?.stop();
        running.current = opened;
        track?.addEventListener('ended', () => {
          if (running.current !== opened) return;
          stop();
          setStream(null);
          setSeen(null);
          setProblem('The camera was taken away. Connect it again, then try again.');
        });
        setStream(opened);
        setChosen(track?.getSettings().deviceId ?? deviceId);
      } catch (error) {
        if (mine !== starts.current) return;
        const name = error instanceof DOMException ? error.name : '';
        setProblem(REFUSED[name] ?? 'The camera could not be opened. Add a photograph as a file.');
      }
      // Also after a failure: another camera may be free.
      const devices = await navigator.mediaDevices.enumerateDevices();
      setCameras(devices.filter((device) => device.kind === 'videoinput'));
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
