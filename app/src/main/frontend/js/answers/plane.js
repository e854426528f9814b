// A picture with what lies on it: drawn in the picture's own pixels, made larger and smaller, moved by scrolling.
import { all } from '../dom.js';
import { svg } from '../svg.js';

const ZOOMS = [1, 1.5, 2, 3, 4];

export class Plane {
  /** @param root an element with `.plane`, `.plane-view` and `data-width`, `data-height` */
  constructor(root, answers) {
    this.root = root;
    this.view = root.querySelector('.plane-view');
    this.plane = root.querySelector('.plane');
    this.width = Number(root.dataset.width);
    this.height = Number(root.dataset.height);
    this.over = svg('svg', { class: 'plane-over', viewBox: `0 0 ${this.width} ${this.height}` });
    this.plane.append(this.over);
    this.zoom = 1;
    this.view.style.setProperty('--shape', this.width / this.height);
    all('[data-zoom]', root).forEach((button) => button.addEventListener('click', () => this.step(Number(button.dataset.zoom))));
    this.answers = answers;
  }

  step(by) {
    const at = ZOOMS.indexOf(this.zoom);
    this.zoom = ZOOMS[Math.max(0, Math.min(ZOOMS.length - 1, at + by))];
    this.plane.style.width = `${this.zoom * 100}%`;
    this.answers.page.whisper(this.answers.say('zoomed', Math.round(this.zoom * 100)));
  }

  /** Returns where an event happened, in the picture's pixels and within it. */
  at(event) {
    const box = this.over.getBoundingClientRect();
    const within = (value, most) => Math.max(0, Math.min(most, value));
    return [
      within(((event.clientX - box.left) / box.width) * this.width, this.width),
      within(((event.clientY - box.top) / box.height) * this.height, this.height),
    ];
  }

  /** Returns how many pixels of the picture one pixel of the screen is. */
  grain() {
    return this.width / this.over.getBoundingClientRect().width;
  }
}

/** Returns the outline of an area, as QTI writes it. */
export function outline(shape, coords, width, height) {
  const n = coords ? coords.split(',').map(Number) : [];
  switch (shape) {
    case 'circle':
      return svg('circle', { cx: n[0], cy: n[1], r: n[2] });
    case 'rect':
      return svg('rect', { x: n[0], y: n[1], width: n[2] - n[0], height: n[3] - n[1] });
    case 'poly':
      return svg('polygon', { points: n.join(' ') });
    default:
      return svg('rect', { x: 0, y: 0, width, height });
  }
}

/** Returns the middle of an outline, where its letter stands. */
export function middle(shape, coords, width, height) {
  const n = coords ? coords.split(',').map(Number) : [];
  switch (shape) {
    case 'circle':
      return [n[0], n[1]];
    case 'rect':
      return [(n[0] + n[2]) / 2, (n[1] + n[3]) / 2];
    case 'poly': {
      const [xs, ys] = [n.filter((_, i) => i % 2 === 0), n.filter((_, i) => i % 2)];
      const mean = (list) => list.reduce((sum, value) => sum + value, 0) / list.length;
      return [mean(xs), mean(ys)];
    }
    default:
      return [width / 2, height / 2];
  }
}
