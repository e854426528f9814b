// Panels over the room: moved, sized, folded and brought to front by pointer, touch and keyboard. Where they stand is an
// entry; where they go by themselves, and that they stay in the window, the rulebook works out.
import { arrow } from '../arrows.js';
import { all, maybe, one } from '../dom.js';
import { drag } from '../drag.js';
import { asking } from '../dialogs.js';

const STEP = 16;

const PANEL = `
  <header>
    <button type="button" class="mover"></button><button type="button" class="tidy"></button>
    <button type="button" class="folder"></button><button type="button" class="closer"></button>
  </header>
  <div class="tool-body"></div>
  <button type="button" class="sizer" tabindex="-1"></button>`;

export class Panels {
  /** @param hooks `changed()` after panels were opened, moved or folded; `resizing()` before the sheet becomes wider or narrower */
  constructor(sitting, module, words, hooks) {
    this.sitting = sitting;
    this.module = module;
    this.words = words;
    this.hooks = hooks;
    this.home = document.querySelector('#panels');
    this.main = document.querySelector('.main');
    this.sheet = one('#sheet');
    this.beside = 0;
    this.panels = new Map();
    this.order = [];
    this.shown = true;
    addEventListener('resize', () => this.layOut());
    new MutationObserver(() => this.layOut()).observe(document.documentElement, { attributes: true });
    document.addEventListener('keydown', (event) => {
      if (event.key === 'Escape' && !event.defaultPrevented && !asking() && one('#inkbar').hidden) {
        this.foldFront();
      }
    });
  }

  has(name) {
    return this.panels.has(name);
  }

  get(name) {
    return this.panels.get(name);
  }

  /** Makes a panel, closed. Its tool fills `body`. */
  make(name, title) {
    const element = document.createElement('section');
    element.className = 'tool-panel';
    element.dataset.panel = name;
    element.setAttribute('role', 'region');
    element.setAttribute('aria-label', title);
    element.hidden = true;
    element.innerHTML = PANEL;
    this.home.append(element);
    const panel = {
      name,
      title,
      element,
      body: element.querySelector('.tool-body'),
      state: 'closed',
      byHand: false,
      rect: [0, 0, 0, 0],
      showing: '',
    };
    const [mover, tidy, folder, closer] = all('header button', element);
    mover.textContent = title;
    mover.setAttribute('aria-label', this.words.say('panel.move', title));
    icon(tidy, 'tidy', this.words.say('panel.tidy'));
    icon(folder, 'smaller', this.words.say('panel.fold'));
    icon(closer, 'close', this.words.say('panel.close'));
    one('.sizer', element).setAttribute('aria-label', this.words.say('panel.size', title));
    element.addEventListener('pointerdown', () => this.toFront(panel), true);
    element.addEventListener('focusin', () => this.toFront(panel));
    this.drag(panel, mover, (rect, dx, dy) => [rect[0] + dx, rect[1] + dy, rect[2], rect[3]]);
    this.drag(panel, element.querySelector('.sizer'), (rect, dx, dy) => [rect[0], rect[1], rect[2] + dx, rect[3] + dy]);
    mover.addEventListener('keydown', (event) => this.moveKey(event, panel));
    mover.addEventListener('dblclick', () => this.fold(panel));
    tidy.addEventListener('click', () => this.tidy(panel));
    folder.addEventListener('click', () => this.fold(panel));
    closer.addEventListener('click', () => this.close(panel));
    this.panels.set(name, panel);
    return panel;
  }

  /** Takes the place over that was entered before. */
  restore(panel, place) {
    Object.assign(panel, {
      state: place.state,
      byHand: place.byHand,
      rect: [place.left, place.top, place.width, place.height],
      showing: place.showing,
    });
    this.order = [...this.order.filter((other) => other !== panel), panel];
  }

  open(panel) {
    panel.state = 'open';
    this.toFront(panel);
    this.layOut();
    this.enter(panel);
    this.hooks.changed();
  }

  close(panel) {
    panel.state = 'closed';
    this.layOut();
    this.enter(panel);
    this.hooks.changed();
    maybe('.question.open')?.focus({ preventScroll: true });
  }

  fold(panel) {
    panel.state = panel.state === 'folded' ? 'open' : 'folded';
    this.layOut();
    this.enter(panel);
    this.hooks.changed();
  }

  foldFront() {
    const front = this.order.filter((panel) => panel.state === 'open').at(-1);
    if (front && this.shown) {
      this.fold(front);
      maybe('.question.open')?.focus({ preventScroll: true });
    }
  }

  tidy(panel) {
    panel.byHand = false;
    this.layOut();
    this.enter(panel);
  }

  toFront(panel) {
    if (this.order.at(-1) !== panel) {
      this.order = [...this.order.filter((other) => other !== panel), panel];
      this.order.forEach((placed, i) => {
        placed.element.style.zIndex = String(12 + i);
      });
    }
  }

  /** Shows panels beside a question only, and of them those that its section offers. */
  show(shown, offered) {
    this.shown = shown;
    this.panels.forEach((panel) => {
      panel.offered = offered(panel.name);
    });
    this.layOut();
  }

  visible() {
    return [...this.panels.values()].filter((panel) => this.shown && panel.offered !== false && panel.state !== 'closed');
  }

