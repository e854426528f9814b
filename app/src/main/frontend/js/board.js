// The board of a room: hears from the server what has changed, and draws it. It decides nothing.
import { all, around, maybe, one } from './dom.js';
import { ExamClock } from './examclock.js';
import { Words, put } from './words.js';
import { Deeds } from './board/deeds.js';
import { Needs } from './board/needs.js';
import { People } from './board/people.js';
import { Plan } from './board/plan.js';
import { count } from './board/standing.js';

/** @import { BoardData, Place, Said } from '../types/board.d.ts' */

const TICK = 1_000;
const VIEW = 'ledger-board-view';
const NARROW = 900;

class Board {
  /** @param {BoardData} data */
  constructor(data) {
    this.address = data.address;
    this.acts = data.acts;
    this.code = data.code;
    /** @type {import('../types/board.d.ts').Route[]} */
    this.routes = [];
    this.plan = data.plan;
    /** @type {number | undefined} since when the server cannot be heard */
    this.lostAt = undefined;
    this.clock = new ExamClock(data.now);
    this.words = new Words(data.words, data.zone, data.locale);
    /** @type {Map<number, Place>} */
    this.places = new Map();
    /** @type {Set<number>} */
    this.chosen = new Set();
    this.drawing = new Plan(/** @type {any} */ (this));
    this.people = new People(/** @type {any} */ (this));
    this.needs = new Needs(/** @type {any} */ (this));
    this.deeds = new Deeds(/** @type {any} */ (this));
    this.view = localStorage.getItem(VIEW) ?? (innerWidth < NARROW ? 'list' : 'plan');
  }

  start() {
    all('[data-view-to]').forEach((button) => button.addEventListener('click', () => this.show(String(button.dataset.viewTo))));
    maybe('#open-chosen')?.addEventListener('click', () => this.open([...this.chosen][0]));
    maybe('#forget-chosen')?.addEventListener('click', () => this.forget());
    one('#story [data-leave]').addEventListener('click', () => one('#story', document, HTMLDialogElement).close());
    addEventListener('resize', () => this.lay());
    this.show(this.view);
    this.listen();
    setInterval(() => this.tick(), TICK);
  }

  listen() {
    const events = new EventSource(`${this.address}/events`);
    events.addEventListener('open', () => this.sayConnected(true));
    events.addEventListener('error', () => this.sayConnected(false));
    events.addEventListener('time', (event) => this.clock.hear(JSON.parse(event.data).now));
    events.addEventListener('room', (event) => this.hearAll(JSON.parse(event.data)));
    events.addEventListener('places', (event) => this.hear(JSON.parse(event.data)));
    events.addEventListener('log', () => this.readLog());
  }

  /** @param {boolean} on */
  sayConnected(on) {
    const now = this.clock.now();
    this.lostAt = on ? undefined : (this.lostAt ?? now);
    const said = one('#unconnected');
    said.hidden = on;
    put(said, on ? '' : this.words.say('unconnected', this.words.time(this.lostAt ?? now)));
  }

  /**
   * All who belong here: at the beginning, and whenever that or where somebody sits has changed.
   *
   * @param {{ routes: import('../types/board.d.ts').Route[], places: (Place & { board: string })[] }} told
   */
  hearAll({ routes, places }) {
    this.routes = routes;
    all('[data-unless]').forEach((button) => {
      button.hidden = routes.some((route) => /** @type {any} */ (route)[String(button.dataset.unless)]);
    });
    this.places.clear();
    places.forEach((told) => this.take(told));
    [...this.chosen].filter((sitting) => !this.places.has(sitting)).forEach((sitting) => this.choose(sitting));
    this.lay();
    this.drawRest(this.clock.now());
    document.body.dataset.ready = 'true';
  }

  /** @param {(Place & { board: string })[]} changed */
  hear(changed) {
    const now = this.clock.now();
    changed.forEach((told) => this.drawing.update(this.take(told), now));
    this.drawRest(now);
  }

  /** @param {Place & { board: string }} told */
  take(told) {
    const place = { ...told, board: { answered: 0, stage: -1, ...(told.board ? JSON.parse(told.board) : {}) } };
    this.places.set(place.sitting, place);
    return place;
  }

