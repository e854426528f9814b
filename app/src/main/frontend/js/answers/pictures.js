// Pictures that are answered on: areas chosen or put in order, places pointed at, cards laid on places.
import { arrow } from '../arrows.js';
import { all, hit, one } from '../dom.js';
import { svg } from '../svg.js';
import { middle, outline, Plane } from './plane.js';

const STEP = 10;

export class Pictures {
  /** @param {import('./answers.js').Answers} answers */
  constructor(answers) {
    this.answers = answers;
    this.planes = new WeakMap();
  }

  bind(sheet, item) {
    all('.picture-work', sheet).forEach((root) => {
      const plane = new Plane(root, this.answers);
      this.planes.set(root, plane);
      all('[data-area]', root).forEach((area) => plane.over.append(this.area(item, root, plane, area.dataset)));
      if (root.dataset.way === 'point') {
        this.bindPoint(item, root, plane);
      }
    });
  }

  /** @param {DOMStringMap} drawn */
  area(item, root, plane, drawn) {
    const { area, letter, shape, coords, label } = drawn;
    const laying = root.matches('.laying');
    const group = svg('g', {
      tabindex: '0',
      class: 'area',
      role: laying || root.dataset.way === 'order' ? 'button' : root.dataset.single ? 'radio' : 'checkbox',
    });
    group.dataset[laying ? 'gap' : 'choice'] = area;
    group.dataset.label = label || letter;
    group.setAttribute('aria-label', label || this.answers.say('area', letter));
    const [x, y] = middle(shape, coords, plane.width, plane.height);
    const size = Math.max(12, plane.width / 40);
    const text = svg('text', { x, y: y + size * 0.35, 'font-size': size, 'text-anchor': 'middle' });
    text.textContent = laying ? '' : letter;
    group.append(outline(shape, coords, plane.width, plane.height), text);
    if (!laying) {
      group.addEventListener('click', () => this.answers.press(item, root.dataset.response, area));
    }
    group.addEventListener('keydown', (event) => {
      if (event.key === ' ' || event.key === 'Enter') {
        event.preventDefault();
        group.dispatchEvent(new MouseEvent('click', { bubbles: true }));
      }
    });
    return group;
  }

  bindPoint(item, root, plane) {
    const { response } = root.dataset;
    plane.cursor = [plane.width / 2, plane.height / 2];
    plane.over.setAttribute('tabindex', '0');
    plane.over.setAttribute('role', 'application');
    plane.over.setAttribute('aria-label', this.answers.say('point.keys'));
    const press = (point) => this.answers.press(item, response, point);
    plane.over.addEventListener('click', (event) => {
      press(hit(event, '[data-point]')?.dataset.point ?? pointOf(plane.at(event)));
    });
    plane.over.addEventListener('keydown', (event) => {
      const by = arrow(event);
      if (by) {
        event.preventDefault();
        event.stopPropagation();
        const step = event.shiftKey ? 1 : STEP;
        plane.cursor = [
          Math.max(0, Math.min(plane.width, plane.cursor[0] + by[0] * step)),
          Math.max(0, Math.min(plane.height, plane.cursor[1] + by[1] * step)),
        ];
        this.drawCursor(plane);
      } else if (event.key === 'Enter' || event.key === ' ') {
        event.preventDefault();
        press(pointOf(plane.cursor));
      } else if (event.key === 'Delete' || event.key === 'Backspace') {
        event.preventDefault();
        const last = this.answers.given(item, response).at(-1);
        if (last) {
          press(last);
        }
      }
    });
    plane.over.addEventListener('focus', () => plane.over.matches(':focus-visible') && this.drawCursor(plane));
    plane.over.addEventListener('blur', () => plane.over.querySelector('.cursor')?.remove());
  }

  drawCursor(plane) {
    plane.over.querySelector('.cursor')?.remove();
    plane.over.append(cross(plane, ...plane.cursor, 'cursor'));
    this.answers.page.whisper(this.answers.say('point.at', Math.round(plane.cursor[0]), Math.round(plane.cursor[1])));
  }

  /** @param {import('../../types/room.d.ts').Question} question */
  draw(sheet, question) {
    all('.picture-work', sheet).forEach((root) => {
      const values = question.responses[root.dataset.response] ?? [];
      const { over, width } = this.planes.get(root);
      all('[data-choice]', over).forEach((area) => {
        const at = values.indexOf(area.dataset.choice);
        area.classList.toggle('chosen', at >= 0);
        if (root.dataset.way === 'order') {
          one('text', area).textContent = at < 0 ? '' : String(at + 1);
          area.setAttribute(
            'aria-description',
            at < 0 ? this.answers.say('order.out') : this.answers.say('order.at', at + 1, values.length),
          );
        } else {
          area.setAttribute('aria-checked', String(at >= 0));
        }
      });
      if (root.dataset.way === 'point') {
        all('[data-point]', over).forEach((point) => point.remove());
        values.forEach((point) => {
          const [x, y] = point.split(' ').map(Number);
          const mark = cross({ width }, x, y, 'placed-point');
          mark.dataset.point = point;
          over.append(mark);
        });
        one('.pointed', root).textContent = values.length
          ? this.answers.say('points', values.length)
          : this.answers.say('points.none');
      }
    });
  }
}

function pointOf([x, y]) {
  return `${Math.round(x)} ${Math.round(y)}`;
}

function cross({ width }, x, y, name) {
  const arm = Math.max(8, width / 50);
  const group = svg('g', { class: name, transform: `translate(${x} ${y})` });
  group.append(
    svg('circle', { r: arm * 0.7 }),
    svg('path', { d: `M${-arm} 0H${arm}M0 ${-arm}V${arm}` }),
    svg('circle', { r: arm * 1.3, class: 'target' }),
  );
  return group;
}
