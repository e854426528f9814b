// Exhibits: documents in tabs, with pages, zoom, find, contents, and a hand to move them.
import { drag } from '../drag.js';
import { openDocument } from './documents.js';
import { ExhibitFinder } from './exhibit-finder.js';
import { icon, make } from './panels.js';
import { Pinch } from './pinch.js';

const ZOOMS = [50, 75, 100, 125, 150, 200, 300, 400];
const TURNED = 600;

export class ExhibitTool {
  /**
   * @param {import('./toolbench.js').Toolbench} bench
   * @param {any} panel
   */
  constructor(bench, panel) {
    this.bench = bench;
    this.panel = panel;
    this.words = bench.words;
    this.views = new Map();
    this.tabs = make('div', { class: 'exhibit-tabs', role: 'tablist', 'aria-label': this.say('tabs') });
    this.body = make('div', { class: 'exhibit-body', tabindex: '0', role: 'tabpanel' });
    this.said = make('p', { class: 'tool-said', role: 'status' });
    this.contents = make('div', { class: 'exhibit-contents', hidden: true });
    panel.body.classList.add('exhibit');
    panel.body.append(this.tabs, this.makeBar(), this.contents, this.said, this.body);
    this.body.addEventListener('scroll', () => this.scrolled(), { passive: true });
    this.body.addEventListener('keydown', (event) => this.key(event));
    this.body.addEventListener('keyup', (event) => event.key === ' ' && this.setHand(false));
    this.body.addEventListener('pointerdown', (event) => this.dragged(event));
    this.pinch = new Pinch(
      this.body,
      () => this.percent(),
      (zoom) => this.setZoom(zoom),
    );
    new ResizeObserver(() => this.refit()).observe(this.body);
  }

  say(key, ...args) {
    return this.words.say(`exhibit.${key}`, ...args);
  }

  makeBar() {
    this.pageBox = make('input', { type: 'text', inputmode: 'numeric', class: 'page-box', 'aria-label': this.say('page') });
    this.pageBox.addEventListener('change', () => this.goTo(Number(this.pageBox.value) || 1));
    this.pageOf = make('span');
    this.paging = make(
      'span',
      { class: 'paging' },
      icon(make('button', { onclick: () => this.goTo(this.page - 1) }), 'before', this.say('before')),
      this.pageBox,
      this.pageOf,
      icon(make('button', { onclick: () => this.goTo(this.page + 1) }), 'after', this.say('after')),
    );
    this.zoomBox = make(
      'select',
      { 'aria-label': this.say('zoom'), onchange: () => this.setZoom(Number(this.zoomBox.value)) },
      make('option', { value: '0', text: this.say('fit') }),
      ...ZOOMS.map((zoom) => make('option', { value: String(zoom), text: `${zoom} %` })),
    );
    this.hand = icon(
      make('button', { 'aria-pressed': 'false', onclick: () => this.setHand(this.body.dataset.hand !== 'on') }),
      'hand',
      this.say('hand'),
    );
    this.contentsButton = icon(
      make('button', { 'aria-pressed': 'false', hidden: true, onclick: () => this.toggleContents() }),
      'contents',
      this.say('contents'),
    );
    this.findBox = make('input', {
      type: 'search',
      class: 'find-box',
      'aria-label': this.say('find'),
      placeholder: this.say('find'),
      maxlength: '80',
    });
    this.findBox.addEventListener('input', () => this.finder.search());
    this.findBox.addEventListener('keydown', (event) => {
      if (event.key === 'Enter') {
        this.finder.toFound(event.shiftKey ? -1 : 1);
      }
    });
    const foundSaid = make('span', { role: 'status' });
    this.finder = new ExhibitFinder(this, this.findBox, foundSaid);
    this.beside = icon(make('button', { onclick: () => this.openBeside() }), 'beside', this.say('beside'));
    return make(
      'div',
      { class: 'tool-bar' },
      this.contentsButton,
      this.paging,
      icon(make('button', { onclick: () => this.step(-1) }), 'smaller', this.say('smaller')),
      this.zoomBox,
      icon(make('button', { onclick: () => this.step(1) }), 'larger', this.say('larger')),
      this.hand,
      this.findBox,
      icon(make('button', { onclick: () => this.finder.toFound(-1) }), 'previous', this.say('previous')),
      icon(make('button', { onclick: () => this.finder.toFound(1) }), 'next', this.say('next')),
      foundSaid,
      this.beside,
    );
  }

  // ---- which exhibit

  /** @param {import('../../types/room.d.ts').Room} room */
  opened(room) {
    this.turned(room);
  }

  /** @param {import('../../types/room.d.ts').Room} room */
  turned(room) {
    const exhibits = this.bench.door.exhibits(room);
    const key = exhibits.map(({ id }) => id).join(' ');
    if (this.offered !== key) {
      this.offered = key;
      this.exhibits = exhibits;
      this.beside.hidden = this.panel.name !== 'exhibit' || exhibits.length < 2;
      this.drawTabs();
      const wanted =
        exhibits.find(({ id }) => id === this.panel.showing) ?? exhibits[this.panel.name === 'exhibit' ? 0 : 1] ?? exhibits[0];
      if (wanted && wanted.id !== this.current?.id) {
        this.show(wanted);
      }
    }
  }

  drawTabs() {
    this.tabs.replaceChildren(
      ...this.exhibits.map((exhibit) =>
        make('button', {
          type: 'button',
          role: 'tab',
          'aria-selected': String(exhibit.id === this.current?.id),
          text: exhibit.title,
          onclick: () => this.choose(exhibit),
        }),
      ),
    );
    this.tabs.hidden = this.exhibits.length < 2;
  }

