import { type ReactNode, useEffect, useRef } from 'react';

/** What a stream shows now. */
export function LiveView({
  stream,
  label,
  paused = false,
  onReady,
}: {
  stream: MediaStream;
  label: string;
  /** stands still */
  paused?: boolean;
  /** called once there is a picture to be seen */
  onReady?: (video: HTMLVideoElement) => void;
}): ReactNode {
  const video = useRef<HTMLVideoElement>(null);
  useEffect(() => {
    const element = video.current;
    if (!element) return;
    element.srcObject = stream;
    element.play().catch(() => {
      // Taken away again before it began; nothing to show.
    });
    return () => {
      element.srcObject = null;
    };
  }, [stream]);
  useEffect(() => {
    if (paused) video.current?.pause();
    else
      video.current?.play().catch(() => {
        // As above.
      });
  }, [paused]);
  return (
    <video
      ref={video}
      muted
      playsInline
      aria-label={label}
      className="size-full object-contain"
      onLoadedData={(event) => onReady?.(event.currentTarget)}
    />
  );
}
