// Exhibits: documents in tabs, with pages, zoom, find, contents, and a hand to move them. PDF is drawn by a library that
// is fetched with the first such document.
import { drag } from '../drag.js';
import { rangeOf, textNodes } from '../marks.js';
import { fetchGiven } from '../server.js';
import { icon, make } from './panels.js';

const ZOOMS = [50, 75, 100, 125, 150, 200, 300, 400];
const TURNED = 600;

export class ExhibitTool {
  constructor(bench, panel) {
    this.bench = bench;
    this.panel = panel;
    this.words = bench.words;
    this.views = new Map();
    this.tabs = make('div', { class: 'exhibit-tabs', role: 'tablist', 'aria-label': this.say('tabs') });
    this.body = make('div', { class: 'exhibit-body', tabindex: '0', role: 'tabpanel' });
    this.said = make('p', { class: 'tool-said', role: 'status' });
    /** Where each finger is that has gone down, by pointer. */
    this.fingers = new Map();
    this.contents = make('div', { class: 'exhibit-contents', hidden: true });
    panel.body.classList.add('exhibit');
    panel.body.append(this.tabs, this.makeBar(), this.contents, this.said, this.body);
    this.body.addEventListener('scroll', () => this.scrolled(), { passive: true });
    this.body.addEventListener('keydown', (event) => this.key(event));
    this.body.addEventListener('keyup', (event) => event.key === ' ' && this.setHand(false));
    this.body.addEventListener('pointerdown', (event) => this.dragged(event));
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
      icon(make('button', { onclick: () => this.goTo(this.page - 1) }), 'M15 5l-7 7 7 7', this.say('before')),
      this.pageBox,
      this.pageOf,
      icon(make('button', { onclick: () => this.goTo(this.page + 1) }), 'M9 5l7 7-7 7', this.say('after')),
    );
    this.zoomBox = make(
      'select',
      { 'aria-label': this.say('zoom'), onchange: () => this.setZoom(Number(this.zoomBox.value)) },
      make('option', { value: '0', text: this.say('fit') }),
      ...ZOOMS.map((zoom) => make('option', { value: String(zoom), text: `${zoom} %` })),
    );
    this.hand = icon(
      make('button', { 'aria-pressed': 'false', onclick: () => this.setHand(this.body.dataset.hand !== 'on') }),
      'M8 12V6a1.500 1.500 0 0 1 3 0v5V4a1.500 1.500 0 0 1 3 0v7V6a1.500 1.500 0 0 1 3 0v8c0 4-2 6-5 6s-4-1-6-4l-2-4c1-1 3 0 4 2z',
      this.say('hand'),
    );
    this.contentsButton = icon(
      make('button', { 'aria-pressed': 'false', hidden: true, onclick: () => this.toggleContents() }),
      'M4 6h3M4 12h3M4 18h3M10 6h10M10 12h10M10 18h10',
      this.say('contents'),
    );
    this.findBox = make('input', {
      type: 'search',
      class: 'find-box',
      'aria-label': this.say('find'),
      placeholder: this.say('find'),
      maxlength: '80',
    });
    this.findBox.addEventListener('input', () => this.search());
    this.findBox.addEventListener('keydown', (event) => {
      if (event.key === 'Enter') {
        this.toFound(event.shiftKey ? -1 : 1);
      }
    });
    this.foundSaid = make('span', { role: 'status' });
    this.beside = icon(
      make('button', { onclick: () => this.openBeside() }),
      'M4 5h7v14H4zM13 5h7v14h-7zM16.500 9v6M13.500 12h6',
      this.say('beside'),
    );
    return make(
      'div',
      { class: 'tool-bar' },
      this.contentsButton,
      this.paging,
      icon(make('button', { onclick: () => this.step(-1) }), 'M5 12h14', this.say('smaller')),
      this.zoomBox,
      icon(make('button', { onclick: () => this.step(1) }), 'M5 12h14M12 5v14', this.say('larger')),
      this.hand,
      this.findBox,
      icon(make('button', { onclick: () => this.toFound(-1) }), 'M6 15l6-6 6 6', this.say('previous')),
      icon(make('button', { onclick: () => this.toFound(1) }), 'M6 9l6 6 6-6', this.say('next')),
      this.foundSaid,
      this.beside,
    );
  }

  // ---- which exhibit

  opened(room) {
    this.turned(room);
  }

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
      const made = await this.load(exhibit);
      if (this.current !== exhibit) {
        return;
      }
      this.document = made;
      this.said.textContent = '';
      this.drawBar();
      this.applyZoom();
      this.goTo(view.page, false);
      this.bench.marks.paint(this.body);
      this.search(false);
    } catch {
      this.said.replaceChildren(
        `${this.say('failed')} `,
        make('button', { type: 'button', class: 'link', text: this.say('again'), onclick: () => this.show(exhibit) }),
      );
    }
  }

  async load(exhibit) {
    const address = `/sittings/${this.bench.sitting.data.sitting}/exhibits/${encodeURIComponent(exhibit.id)}`;
    if (exhibit.kind === 'image') {
      await fetchGiven(address, this.bench.sitting);
      return PictureDocument.open(address, this.body, exhibit.title);
    }
    const pdf = exhibit.kind === 'pdf' ? this.bench.door.pdf() : undefined;
    const response = await fetchGiven(address, this.bench.sitting);
    if (!response.ok) {
      throw new Error(String(response.status));
    }
    const text = `${document.body.dataset.textLanguage}/exhibit/${exhibit.id}`;
    switch (exhibit.kind) {
      case 'pdf': {
        const { PdfDocument } = await pdf.library;
        return PdfDocument.open(await response.arrayBuffer(), this.body, {
          text,
          worker: pdf.worker,
          drawn: (page) => this.pageDrawn(page),
        });
      }
      default:
        return new HtmlDocument(this.body, await response.text(), exhibit.kind, text);
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
    this.sought = undefined;
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
      if (this.sought && Math.abs(page - this.sought.page) > 1) {
        this.sought = undefined;
      }
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
    const now = this.zoom || Math.round(this.document.fitted() * 100);
    const next = by > 0 ? ZOOMS.find((zoom) => zoom > now) : ZOOMS.findLast((zoom) => zoom < now);
    if (next) {
      this.setZoom(next);
    }
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
    if (this.touches(event) || this.body.dataset.hand !== 'on' || event.button !== 0) {
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

  /** Two fingers change the size. Returns whether there are two. */
  touches(event) {
    if (event.pointerType !== 'touch') {
      return false;
    }
    this.fingers.set(event.pointerId, [event.clientX, event.clientY]);
    const lift = () => {
      this.fingers.delete(event.pointerId);
      this.body.removeEventListener('pointerup', lift);
      this.body.removeEventListener('pointercancel', lift);
    };
    this.body.addEventListener('pointerup', lift);
    this.body.addEventListener('pointercancel', lift);
    if (this.fingers.size !== 2) {
      return false;
    }
    const apart = () => {
      const [a, b] = [...this.fingers.values()];
      return Math.hypot(a[0] - b[0], a[1] - b[1]);
    };
    const start = apart();
    const scale = this.zoom || Math.round(this.document.fitted() * 100);
    const move = (moved) => {
      if (this.fingers.has(moved.pointerId) && this.fingers.size === 2) {
        this.fingers.set(moved.pointerId, [moved.clientX, moved.clientY]);
        this.setZoom(Math.max(25, Math.min(800, Math.round((scale * apart()) / start))));
      } else {
        this.body.removeEventListener('pointermove', move);
      }
    };
    this.body.addEventListener('pointermove', move);
    return true;
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

  /** Finds what is asked for; a document that comes back into view stays at its page. */
  async search(going = true) {
    const wanted = this.findBox.value.trim().toLocaleLowerCase();
    const search = (this.searching = {});
    const texts = wanted && this.document?.texts ? await this.document.texts() : [];
    if (this.searching !== search) {
      return;
    }
    this.found = texts.flatMap((text, index) =>
      places(text.toLocaleLowerCase(), wanted).map((start) => ({ page: index + 1, start, end: start + wanted.length })),
    );
    this.foundAt = -1;
    this.foundSaid.textContent = wanted
      ? this.found.length
        ? this.say('found', 0, this.found.length)
        : this.say('found.none')
      : '';
    this.paintFound();
    if (going && this.found.length) {
      this.toFound(1);
    }
  }

  toFound(by) {
    if (this.found?.length) {
      this.foundAt = (this.foundAt + by + this.found.length) % this.found.length;
      const { page } = this.found[this.foundAt];
      this.foundSaid.textContent = this.say('found', this.foundAt + 1, this.found.length);
      if (page !== this.page) {
        this.goTo(page);
      }
      this.sought = this.found[this.foundAt];
      this.paintFound();
    }
  }

  pageDrawn(element) {
    this.bench.marks.paint(element);
    this.paintFound();
  }

  /** Marks what was found; what was gone to comes into view, once, as soon as its page is drawn. */
  paintFound() {
    const all = new Highlight();
    const here = new Highlight();
    this.found?.forEach((place, i) => {
      const element = this.document.textElement(place.page);
      const range = element && rangeOf(textNodes(element), place.start, place.end);
      if (range) {
        (i === this.foundAt ? here : all).add(range);
        if (place === this.sought) {
          this.sought = undefined;
          reveal(this.body, range);
        }
      }
    });
    CSS.highlights.set(`found-${this.panel.name}`, all);
    CSS.highlights.set(`found-here-${this.panel.name}`, here);
  }
}

function places(text, wanted) {
  const all = [];
  for (let at = text.indexOf(wanted); at >= 0; at = text.indexOf(wanted, at + wanted.length)) {
    all.push(at);
  }
  return all;
}

/** Scrolls no more than is needed to bring a place into view. */
function reveal(body, range) {
  const place = range.getBoundingClientRect();
  const view = body.getBoundingClientRect();
  if (place.top < view.top || place.bottom > view.bottom) {
    body.scrollTop += place.top - view.top - view.height / 3;
  }
  if (place.left < view.left || place.right > view.right) {
    body.scrollLeft += place.left - view.left - view.width / 3;
  }
}

/** Text, tables and drawings. */
class HtmlDocument {
  constructor(body, html, kind, text) {
    this.pages = 1;
    this.body = body;
    this.kind = kind;
    this.element = make('div', { class: kind === 'chart' ? 'exhibit-chart' : 'exhibit-text q', 'data-text': text });
    this.element.innerHTML = html;
    body.replaceChildren(this.element);
  }

  fitted() {
    return 1;
  }

  setScale(scale) {
    if (this.kind === 'chart') {
      this.element.style.width = `${scale * 100}%`;
    } else {
      this.element.style.fontSize = `${scale * 0.9375}rem`;
    }
  }

  scrollTo() {}

  texts() {
    return Promise.resolve([
      textNodes(this.element)
        .map((node) => node.data)
        .join(''),
    ]);
  }

  textElement() {
    return this.element;
  }
}

/** A picture. */
class PictureDocument {
  static async open(address, body, title) {
    const picture = make('img', { src: address, alt: title });
    await picture.decode();
    return new PictureDocument(body, picture);
  }

  constructor(body, picture) {
    this.pages = 1;
    this.kind = 'picture';
    this.body = body;
    this.picture = picture;
    body.replaceChildren(picture);
  }

  fitted() {
    return (this.body.clientWidth - 16) / this.picture.naturalWidth;
  }

  setScale(scale) {
    this.picture.width = this.picture.naturalWidth * scale;
  }

  scrollTo() {}
}
