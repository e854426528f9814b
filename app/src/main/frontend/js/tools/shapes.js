// Shapes of the sketch as SVG. The rulebook counts in tenths of what is drawn.
import { svg } from '../svg.js';

/** How large a page is, as the rulebook counts. */
export const WIDTH = 8_000;
export const HEIGHT = 5_000;

/** What a pointer does in the sketch; each has an icon of its name. */
export const MODES = [
  'select',
  'stroke',
  'line',
  'arrow',
  'two-headed-arrow',
  'rectangle',
  'ellipse',
  'triangle',
  'text',
  'eraser',
];

export function clamp(number, most) {
  return Math.max(0, Math.min(most, Math.round(number)));
}

export function path(points) {
  const pairs = [];
  for (let i = 0; i < points.length; i += 2) {
    pairs.push(`${points[i] / 10} ${points[i + 1] / 10}`);
  }
  return pairs.length === 1 ? `M${pairs[0]}l0.1 0` : `M${pairs.join('L')}`;
}

/** Draws a shape of the sketch. */
export function element(shape) {
  const common = { class: `shape ink-${shape.ink}`, 'data-number': shape.number, 'stroke-width': shape.width };
  const p = shape.points.map((number) => number / 10);
  const [left, right] = [Math.min(p[0], p[2]), Math.max(p[0], p[2])];
  const [top, bottom] = [Math.min(p[1], p[3]), Math.max(p[1], p[3])];
  switch (shape.shape) {
    case 'text': {
      const text = svg('text', { ...common, x: p[0], y: p[1] + 20, 'stroke-width': 0 });
      text.textContent = shape.text;
      return text;
    }
    case 'rectangle':
      return svg('rect', { ...common, x: left, y: top, width: right - left, height: bottom - top });
    case 'ellipse':
      return svg('ellipse', {
        ...common,
        cx: (left + right) / 2,
        cy: (top + bottom) / 2,
        rx: (right - left) / 2,
        ry: (bottom - top) / 2,
      });
    case 'triangle':
      return svg('path', { ...common, d: `M${(left + right) / 2} ${top}L${right} ${bottom}H${left}Z` });
    case 'arrow':
      return svg('path', { ...common, d: path(shape.points) + head(p[0], p[1], p[2], p[3]) });
    case 'two-headed-arrow':
      return svg('path', { ...common, d: path(shape.points) + head(p[0], p[1], p[2], p[3]) + head(p[2], p[3], p[0], p[1]) });
    default:
      return svg('path', { ...common, d: path(shape.points) });
  }
}

function head(x1, y1, x2, y2) {
  const angle = Math.atan2(y2 - y1, x2 - x1);
  const wing = (turn) => `${x2 - 16 * Math.cos(angle + turn)} ${y2 - 16 * Math.sin(angle + turn)}`;
  return `M${wing(0.45)}L${x2} ${y2}L${wing(-0.45)}`;
}

/** Draws the lines that help to draw straight. */
export function grid() {
  const lines = [];
  for (let x = 50; x < WIDTH / 10; x += 50) {
    lines.push(`M${x} 0V${HEIGHT / 10}`);
  }
  for (let y = 50; y < HEIGHT / 10; y += 50) {
    lines.push(`M0 ${y}H${WIDTH / 10}`);
  }
  return svg('path', { d: lines.join('') });
}

/** Draws the frame around a shape that is chosen, with what it is stretched by. */
export function frame(shape, box) {
  const [left, top, right, bottom] = box.map((number) => number / 10);
  const around = { x: left - 4, y: top - 4, width: right - left + 8, height: bottom - top + 8, class: 'chosen-frame' };
  const handle = { x: right - 4, y: bottom - 4, width: 20, height: 20, class: 'handle' };
  return shape.shape === 'text' ? [svg('rect', around)] : [svg('rect', around), svg('rect', handle)];
}
