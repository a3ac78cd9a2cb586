/** How a mark looks beside its ink. What is absent is as the size of the picture gives it. */
export interface MarkStyle {
  /** of lines: times their usual width */
  weight?: number | undefined;
  /** times the usual size of letters and numbers */
  letters?: number | undefined;
  font?: MarkFont | undefined;
  /** of the whole mark */
  opacity?: number | undefined;
}

export type StyleName = keyof MarkStyle;

export const STYLE_NAMES: readonly StyleName[] = ['weight', 'letters', 'font', 'opacity'];

/** `plain`: the font of texts; `fixed`: all letters as wide, as in code and readings. */
export const MARK_FONTS = ['plain', 'fixed'] as const;
export type MarkFont = (typeof MARK_FONTS)[number];

/** The least and the most of each: a mark is still seen, and not all over the picture. */
export const STYLE_RANGES = {
  weight: [0.25, 6],
  letters: [0.5, 6],
  opacity: [0.1, 1],
} as const satisfies Partial<Record<StyleName, readonly [number, number]>>;

/** Of all styles those that a kind of mark has, so that a set of ink and style can be laid on any mark. */
export function styleFor(style: MarkStyle, names: readonly StyleName[]): MarkStyle {
  return Object.fromEntries(
    Object.entries(style).filter(([name, value]) => value !== undefined && names.includes(name as StyleName)),
  );
}
