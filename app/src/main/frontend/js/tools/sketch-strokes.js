// What goes on in the sketch from a pointer's going down until it is let go, in each mode: `move` and `end`.
import { element, HEIGHT, path, WIDTH } from './shapes.js';

/** How near to a shape a pointer hits it, and how far a line may be from the hand's; as the rulebook counts. */
const REACH = 120;
const SLACK = 12;

export class Strokes {
  /** @param {import('./sketch.js').SketchTool} sketch */
  constructor(sketch) {
    this.sketch = sketch;
  }

  /** Returns what goes on while the pointer is down: `move` and `end`. */
  begin(at, event) {
    switch (this.sketch.mode) {
      case 'select':
        return this.beginSelect(at);
      case 'eraser':
        return this.beginErase(at);
      case 'text':
        return this.beginText(at);
      case 'stroke':
        return this.beginStroke(at, event);
      default:
        return this.beginShape(at);
    }
  }

  hit(at) {
    return this.sketch.bench.module.hit(this.sketch.here(), at[0], at[1], REACH);
  }

  beginSelect(at) {
    const held = this.sketch.shapes.find(({ number }) => number === this.sketch.chosen);
    if (held && held.shape !== 'text') {
      const [left, top, right, bottom] = JSON.parse(this.sketch.bench.module.frame(held));
      if (Math.abs(at[0] - right - 60) < 160 && Math.abs(at[1] - bottom - 60) < 160) {
        const fit = (to) =>
          JSON.parse(this.sketch.bench.module.fitted(held, left, top, Math.max(left + 50, to[0]), Math.max(top + 50, to[1])));
        return { move: (to) => this.sketch.draft(fit(to)), end: (to) => this.sketch.change([fit(to)]) };
      }
    }
    this.sketch.chosen = this.hit(at);
    this.sketch.draw();
    const shape = this.sketch.shapes.find(({ number }) => number === this.sketch.chosen);
    const shifted = (to) => JSON.parse(this.sketch.bench.module.moved(shape, to[0] - at[0], to[1] - at[1]));
    return (
      shape && {
        move: (to) => this.sketch.draft(shifted(to)),
        end: (to) => (to[0] !== at[0] || to[1] !== at[1] ? this.sketch.change([shifted(to)]) : undefined),
      }
    );
  }

  beginErase(at) {
    const gone = new Set();
    const sweep = (to) => {
      const number = this.sketch.bench.module.hit(
        this.sketch.here().filter((shape) => !gone.has(shape.number)),
        to[0],
        to[1],
        REACH,
      );
      if (number) {
        gone.add(number);
        this.sketch.layers[1].querySelector(`[data-number="${number}"]`).setAttribute('opacity', '0.2');
      }
    };
    sweep(at);
    return { move: sweep, end: () => (gone.size ? this.sketch.change([], [...gone]) : undefined) };
  }

  beginText(at) {
    const box = this.sketch.paper.getBoundingClientRect();
    this.sketch.textAt = at;
    Object.assign(this.sketch.typing.style, {
      left: `${(at[0] / WIDTH) * box.width}px`,
      top: `${(at[1] / HEIGHT) * box.height}px`,
    });
    this.sketch.typing.hidden = false;
    this.sketch.typing.value = '';
    setTimeout(() => this.sketch.typing.focus());
    return undefined;
  }

  beginStroke(at, event) {
    const points = [...at];
    const shape = this.sketch.make('stroke', points);
    const drawn = element(shape);
    let pressure = event.pressure;
    this.sketch.layers[2].replaceChildren(drawn);
    return {
      move: (_, moved) => {
        const all = moved.getCoalescedEvents?.() ?? [moved];
        all.forEach((one) => points.push(...this.sketch.point(one)));
        pressure = Math.max(pressure, moved.pressure);
        drawn.setAttribute('d', path(points));
      },
      end: () => {
        const simple = this.simplified(points);
        const width =
          event.pointerType === 'pen' ? Math.max(1, Math.round(this.sketch.width * (0.5 + pressure))) : this.sketch.width;
        this.sketch.change([{ ...shape, width: Math.min(12, width), points: simple }]);
      },
    };
  }

  beginShape(at) {
    const reach = (to) => this.sketch.make(this.sketch.mode, [...at, ...to]);
    return {
      move: (to) => this.sketch.draft(reach(to)),
      end: (to) =>
        Math.hypot(to[0] - at[0], to[1] - at[1]) > 50 ? this.sketch.change([reach(to)]) : this.sketch.layers[2].replaceChildren(),
    };
  }

  /** A stroke that is drawn by keys goes in straight lines from place to place. */
  beginByKeys(at) {
    const points = [...at];
    const shape = this.sketch.make('stroke', points);
    return {
      move: (to) => {
        points.push(...to);
        this.sketch.draft({ ...shape, points: [...points] });
      },
      end: () => this.sketch.change([{ ...shape, points: this.simplified(points) }]),
    };
  }

  simplified(points) {
    return JSON.parse(this.sketch.bench.module.simplified(points, SLACK));
  }
}
