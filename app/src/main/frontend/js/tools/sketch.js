// The sketch: shapes in SVG. What a pointer hits and how shapes move and stretch is the rulebook's.
import { arrow } from '../arrows.js';
import { drag } from '../drag.js';
import { icon, make } from './panels.js';
import { svg } from '../svg.js';
import { clamp, element, frame, grid, HEIGHT, MODES, WIDTH } from './shapes.js';
import { Strokes } from './sketch-strokes.js';

const PAGES = 20;
const STEP = 100;
const INKS = ['black', 'teal', 'oxide', 'ochre'];

export class SketchTool {
  /**
   * @param {import('./toolbench.js').Toolbench} bench
   * @param {any} panel
   */
  constructor(bench, panel) {
    this.bench = bench;
    this.words = bench.words;
    this.mode = 'stroke';
    this.ink = 'black';
    this.width = 2;
    this.page = 0;
    this.pages = 1;
    this.pen = [WIDTH / 2, HEIGHT / 2];
    /** Where a text is being typed. */
    this.textAt = [0, 0];
    this.strokes = new Strokes(this);
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
      MODES.map((mode) => [
        mode,
        icon(make('button', { 'aria-pressed': 'false', onclick: () => this.setMode(mode) }), mode, this.say(mode)),
      ]),
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
    this.undo = icon(make('button', { onclick: () => this.stroke('undone') }), 'undo', this.words.say('worksheet.undo'));
    this.redo = icon(make('button', { onclick: () => this.stroke('redone') }), 'redo', this.words.say('worksheet.redo'));
    this.remove = icon(make('button', { onclick: () => this.erase() }), 'delete', this.say('delete'));
    return make(
      'div',
      { class: 'tool-bar' },
      ...this.modes.values(),
      ...this.inks.values(),
      icon(make('button', { onclick: () => this.setWidth(-1) }), 'thinner', this.say('thinner')),
      icon(make('button', { onclick: () => this.setWidth(1) }), 'thicker', this.say('thicker')),
      this.undo,
      this.redo,
      this.remove,
    );
  }

  makePaper() {
    this.paper = svg('svg', {});
    this.paper.setAttribute('viewBox', `0 0 ${WIDTH / 10} ${HEIGHT / 10}`);
    this.paper.setAttribute('tabindex', '0');
    this.paper.setAttribute('role', 'application');
    this.paper.append(svg('rect', { width: WIDTH / 10, height: HEIGHT / 10, class: 'page' }));
    this.layers = ['grid', 'shapes', 'draft', 'frame'].map((name) => {
      const layer = svg('g', { class: name });
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
      icon(make('button', { onclick: () => this.turn(-1) }), 'before', this.say('before')),
      this.said,
      icon(make('button', { onclick: () => this.turn(1) }), 'after', this.say('after')),
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
    /** @type {SVGElement[]} */
    const parts = shape ? frame(shape, JSON.parse(this.bench.module.frame(shape))) : [];
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
    this.layers[0].replaceChildren(...(on ? [grid()] : []));
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
    const act = this.strokes.begin(at, event);
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

  placeText() {
    const text = this.typing.value.trim();
    if (!this.typing.hidden && text) {
      this.change([this.make('text', [Math.min(this.textAt[0], WIDTH - 200), Math.min(this.textAt[1], HEIGHT - 300)], text)]);
    }
    this.typing.hidden = true;
    this.typing.value = '';
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
    const way = arrow(event)?.map((steps) => steps * STEP);
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

  /**
   * @param {number[]} way
   * @param {boolean} far
   */
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
    if (this.mode === 'stroke') {
      this.keyed = this.strokes.beginByKeys(this.pen);
    } else if (this.mode === 'text') {
      this.strokes.beginText(this.pen);
    } else {
      this.keyed = this.strokes.begin(this.pen, { pressure: 0.5 });
      if (this.mode === 'select' || this.mode === 'eraser') {
        this.keyed?.end(this.pen);
        this.keyed = undefined;
      }
    }
  }
}
