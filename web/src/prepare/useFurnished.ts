import { type RefObject, useEffect, useRef, useState } from 'react';

/** A picture that is not there by then is waited for with the tools in sight. */
const AT_LATEST_MS = 400;

/** Heights of the bars above and below the picture as they were last, so that it does not jump when they come. */
const bars = { above: 45, below: 97 };

/**
 * False until the picture has been painted once: the bars around it follow, so that the picture does not wait for them.
 * @param drawn the picture is in the page
 */
export function useFurnished(drawn: boolean): {
  furnished: boolean;
  bars: Readonly<typeof bars>;
  above: RefObject<HTMLDivElement | null>;
  below: RefObject<HTMLElement | null>;
} {
  const [furnished, setFurnished] = useState(false);
  const above = useRef<HTMLDivElement>(null);
  const below = useRef<HTMLElement>(null);
  useEffect(() => {
    if (furnished) return;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let frame = 0;
    const furnish = () => setFurnished(true);
    if (drawn)
      frame = requestAnimationFrame(() => {
        timer = setTimeout(furnish);
      });
    else timer = setTimeout(furnish, AT_LATEST_MS);
    return () => {
      cancelAnimationFrame(frame);
      clearTimeout(timer);
    };
  }, [drawn, furnished]);
  useEffect(() => {
    if (!furnished) return;
    bars.above = above.current?.offsetHeight ?? bars.above;
    bars.below = below.current?.offsetHeight ?? bars.below;
  }, [furnished]);
  return { furnished, bars, above, below };
}
