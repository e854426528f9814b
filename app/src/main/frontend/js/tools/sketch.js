// The sketch: shapes in SVG. What a pointer hits and how shapes move and stretch is the rulebook's.
import { drag } from '../drag.js';
import { icon, make } from './panels.js';

const SVG = 'http://www.w3.org/2000/svg';
const WIDTH = 8_000;
const HEIGHT = 5_000;
const PAGES = 20;
const REACH = 120;
const SLACK = 12;
const STEP = 100;
const MODES = {
  select: 'M6 3l12 9-6 1 4 7-3 1-4-7-3 4z',
  stroke: 'M4 20c3-1 2-6 5-6s1 4 4 3 3-9 7-11',
  line: 'M4 20L20 4',
  arrow: 'M4 20L20 4M12 4h8v8',
  'two-headed-arrow': 'M4 20L20 4M13 4h7v7M11 20H4v-7',
  rectangle: 'M4 6h16v12H4z',
  ellipse: 'M4 12a8 6 0 1 0 16 0a8 6 0 1 0-16 0',
  triangle: 'M12 5l8 14H4z',
  text: 'M5 6V4h14v2M12 4v16M9 20h6',
  eraser: 'M4 15l8-9 8 6-6 8H8zM9 19h11',
};
const INKS = ['black', 'teal', 'oxide', 'ochre'];

export class SketchTool {
  constructor(bench, panel) {
    this.bench = bench;
    this.words = bench.words;
    this.mode = 'stroke';
    this.ink = 'black';
    this.width = 2;
    this.page = 0;
    this.pages = 1;
    this.pen = [WIDTH / 2, HEIGHT / 2];
    panel.body.classList.add('sketch');
    panel.body.append(this.makeBar(), this.makePaper(), this.makeFoot());
    this.read();
    this.setMode('stroke');
  }

  say(key, ...args) {
    return this.words.say(`sketch.${key}`, ...args);
  }

  makeBar() {
    this.modes = new Map(
      Object.entries(MODES).map(([mode, drawing]) => {
        const button = icon(
          make('button', { 'aria-pressed': 'false', onclick: () => this.setMode(mode) }),
          drawing,
          this.say(mode),
        );
        return [mode, button];
      }),
    );
    this.inks = new Map(
      INKS.map((ink) => [
        ink,
        make(
          'button',
          {
            type: 'button',
            class: `icon ink ink-${ink}`,
            title: this.say(`ink.${ink}`),
            'aria-label': this.say(`ink.${ink}`),
            'aria-pressed': String(ink === this.ink),
            onclick: () => this.setInk(ink),
          },
          make('i'),
        ),
      ]),
    );
    this.undo = icon(
      make('button', { onclick: () => this.stroke('undone') }),
      'M9 7L4 11l5 4M4 11h10a5 5 0 0 1 0 9h-3',
      this.words.say('worksheet.undo'),
    );
    this.redo = icon(
      make('button', { onclick: () => this.stroke('redone') }),
      'M15 7l5 4-5 4M20 11H10a5 5 0 0 0 0 9h3',
      this.words.say('worksheet.redo'),
    );
    this.remove = icon(make('button', { onclick: () => this.erase() }), 'M5 7h14M9 7V4h6v3M7 7l1 13h8l1-13', this.say('delete'));
    return make(
      'div',
      { class: 'tool-bar' },
      ...this.modes.values(),
      ...this.inks.values(),
      icon(make('button', { onclick: () => this.setWidth(-1) }), 'M5 12h14M5 16h14', this.say('thinner')),
      icon(make('button', { onclick: () => this.setWidth(1) }), 'M5 8h14v3H5zM5 15h14v3H5z', this.say('thicker')),
      this.undo,
      this.redo,
      this.remove,
    );
  }

