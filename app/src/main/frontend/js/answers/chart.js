// A chart to draw on: points, lines and circles of distance, by dragging or by typing bearing and distance. Lines snap
// to marks, and on request to the axes; what is drawn stands in a list with its figures, and can be taken back there.
import { all, hit } from '../dom.js';
import { drag, isLetGo } from '../drag.js';
import { svg } from '../svg.js';
import { Plane } from './plane.js';

const NEAR = 14;

export class Chart {
  /** @param {import('./answers.js').Answers} answers */
  constructor(answers) {
    this.answers = answers;
    this.charts = new WeakMap();
  }

  bind(sheet, item) {
    all('.chart-work', sheet).forEach((root) => {
      const chart = new One(this.answers, item, root);
      this.charts.set(root, chart);
    });
  }

  /** @param {import('../../types/room.d.ts').Question} question */
  draw(sheet, question) {
    all('.chart-work', sheet).forEach((root) => this.charts.get(root).draw(question));
  }
}

class One {
  constructor(answers, item, root) {
    this.answers = answers;
    this.item = item;
    this.root = root;
    this.plane = new Plane(root, answers);
    this.marks = all('[data-mark]', root).map(({ dataset }) => ({
      name: dataset.mark,
      x: Number(dataset.x),
      y: Number(dataset.y),
    }));
    this.pen = 'point';
    all('[data-pen]', root).forEach((button) => button.addEventListener('click', () => this.take(button.dataset.pen)));
    this.module = answers.sitting.module;
    this.square = root.querySelector('[data-square]');
    this.plane.over.addEventListener('pointerdown', (event) => this.down(event));
    root.querySelector('.chart-typed').addEventListener('submit', (event) => {
      event.preventDefault();
      this.type();
    });
    this.from = root.querySelector('[name=from]');
    root.querySelector('.drawn').addEventListener('click', (event) => {
      const element = hit(event, '[data-drawn]')?.dataset.drawn;
      if (element) {
        this.answers.press(this.item, root.dataset.response, element);
      }
    });
    this.take('point');
  }

  values() {
    return this.answers.given(this.item, this.root.dataset.response);
  }

  take(pen) {
    this.pen = pen;
    all('[data-pen]', this.root).forEach((button) => button.setAttribute('aria-pressed', String(button.dataset.pen === pen)));
    this.root.querySelector('.needs-bearing').hidden = pen !== 'line';
    this.root.querySelector('.needs-distance').hidden = pen === 'point';
  }

  /** Places to snap to: marks, and points that are drawn already. */
  places() {
    const drawn = this.values()
      .map((value) => value.split(' '))
      .filter(([kind]) => kind === 'point')
      .map(([, x, y], i) => ({ name: this.answers.say('chart.place', i + 1), x: Number(x), y: Number(y) }));
    return [...this.marks, ...drawn];
  }

  /** @param {number[]} point */
  snapped([x, y]) {
    const near = NEAR * this.plane.grain();
    const found = this.places()
      .map((place) => ({ ...place, far: Math.hypot(place.x - x, place.y - y) }))
      .filter(({ far }) => far <= near)
      .sort((a, b) => a.far - b.far)[0];
    return found ? [found.x, found.y] : [x, y];
  }

  down(event) {
    if (event.button !== 0 || this.answers.isSealed(this.item)) {
      return;
    }
    event.preventDefault();
    const start = this.snapped(this.plane.at(event));
    if (this.pen === 'point') {
      this.add(this.module.drawn('point', ...start, ...start, false));
      return;
    }
    const ghost = svg('g', { class: 'ghost' });
    this.plane.over.append(ghost);
    const to = (moved) =>
      this.module.drawn(this.pen, ...start, ...this.snapped(this.plane.at(moved)), this.square.checked || moved.shiftKey);
    drag(this.plane.over, event, {
      move: (moved) => {
        ghost.replaceChildren(this.shape(to(moved)));
        this.tell(this.words(to(moved)));
      },
      end: (ended) => {
        ghost.remove();
        if (isLetGo(ended)) {
          this.add(to(ended));
        }
      },
    });
  }

  tell(words) {
    this.root.querySelector('.chart-said').textContent = words;
  }

  /** Lays off what is typed: from a place, on a bearing, over a distance. */
  type() {
    const typed = (name) => this.root.querySelector(`[name=${name}]`).value;
    const from = this.places()[this.from.selectedIndex];
    const element = from && this.module.laidOff(this.pen, from.x, from.y, typed('bearing'), typed('distance'));
    if (element) {
      this.add(element);
    } else {
      this.tell(this.answers.say('chart.typed.wrong'));
    }
  }

  /** Adds what is drawn, unless it is nothing or there already. */
  add(element) {
    const nothing = JSON.parse(this.module.figures(element)).length === 0;
    if (!nothing && !this.values().includes(element)) {
      this.answers.press(this.item, this.root.dataset.response, element);
    }
  }

  shape(element) {
    const [kind, ...n] = element.split(' ');
    const size = this.plane.width / 120;
    switch (kind) {
      case 'point':
        return svg('path', {
          class: 'drawn-point',
          d: `M${n[0] - size} ${n[1] - size}l${size * 2} ${size * 2}m0 ${-size * 2}l${-size * 2} ${size * 2}`,
        });
      case 'line':
        return svg('line', { x1: n[0], y1: n[1], x2: n[2], y2: n[3] });
      default:
        return svg('circle', { cx: n[0], cy: n[1], r: n[2] });
    }
  }

  words(element) {
    const figures = JSON.parse(this.module.figures(element));
    return figures.length ? this.answers.say(`chart.${element.split(' ')[0]}`, ...figures, this.root.dataset.unit) : '';
  }

  /** @param {import('../../types/room.d.ts').Question} question */
  draw(question) {
    const values = question.responses[this.root.dataset.response] ?? [];
    all('.on-chart', this.plane.over).forEach((drawn) => drawn.remove());
    const layer = svg('g', { class: 'on-chart' });
    layer.append(...values.map((element) => this.shape(element)));
    this.plane.over.append(layer);
    this.root.querySelector('.drawn').replaceChildren(
      ...values.map((element) => {
        const row = document.createElement('li');
        const button = Object.assign(document.createElement('button'), {
          type: 'button',
          className: 'link',
          textContent: this.answers.say('chart.remove'),
        });
        button.dataset.drawn = element;
        button.ariaLabel = `${this.answers.say('chart.remove')}: ${this.words(element)}`;
        button.disabled = question.seal !== 'none';
        row.append(this.words(element), ' ', button);
        return row;
      }),
    );
    const chosen = this.from.selectedIndex;
    this.from.replaceChildren(...this.places().map(({ name }) => new Option(name)));
    this.from.selectedIndex = Math.max(0, Math.min(chosen, this.from.length - 1));
  }
}
