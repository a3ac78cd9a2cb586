import { PAGE_SIGN, PAGE_SIGN_HEIGHT } from '@nachweis/core';

/** CSS pixels for each unit of the sign. */
const UNIT = 4;
/** A row of letters beside it must not grow together with its last stripe. */
const MARGIN = 8;
const CORNERS = [
  { top: '0', right: '0' },
  { bottom: '0', left: '0' },
];

/**
 * Shows the page's sign in two of its corners, by which a picture of a display tells whether this page is on it. Two,
 * as the browser's own question may lie over one of them.
 * @returns takes it away
 */
export function showPageSign(): () => void {
  const signs = CORNERS.map((corner) => {
    const sign = document.createElement('div');
    sign.ariaHidden = 'true';
    sign.dataset.testid = 'page-sign';
    Object.assign(sign.style, {
      position: 'fixed',
      zIndex: '2147483647',
      display: 'flex',
      padding: `${MARGIN}px`,
      background: '#fff',
      forcedColorAdjust: 'none',
      pointerEvents: 'none',
      ...corner,
    });
    PAGE_SIGN.forEach((units, i) => {
      const stripe = document.createElement('span');
      Object.assign(stripe.style, {
        width: `${units * UNIT}px`,
        height: `${PAGE_SIGN_HEIGHT * UNIT}px`,
        background: i % 2 === 0 ? '#000' : '#fff',
      });
      sign.append(stripe);
    });
    document.body.append(sign);
    return sign;
  });
  return () => {
    for (const sign of signs) sign.remove();
  };
}