  makePaper() {
    this.paper = document.createElementNS(SVG, 'svg');
    this.paper.setAttribute('viewBox', `0 0 ${WIDTH / 10} ${HEIGHT / 10}`);
    this.paper.setAttribute('tabindex', '0');
    this.paper.setAttribute('role', 'application');
    this.layers = ['grid', 'shapes', 'draft', 'frame'].map((name) => {
      const layer = document.createElementNS(SVG, 'g');
      layer.setAttribute('class', name);
      this.paper.append(layer);
      return layer;
    });
    this.paper.addEventListener('pointerdown', (event) => this.down(event));
    this.paper.addEventListener('keydown', (event) => this.key(event));
    this.typing = make('input', {
      type: 'text',
      maxlength: '200',
      hidden: true,
      class: 'sketch-text',
      'aria-label': this.say('type'),
      placeholder: this.say('type'),
    });
    this.typing.addEventListener('keydown', (event) => {
      if (event.key === 'Enter') {
        this.placeText();
      } else if (event.key === 'Escape') {
        this.typing.hidden = true;
        this.paper.focus();
      }
    });
    this.typing.addEventListener('blur', () => this.placeText());
    return make('div', { class: 'sketch-paper' }, this.paper, this.typing);
  }

  makeFoot() {
    this.said = make('span', { role: 'status' });
    this.gridButton = make('button', {
      type: 'button',
      class: 'link',
      'aria-pressed': 'false',
      text: this.say('grid'),
      onclick: () => this.toggleGrid(),
    });
    return make(
      'div',
      { class: 'tool-bar' },
      icon(make('button', { onclick: () => this.turn(-1) }), 'M15 5l-7 7 7 7', this.say('before')),
      this.said,
      icon(make('button', { onclick: () => this.turn(1) }), 'M9 5l7 7-7 7', this.say('after')),
      this.gridButton,
    );
  }

  focus() {
    this.paper.focus({ preventScroll: true });
  }

  read() {
    const { shapes, canUndo, canRedo } = this.bench.in('sketch');
    this.shapes = shapes;
    this.pages = Math.max(this.page + 1, 1, ...shapes.map((shape) => shape.page + 1));
    this.undo.disabled = !canUndo;
    this.redo.disabled = !canRedo;
    if (!shapes.some(({ number }) => number === this.chosen)) {
      this.chosen = 0;
    }
    this.draw();
  }

  here() {
    return this.shapes.filter((shape) => shape.page === this.page);
  }

  draw() {
    this.layers[1].replaceChildren(...this.here().map((shape) => element(shape)));
    this.drawFrame();
    this.said.textContent = this.say('page', this.page + 1, this.pages);
    this.paper.setAttribute('aria-label', this.say('paper', this.page + 1));
    this.remove.disabled = !this.chosen;
  }

  drawFrame() {
    const shape = this.shapes.find(({ number }) => number === this.chosen);
    const parts = [];
    if (shape) {
      const [left, top, right, bottom] = JSON.parse(this.bench.module.frame(shape)).map((number) => number / 10);
      parts.push(
        svg('rect', { x: left - 4, y: top - 4, width: right - left + 8, height: bottom - top + 8, class: 'chosen-frame' }),
      );
      if (shape.shape !== 'text') {
        parts.push(svg('rect', { x: right - 4, y: bottom - 4, width: 20, height: 20, class: 'handle' }));
      }
    }
    if (this.byKeys) {
      const [x, y] = this.pen.map((number) => number / 10);
      parts.push(svg('path', { d: `M${x - 16} ${y}h32M${x} ${y - 16}v32`, class: 'pen-place' }));
    }
    this.layers[3].replaceChildren(...parts);
  }

  setMode(mode) {
    this.mode = mode;
    this.modes.forEach((button, name) => button.setAttribute('aria-pressed', String(name === mode)));
    this.paper.dataset.mode = mode;
    if (mode !== 'select') {
      this.chosen = 0;
    }
    this.draw();
  }

  setInk(ink) {
    this.ink = ink;
    this.inks.forEach((button, name) => button.setAttribute('aria-pressed', String(name === ink)));
    this.restyle({ ink });
  }

  setWidth(by) {
    this.width = Math.max(1, Math.min(12, this.width + by));
    this.restyle({ width: this.width });
  }

  /** What is chosen takes the new ink or width too. */
  restyle(style) {
    const shape = this.shapes.find(({ number }) => number === this.chosen);
    if (shape) {
      this.change([{ ...shape, ...style }]);
    }
  }

  turn(by) {
    this.page = Math.max(0, Math.min(PAGES - 1, this.page + by));
    this.chosen = 0;
    this.read();
  }

