import { type Area, type DeskCanvas, fillArea, rule, write } from '../canvas.ts';
import type { DeskContent } from '../content.ts';
import { fitRatingCurve } from '../ratingCurve.ts';
import type { Anchors, Program } from './program.ts';

const MARGIN = { left: 74, top: 38, right: 24, bottom: 104 };
const STAGE_RANGE = [0.3, 2.6] as const;
const DISCHARGE_RANGE = [0.3, 40] as const;
const STAGE_TICKS = [0.3, 0.5, 0.75, 1, 1.5, 2, 2.5];
const DISCHARGE_TICKS = [0.5, 1, 2, 5, 10, 20, 40];

/** Gaugings on logarithmic axes with the fitted power law. */
export const curveFitter: Program = {
  title: 'Curve Fitter',
  size: { width: 660, height: 540 },
  draw(canvas: DeskCanvas, area: Area, content: DeskContent): Anchors {
    fillArea(canvas, area, '#ffffff');
    const left = area.x + MARGIN.left;
    const right = area.x + area.width - MARGIN.right;
    const top = area.y + MARGIN.top;
    const bottom = area.y + area.height - MARGIN.bottom;
    const x = logScale(STAGE_RANGE, left, right);
    const y = logScale(DISCHARGE_RANGE, bottom, top);
    for (const tick of STAGE_TICKS) {
      rule(canvas, { x: Math.round(x(tick)), y: top }, { x: Math.round(x(tick)), y: bottom }, '#e6e8e4');
      write(canvas, String(tick), x(tick), bottom + 15, { align: 'center', mono: true, size: 12 });
    }
    for (const tick of DISCHARGE_TICKS) {
      rule(canvas, { x: left, y: Math.round(y(tick)) }, { x: right, y: Math.round(y(tick)) }, '#e6e8e4');
      write(canvas, String(tick), left - 8, y(tick), { align: 'right', mono: true, size: 12 });
    }
    rule(canvas, { x: left, y: bottom }, { x: right, y: bottom }, '#22282a');
    rule(canvas, { x: left, y: top }, { x: left, y: bottom }, '#22282a');
    const anchors: Anchors = { axis: { x: (left + right) / 2 + 56, y: bottom + 36 } };
    if (content.axesLabelled) {
      write(canvas, 'Stage h (m)', (left + right) / 2, bottom + 36, { align: 'center', weight: 600 });
      write(canvas, 'Q (m³/s)', area.x + 14, top - 20, { weight: 600, size: 13 });
    }
    const curve = fitRatingCurve(content.gaugings);
    canvas.save();
    canvas.beginPath();
    canvas.rect(left, top, right - left, bottom - top);
    canvas.clip();
    if (curve) {
      canvas.strokeStyle = '#7a3f8f';
      canvas.lineWidth = 2;
      canvas.beginPath();
      canvas.moveTo(x(STAGE_RANGE[0]), y(curve.a * STAGE_RANGE[0] ** curve.b));
      canvas.lineTo(x(STAGE_RANGE[1]), y(curve.a * STAGE_RANGE[1] ** curve.b));
      canvas.stroke();
    }
    for (const { stage, discharge } of content.gaugings) {
      if (discharge === null) continue;
      canvas.fillStyle = '#1d5a91';
      canvas.beginPath();
      canvas.arc(x(stage), y(discharge), 4.5, 0, Math.PI * 2);
      canvas.fill();
    }
    canvas.restore();
    const line = area.y + area.height - 28;
    fillArea(canvas, { x: area.x, y: line - 20, width: area.width, height: 48 }, '#eef0ea');
    const result = curve
      ? [
          `Q = a · h^b`,
          `a = ${curve.a.toFixed(3)}`,
          `b = ${curve.b.toFixed(3)}`,
          `R² = ${curve.r2.toFixed(4)}`,
        ]
      : ['Too few gaugings to fit a curve.'];
    const columns = [20, 150, 290, 430];
    result.forEach((text, index) => {
      write(canvas, text, area.x + (columns[index] ?? 0), line + 3, {
        mono: true,
        size: 15,
        weight: index === 2 ? 700 : 400,
      });
    });
    write(canvas, content.station, area.x + area.width - 16, line + 3, {
      align: 'right',
      mono: true,
      colour: '#566062',
    });
    anchors.exponent = { x: area.x + 290 + 98, y: line + 3 };
    anchors.fitQuality = { x: area.x + 430 + 122, y: line + 3 };
    anchors.station = { x: area.x + area.width - 10, y: line + 3 };
    anchors.curve = { x: Math.round(x(1)), y: Math.round(y(curve ? curve.a : 1)) };
    return anchors;
  },
};

function logScale(
  [low, high]: readonly [number, number],
  from: number,
  to: number,
): (value: number) => number {
  return (value) => from + (Math.log(value / low) / Math.log(high / low)) * (to - from);
}