  lay() {
    if (this.view === 'plan') {
      this.drawing.lay([...this.places.values()], this.clock.now());
    }
  }

  /** @param {number} now */
  drawRest(now) {
    if (this.view === 'list') {
      this.people.draw([...this.places.values()], now);
    }
    this.needs.draw(this.places.values(), now);
    const counted = count(this.places.values(), now);
    Object.entries(counted).forEach(([what, number]) => {
      const shown = one(`[data-count=${what}]`);
      put(shown, String(number));
      around(shown, '[data-none]').dataset.none = String(number === 0);
    });
    const over = maybe('#all-over');
    if (over) {
      over.hidden = counted.over === 0 || counted.work + counted.rest + counted.door > 0;
    }
  }

  tick() {
    const now = this.clock.now();
    put(one('#now'), this.words.time(now));
    if (this.view === 'plan') {
      this.drawing.tick(this.places.values(), now);
    }
    this.drawRest(now);
  }

  /** @param {string} view */
  show(view) {
    this.view = view;
    localStorage.setItem(VIEW, view);
    one('.board-plan').hidden = view !== 'plan';
    one('.board-people').hidden = view !== 'list';
    all('[data-view-to]').forEach((button) => button.setAttribute('aria-pressed', String(button.dataset.viewTo === view)));
    this.lay();
    this.drawRest(this.clock.now());
  }

  /** @param {number} sitting */
  choose(sitting) {
    if (!this.chosen.delete(sitting)) {
      this.chosen.add(sitting);
    }
    this.sayChosen();
  }

  forget() {
    this.chosen.clear();
    this.sayChosen();
  }

  sayChosen() {
    this.drawing.showChosen();
    this.places.forEach((place) => this.view === 'list' && this.people.update(place, this.clock.now()));
    put(
      document.querySelector('#chosen'),
      this.chosen.size
        ? this.words.say('chosen', this.chosen.size, this.deeds.sayAbout([...this.chosen]))
        : this.words.say('chosen.none'),
    );
    all('[data-for-one]', document, HTMLButtonElement).forEach((button) => {
      button.disabled = this.chosen.size !== 1;
    });
    const forget = maybe('#forget-chosen');
    if (forget) {
      forget.hidden = this.chosen.size === 0;
    }
  }

  /**
   * Does what stands beside somebody who needs it.
   *
   * @param {string} what
   * @param {Place[]} places
   * @param {Said} need
   */
  press(what, places, need) {
    const about = places.map(({ sitting }) => sitting);
    if (['seen', 'go-on', 'unlock'].includes(what)) {
      this.deeds.send(what, new FormData(), about);
    } else if (what === 'open') {
      this.open(about[0]);
    } else if (what === 'held') {
      location.assign(`/invigilation/${about[0]}/held`);
    } else {
      this.deeds.ask(what === 'pause-since' ? 'pause' : what, about, { since: what === 'pause-since' ? need.since : undefined });
    }
  }

  /** @param {number} sitting */
  async open(sitting) {
    const dialog = one('#story', document, HTMLDialogElement);
    const body = one('#story-body');
    try {
      const answer = await fetch(`${this.address}/places/${sitting}`, { headers: { 'X-Requested-By': 'fetch' } });
      body.innerHTML = answer.ok ? await answer.text() : '';
      if (!answer.ok) {
        body.textContent = this.words.say('refused');
      }
    } catch {
      body.textContent = this.words.say('not-read');
    }
    all('[data-story-deed]', body).forEach((button) =>
      button.addEventListener('click', () => {
        dialog.close();
        this.deeds.ask(String(button.dataset.storyDeed), [sitting]);
      }),
    );
    if (!dialog.open) {
      dialog.showModal();
    }
    body.scrollTop = 0;
  }

  async readLog() {
    try {
      const answer = await fetch(`${this.address}/log`, { headers: { 'X-Requested-By': 'fetch' } });
      if (answer.ok) {
        one('#log').innerHTML = await answer.text();
      }
    } catch {
      // The next line of the log reads it again.
    }
  }
}

new Board(JSON.parse(one('#board-data').textContent)).start();
