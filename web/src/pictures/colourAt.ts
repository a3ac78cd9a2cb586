/** The colour of a pixel as "#rrggbb"; null outside of the picture. @param at in pixels of the picture */
export function colourAt(bitmap: ImageBitmap | null, at: { x: number; y: number }): string | null {
  if (!bitmap || at.x < 0 || at.y < 0 || at.x >= bitmap.width || at.y >= bitmap.height) return null;
  const context = new OffscreenCanvas(1, 1).getContext('2d', { willReadFrequently: true });
  if (!context) return null;
  context.drawImage(bitmap, -Math.floor(at.x), -Math.floor(at.y));
  const [r = 0, g = 0, b = 0] = context.getImageData(0, 0, 1, 1).data;
  return `#${[r, g, b].map((channel) => channel.toString(16).padStart(2, '0')).join('')}`;
}