  layOut() {
    const unit = Math.round(parseFloat(getComputedStyle(document.documentElement).fontSize));
    const area = this.area(unit);
    const visible = this.visible();
    const auto = visible.filter((panel) => !panel.byHand && panel.state === 'open');
    const places = JSON.parse(
      this.module.arranged(
        auto.map(({ name }) => name),
        area,
        unit,
      ),
    );
    auto.forEach((panel) => {
      panel.rect = places[panel.name];
    });
    const window = [0, 0, innerWidth, innerHeight];
    this.panels.forEach((panel) => {
      panel.element.hidden = !visible.includes(panel);
      if (!panel.element.hidden) {
        this.place(panel, panel.byHand ? JSON.parse(this.module.within(panel.name, panel.rect, window, unit)) : panel.rect);
      }
    });
    const open = visible.filter((panel) => panel.state === 'open').map((panel) => panel.drawn);
    const width = this.module.sheetWidth(open, area, unit);
    this.makeRoom(area[2] - width);
    this.drawFolded(visible.filter((panel) => panel.state === 'folded'));
  }

  /** Leaves so many pixels of the sheet's place to panels. */
  makeRoom(beside) {
    if (this.beside !== beside) {
      this.beside = beside;
      this.hooks.resizing();
      this.sheet.style.marginRight = `${beside}px`;
      this.main.classList.toggle('making-room', beside > 0);
    }
  }

  /** Folded panels stand as tabs at the lower edge of the sheet, out of the way. */
  drawFolded(folded) {
    let right = 0;
    const { right: edge, bottom } = this.main.getBoundingClientRect();
    folded.forEach((panel) => {
      const { width } = panel.element.getBoundingClientRect();
      right += width + 4;
      panel.element.style.left = `${Math.max(0, edge - right)}px`;
      panel.element.style.top = `${bottom - panel.element.getBoundingClientRect().height}px`;
    });
  }

  area(unit) {
    const { left, top, width, height } = this.main.getBoundingClientRect();
    const floor = Math.round(one('.foot').getBoundingClientRect().top);
    return JSON.parse(this.module.area([left, top, width, height].map(Math.round), floor, unit));
  }

  place(panel, rect) {
    const { style, dataset } = panel.element;
    dataset.state = panel.state;
    panel.drawn = rect;
    const [left, top, width, height] = rect;
    const folded = panel.state === 'folded';
    Object.assign(style, {
      left: `${left}px`,
      top: `${top}px`,
      width: folded ? '' : `${width}px`,
      height: folded ? '' : `${height}px`,
    });
    const folder = panel.element.querySelector('.folder');
    folder.title = this.words.say(folded ? 'panel.unfold' : 'panel.fold');
    folder.setAttribute('aria-label', folder.title);
    folder.querySelector('use').setAttribute('href', folded ? '#icon-larger' : '#icon-smaller');
  }

  drag(panel, handle, apply) {
    handle.addEventListener('pointerdown', (event) => {
      if (panel.state !== 'open' || event.button !== 0) {
        return;
      }
      const from = [event.clientX, event.clientY];
      const rect = panel.drawn;
      drag(handle, event, {
        move: (moved) => {
          this.putByHand(panel, apply(rect, moved.clientX - from[0], moved.clientY - from[1]));
          this.dragged = true;
        },
        end: () => {
          if (this.dragged) {
            this.dragged = false;
            this.enter(panel);
          }
        },
      });
    });
  }

  moveKey(event, panel) {
    const way = arrow(event)?.map((steps) => steps * STEP);
    if (way && panel.state === 'open') {
      event.preventDefault();
      const [left, top, width, height] = panel.drawn;
      this.putByHand(
        panel,
        event.shiftKey ? [left, top, width + way[0], height + way[1]] : [left + way[0], top + way[1], width, height],
      );
      this.enter(panel);
    }
  }

  putByHand(panel, rect) {
    panel.byHand = true;
    panel.rect = rect.map((number) => Math.max(0, Math.round(number)));
    this.layOut();
    panel.rect = panel.drawn;
  }

  enter(panel) {
    const [left, top, width, height] = panel.rect;
    this.sitting.enter('panel-placed', {
      panel: panel.name,
      state: panel.state,
      byHand: panel.byHand,
      left,
      top,
      width,
      height,
      showing: panel.showing,
    });
  }
}

/** Gives a button a drawing and a name. */
export function icon(button, drawing, name) {
  button.type = 'button';
  button.classList.add('icon');
  button.title = name;
  button.setAttribute('aria-label', name);
  button.innerHTML = `<svg aria-hidden="true"><use href="#icon-${drawing}"/></svg>`;
  return button;
}

/** Makes an element with attributes and children. */
export function make(tag, attributes = {}, ...children) {
  const element = document.createElement(tag);
  Object.entries(attributes).forEach(([name, value]) => {
    if (name === 'text') {
      element.textContent = value;
    } else if (name.startsWith('on')) {
      element.addEventListener(name.slice(2), value);
    } else if (value !== undefined && value !== false) {
      element.setAttribute(name, value === true ? '' : value);
    }
  });
  element.append(...children);
  return element;
}