  toggleGrid() {
    const on = this.gridButton.getAttribute('aria-pressed') !== 'true';
    this.gridButton.setAttribute('aria-pressed', String(on));
    const lines = [];
    for (let x = 50; on && x < WIDTH / 10; x += 50) {
      lines.push(`M${x} 0V${HEIGHT / 10}`);
    }
    for (let y = 50; on && y < HEIGHT / 10; y += 50) {
      lines.push(`M0 ${y}H${WIDTH / 10}`);
    }
    this.layers[0].replaceChildren(svg('path', { d: lines.join('') }));
  }

  change(drawn, erased = []) {
    const entered = this.bench.enter('sketch-changed', { drawn, erased });
    this.layers[2].replaceChildren();
    this.read();
    return entered;
  }

  erase() {
    if (this.chosen) {
      this.change([], [this.chosen]);
    }
  }

  stroke(kind) {
    if (this.bench.enter(kind, { tool: 'sketch' })) {
      this.read();
    }
  }

  // ---- pointer

  point(event) {
    const place = new DOMPoint(event.clientX, event.clientY).matrixTransform(this.toPaper ?? this.paper.getScreenCTM().inverse());
    return [clamp(place.x * 10, WIDTH), clamp(place.y * 10, HEIGHT)];
  }

  down(event) {
    if (event.button !== 0 || this.drawing) {
      return;
    }
    event.preventDefault();
    this.focus();
    this.byKeys = false;
    this.toPaper = this.paper.getScreenCTM().inverse();
    const at = this.point(event);
    const act = this.begin(at, event);
    if (!act) {
      this.toPaper = undefined;
      return;
    }
    this.drawing = true;
    drag(this.paper, event, {
      move: (moved) => act.move(this.point(moved), moved),
      end: (ended) => {
        act.end(this.point(ended));
        this.drawing = false;
        this.toPaper = undefined;
      },
    });
  }

