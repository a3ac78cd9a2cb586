import { arrow } from './kinds/arrow.ts';
import { callout } from './kinds/callout.ts';
import { colour } from './kinds/colour.ts';
import { highlight } from './kinds/highlight.ts';
import { inset } from './kinds/inset.ts';
import { legend } from './kinds/legend.ts';
import { line } from './kinds/line.ts';
import { loop } from './kinds/loop.ts';
import { measure } from './kinds/measure.ts';
import { number } from './kinds/number.ts';
import { pin } from './kinds/pin.ts';
import { redaction } from './kinds/redaction.ts';
import { ring } from './kinds/ring.ts';
import { stroke } from './kinds/stroke.ts';
import { text } from './kinds/text.ts';
import type { Mark, MarkKind } from './mark.ts';

/** The one table of kinds. */
export const KINDS: { [K in Mark['kind']]: MarkKind<Extract<Mark, { kind: K }>> } = {
  pin,
  arrow,
  line,
  ring,
  loop,
  number,
  legend,
  text,
  callout,
  stroke,
  highlight,
  measure,
  colour,
  inset,
  redaction,
};

/** What is known of a mark's kind. */
export const kindOf = <M extends Mark>(mark: M): MarkKind<M> => KINDS[mark.kind] as unknown as MarkKind<M>;
