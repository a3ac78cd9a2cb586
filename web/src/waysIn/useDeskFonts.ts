import { MONO_FONT, TEXT_FONT } from '@nachweis/desk';
import { useEffect, useState } from 'react';

/** Canvas text does not wait for fonts by itself; the desk is drawn once they are there, or are not to be had. */
export function useDeskFonts(): boolean {
  const [ready, setReady] = useState(false);
  useEffect(() => {
    const faces = [TEXT_FONT, MONO_FONT].flatMap((family) =>
      [400, 600, 700].map((weight) => `${weight} 14px ${family}`),
    );
    void Promise.allSettled(faces.map((face) => document.fonts.load(face, 'Q³²·ab'))).then(() =>
      setReady(true),
    );
  }, []);
  return ready;
}