  choose(exhibit) {
    this.panel.showing = exhibit.id;
    this.bench.panels.enter(this.panel);
    this.show(exhibit);
  }

  openBeside() {
    const other = this.exhibits.find(({ id }) => id !== this.current.id);
    const panel = this.bench.make('second-exhibit');
    panel.showing = other.id;
    this.bench.openPanel('second-exhibit', this.bench.door.room).show(other);
  }

  async show(exhibit) {
    this.flush();
    this.current = exhibit;
    this.document?.close?.();
    this.document = undefined;
    this.drawTabs();
    this.body.replaceChildren();
    this.contents.hidden = true;
    this.said.textContent = this.say('loading');
    const view = this.bench.in('exhibits')[exhibit.id] ?? { page: 1, zoom: 0 };
    this.zoom = view.zoom;
    this.page = view.page;
    try {
      const made = await openDocument(this.bench, exhibit, this.body, (page) => this.pageDrawn(page));
      if (this.current !== exhibit) {
        return;
      }
      this.document = made;
      this.said.textContent = '';
      this.drawBar();
      this.applyZoom();
      this.goTo(view.page, false);
      this.bench.marks.paint(this.body);
      this.finder.search(false);
    } catch {
      this.said.replaceChildren(
        `${this.say('failed')} `,
        make('button', { type: 'button', class: 'link', text: this.say('again'), onclick: () => this.show(exhibit) }),
      );
    }
  }

  drawBar() {
    const { pages } = this.document;
    this.paging.hidden = pages === 1;
    this.pageOf.textContent = this.say('of', pages);
    this.contentsButton.hidden = true;
    this.document.contents?.().then((entries) => this.drawContents(entries));
    this.findBox.disabled = this.document.kind === 'picture';
  }

  drawContents(outline) {
    this.contentsButton.hidden = outline.length === 0;
    const level = (entries, depth) =>
      entries.flatMap(({ title, page, items }) => [
        make('button', { type: 'button', class: `level-${depth}`, text: title, onclick: () => this.goTo(page) }),
        ...level(items ?? [], depth + 1),
      ]);
    this.contents.replaceChildren(...level(outline, 0));
  }

  toggleContents() {
    this.contents.hidden = !this.contents.hidden;
    this.contentsButton.setAttribute('aria-pressed', String(!this.contents.hidden));
  }

  // ---- page, zoom, hand

  goTo(page, tell = true) {
    this.finder.sought = undefined;
    if (this.document) {
      this.page = Math.max(1, Math.min(this.document.pages, page));
      this.document.scrollTo(this.page);
      this.drawPage();
      if (tell) {
        this.tell();
      }
    }
  }

  drawPage() {
    this.pageBox.value = String(this.page);
    this.zoomBox.value = String(this.zoom);
    if (this.zoomBox.selectedIndex < 0) {
      this.zoomBox.add(make('option', { value: String(this.zoom), text: `${this.zoom} %` }));
      this.zoomBox.value = String(this.zoom);
    }
  }

  scrolled() {
    const page = this.document?.pageInView?.();
    if (page && page !== this.page) {
      this.page = page;
      this.finder.leave(page);
      this.drawPage();
      this.tell();
    }
  }

  /** What was looked at last is entered when it has stayed so for a moment. */
  tell() {
    clearTimeout(this.telling);
    this.telling = setTimeout(() => this.flush(), TURNED);
  }

  flush() {
    if (this.telling) {
      clearTimeout(this.telling);
      this.telling = undefined;
      this.bench.enter('exhibit-turned', { exhibit: this.current.id, page: this.page, zoom: this.zoom });
    }
  }

  setZoom(zoom) {
    this.zoom = zoom;
    this.applyZoom();
    this.goTo(this.page);
  }

  step(by) {
    const now = this.percent();
    const next = by > 0 ? ZOOMS.find((zoom) => zoom > now) : ZOOMS.findLast((zoom) => zoom < now);
    if (next) {
      this.setZoom(next);
    }
  }

  /** The size that is shown, in per cent. */
  percent() {
    return this.zoom || Math.round(this.document.fitted() * 100);
  }

  applyZoom() {
    this.document?.setScale(this.zoom ? this.zoom / 100 : this.document.fitted());
    this.drawPage();
  }

  refit() {
    if (this.document && !this.zoom) {
      const { page } = this;
      this.document.setScale(this.document.fitted());
      this.document.scrollTo(page);
    }
  }

  setHand(on) {
    this.body.dataset.hand = on ? 'on' : 'off';
    this.hand.setAttribute('aria-pressed', String(on));
  }

  dragged(event) {
    if (this.pinch.begins(event) || this.body.dataset.hand !== 'on' || event.button !== 0) {
      return;
    }
    event.preventDefault();
    const from = [event.clientX + this.body.scrollLeft, event.clientY + this.body.scrollTop];
    drag(this.body, event, {
      move: (moved) => {
        this.body.scrollLeft = from[0] - moved.clientX;
        this.body.scrollTop = from[1] - moved.clientY;
      },
    });
  }

  key(event) {
    const does = {
      '+': () => this.step(1),
      '-': () => this.step(-1),
      0: () => this.setZoom(0),
      PageDown: () => this.goTo(this.page + 1),
      PageUp: () => this.goTo(this.page - 1),
      ' ': () => this.setHand(true),
      '/': () => this.find(),
    }[event.key];
    if (does && !event.ctrlKey && !event.metaKey) {
      event.preventDefault();
      does();
    }
  }

  focus() {
    this.body.focus({ preventScroll: true });
  }

  // ---- find

  find() {
    this.findBox.focus();
    this.findBox.select();
  }

  pageDrawn(element) {
    this.bench.marks.paint(element);
    this.finder.paint();
  }
}