  /** Returns what goes on while the pointer is down: `move` and `end`. */
  begin(at, event) {
    switch (this.mode) {
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
    return this.bench.module.hit(this.here(), at[0], at[1], REACH);
  }

  beginSelect(at) {
    const held = this.shapes.find(({ number }) => number === this.chosen);
    if (held && held.shape !== 'text') {
      const [left, top, right, bottom] = JSON.parse(this.bench.module.frame(held));
      if (Math.abs(at[0] - right - 60) < 160 && Math.abs(at[1] - bottom - 60) < 160) {
        const fit = (to) =>
          JSON.parse(this.bench.module.fitted(held, left, top, Math.max(left + 50, to[0]), Math.max(top + 50, to[1])));
        return { move: (to) => this.draft(fit(to)), end: (to) => this.change([fit(to)]) };
      }
    }
    this.chosen = this.hit(at);
    this.draw();
    const shape = this.shapes.find(({ number }) => number === this.chosen);
    const shifted = (to) => JSON.parse(this.bench.module.moved(shape, to[0] - at[0], to[1] - at[1]));
    return (
      shape && {
        move: (to) => this.draft(shifted(to)),
        end: (to) => (to[0] !== at[0] || to[1] !== at[1] ? this.change([shifted(to)]) : undefined),
      }
    );
  }

  beginErase(at) {
    const gone = new Set();
    const sweep = (to) => {
      const number = this.bench.module.hit(
        this.here().filter((shape) => !gone.has(shape.number)),
        to[0],
        to[1],
        REACH,
      );
      if (number) {
        gone.add(number);
        this.layers[1].querySelector(`[data-number="${number}"]`).setAttribute('opacity', '0.2');
      }
    };
    sweep(at);
    return { move: sweep, end: () => (gone.size ? this.change([], [...gone]) : undefined) };
  }

  beginText(at) {
    const box = this.paper.getBoundingClientRect();
    this.textAt = at;
    Object.assign(this.typing.style, { left: `${(at[0] / WIDTH) * box.width}px`, top: `${(at[1] / HEIGHT) * box.height}px` });
    this.typing.hidden = false;
    this.typing.value = '';
    setTimeout(() => this.typing.focus());
    return undefined;
  }

  placeText() {
    const text = this.typing.value.trim();
    if (!this.typing.hidden && text) {
      this.change([this.make('text', [Math.min(this.textAt[0], WIDTH - 200), Math.min(this.textAt[1], HEIGHT - 300)], text)]);
    }
    this.typing.hidden = true;
    this.typing.value = '';
  }

  beginStroke(at, event) {
    const points = [...at];
    const shape = this.make('stroke', points);
    const drawn = element(shape);
    let pressure = event.pressure;
    this.layers[2].replaceChildren(drawn);
    return {
      move: (_, moved) => {
        const all = moved.getCoalescedEvents?.() ?? [moved];
        all.forEach((one) => points.push(...this.point(one)));
        pressure = Math.max(pressure, moved.pressure);
        drawn.setAttribute('d', path(points));
      },
      end: () => {
        const simple = JSON.parse(this.bench.module.simplified(points, SLACK));
        const width = event.pointerType === 'pen' ? Math.max(1, Math.round(this.width * (0.5 + pressure))) : this.width;
        this.change([{ ...shape, width: Math.min(12, width), points: simple }]);
      },
    };
  }

  beginShape(at) {
    const reach = (to) => this.make(this.mode, [...at, ...to]);
    return {
      move: (to) => this.draft(reach(to)),
      end: (to) => (Math.hypot(to[0] - at[0], to[1] - at[1]) > 50 ? this.change([reach(to)]) : this.layers[2].replaceChildren()),
    };
  }

  draft(shape) {
    this.layers[2].replaceChildren(element(shape));
    const drawn = this.layers[1].querySelector(`[data-number="${shape.number}"]`);
    drawn?.setAttribute('opacity', '0.2');
  }

  make(shape, points, text = '') {
    const number = 1 + Math.max(0, ...this.shapes.map((one) => one.number));
    return { number, page: this.page, shape, ink: this.ink, width: this.width, points, text };
  }

  // ---- keys

  key(event) {
    const way = { ArrowLeft: [-STEP, 0], ArrowRight: [STEP, 0], ArrowUp: [0, -STEP], ArrowDown: [0, STEP] }[event.key];
    const command = event.ctrlKey || event.metaKey;
    if (command && ['z', 'y'].includes(event.key.toLowerCase())) {
      this.stroke(event.key.toLowerCase() === 'y' || event.shiftKey ? 'redone' : 'undone');
    } else if (way && this.mode === 'select' && this.chosen) {
      const shape = this.shapes.find(({ number }) => number === this.chosen);
      this.change([JSON.parse(this.bench.module.moved(shape, ...way))]);
    } else if (way) {
      this.movePen(way, event.shiftKey);
    } else if (event.key === ' ' || event.key === 'Enter') {
      this.setPen();
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      this.erase();
    } else {
      return;
    }
    event.preventDefault();
  }

  movePen([right, down], far) {
    this.byKeys = true;
    const by = far ? 5 : 1;
    this.pen = [clamp(this.pen[0] + right * by, WIDTH), clamp(this.pen[1] + down * by, HEIGHT)];
    this.keyed?.move(this.pen, { pressure: 0.5, getCoalescedEvents: undefined });
    this.drawFrame();
  }

  /** Sets the pen down where it is, or lifts it. */
  setPen() {
    if (this.keyed) {
      this.keyed.end(this.pen);
      this.keyed = undefined;
      return;
    }
    const points = [...this.pen];
    if (this.mode === 'stroke') {
      const shape = this.make('stroke', points);
      this.keyed = {
        move: (to) => {
          points.push(...to);
          this.draft({ ...shape, points: [...points] });
        },
        end: () => this.change([{ ...shape, points: JSON.parse(this.bench.module.simplified(points, SLACK)) }]),
      };
    } else if (this.mode === 'text') {
      this.beginText(this.pen);
    } else {
      this.keyed = this.begin(this.pen, { pressure: 0.5 });
      if (this.mode === 'select' || this.mode === 'eraser') {
        this.keyed?.end(this.pen);
        this.keyed = undefined;
      }
    }
  }
}

function clamp(number, most) {
  return Math.max(0, Math.min(most, Math.round(number)));
}

function svg(name, attributes) {
  const made = document.createElementNS(SVG, name);
  Object.entries(attributes).forEach(([key, value]) => made.setAttribute(key, String(value)));
  return made;
}

function path(points) {
  const pairs = [];
  for (let i = 0; i < points.length; i += 2) {
    pairs.push(`${points[i] / 10} ${points[i + 1] / 10}`);
  }
  return pairs.length === 1 ? `M${pairs[0]}l0.1 0` : `M${pairs.join('L')}`;
}

/** Draws a shape. */
function element(shape) {
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
