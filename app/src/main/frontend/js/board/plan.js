// The plan of the room as a drawing: each place a small page of the ledger. What is drawn once stays; a change writes the
// texts that differ.
import { arrow } from '../arrows.js';
import { one } from '../dom.js';
import { labelOf, place as placeOf } from '../plan/grid.js';
import { put, span } from '../words.js';
import { bySeat, left, needs, strip, where } from './standing.js';

/** @import { Place, Route } from '../../types/board.d.ts' */

const SVG = 'http://www.w3.org/2000/svg';
const GAP = 9;
const HEIGHT = 124;
const ROW = HEIGHT + 10;
const NARROWEST = 118;
const WIDEST = 190;
const MARGIN = 21;
const TEXT = 27;
const EDGE = 18;
const FRONT = 36;
/** About how wide a letter is, bold and plain. */
const BOLD = 7.4;
const PLAIN = 6.2;

/**
 * @param {string} name
 * @param {Record<string, string | number>} [attributes]
 * @param {Element} [parent]
 */
function draw(name, attributes = {}, parent = undefined) {
  const element = document.createElementNS(SVG, name);
  Object.entries(attributes).forEach(([key, value]) => element.setAttribute(key, String(value)));
  parent?.append(element);
  return element;
}

/**
 * Cuts a text to a width.
 *
 * @param {string} text
 * @param {number} width
 * @param {number} letter
 */
function fit(text, width, letter) {
  const most = Math.max(1, Math.floor(width / letter));
  return text.length <= most ? text : `${text.slice(0, most - 1).trimEnd()}…`;
}

export class Plan {
  /**
   * @param {{ words: import('../words.js').Words, routes: Route[], plan?: { rows: number, columns: number, chairs: string[] },
   *   chosen: Set<number>, choose(sitting: number): void, open(sitting: number): void }} board
   */
  constructor(board) {
    this.board = board;
    this.svg = one('#plan', document, SVGSVGElement);
    /** @type {Map<number, Drawn>} */
    this.drawn = new Map();
    /** @type {Map<number, string>} the seats of a group that has none, given here */
    this.given = new Map();
    this.svg.addEventListener('keydown', (event) => this.key(event));
    this.svg.addEventListener('click', (event) => {
      const sitting = sittingOf(event);
      if (sitting) {
        this.board.choose(sitting);
      }
    });
    this.svg.addEventListener('dblclick', (event) => {
      const sitting = sittingOf(event);
      if (sitting) {
        this.board.open(sitting);
      }
    });
  }

  /**
   * Draws all places anew: they have come, or sit elsewhere.
   *
   * @param {Place[]} places
   * @param {number} now
   */
  lay(places, now) {
    const { rows, columns, chairs } = this.grid(places);
    const pane = one('.board-plan').clientWidth - 2 * EDGE;
    this.width = Math.min(WIDEST, Math.max(NARROWEST, Math.floor(pane / columns) - GAP));
    const whole = EDGE + columns * (this.width + GAP);
    const height = FRONT + rows * ROW;
    this.svg.replaceChildren();
    this.svg.setAttribute('viewBox', `0 0 ${whole} ${height}`);
    this.svg.style.width = `${whole / 16}rem`;
    this.hatch();
    if (this.board.plan) {
      this.front(whole);
    }
    const byChair = new Map(places.map((place) => [this.chairOf(place), place]));
    this.drawn.clear();
    for (const chair of chairs) {
      const [row, column] = placeOf(chair);
      const x = EDGE + (column - 1) * (this.width + GAP);
      const y = FRONT + (row - 1) * ROW;
      const place = byChair.get(chair);
      if (place) {
        this.drawn.set(place.sitting, new Drawn(this, this.svg, chair, { x, y }));
        this.update(place, now);
      } else {
        draw('rect', { x, y, width: this.width, height: HEIGHT, class: 'empty' }, this.svg);
        draw('text', { x: x + 5, y: y + 16, class: 'seat' }, this.svg).textContent = chair;
      }
    }
    this.drawn.values().next().value?.group.setAttribute('tabindex', '0');
  }

  /**
   * The chairs of the room; a group without a room gets a grid as wide as it is useful.
   *
   * @param {Place[]} places
   */
  grid(places) {
    if (this.board.plan) {
      return this.board.plan;
    }
    const columns = Math.max(
      1,
      Math.min(places.length, Math.floor((one('.board-plan').clientWidth - 2 * EDGE) / (NARROWEST + 24))),
    );
    const chairs = [...places].sort(bySeat).map((place, number) => {
      const chair = labelOf(Math.floor(number / columns) + 1, (number % columns) + 1);
      this.given.set(place.sitting, chair);
      return chair;
    });
    return { rows: Math.ceil(places.length / columns), columns, chairs };
  }

  /** @param {Place} place */
  chairOf(place) {
    return this.board.plan ? place.chair : (this.given.get(place.sitting) ?? '');
  }

  hatch() {
    const defs = draw('defs', {}, this.svg);
    const pattern = draw(
      'pattern',
      { id: 'hatch', width: 7, height: 7, patternUnits: 'userSpaceOnUse', patternTransform: 'rotate(45)' },
      defs,
    );
    draw('rect', { width: 7, height: 7, class: 'hatch-ground' }, pattern);
    draw('rect', { width: 1.4, height: 7, class: 'hatch-line' }, pattern);
  }

  /** @param {number} whole */
  front(whole) {
    const wide = whole * 0.46;
    const x = (whole - wide) / 2;
    draw('path', { d: `M${x} 0v22h${wide}v-22`, class: 'front' }, this.svg);
    const label = draw('text', { x: whole / 2, y: 15, class: 'front-label' }, this.svg);
    label.textContent = this.board.words.say('plan.front');
  }

  /**
   * @param {Place} place
   * @param {number} now
   */
  update(place, now) {
    this.drawn.get(place.sitting)?.update(place, now);
  }

  /**
   * Writes what passes with time.
   *
   * @param {Iterable<Place>} places
   * @param {number} now
   */
  tick(places, now) {
    for (const place of places) {
      this.drawn.get(place.sitting)?.tick(place, now);
    }
  }

  showChosen() {
    this.drawn.forEach((drawn, sitting) => drawn.choose(this.board.chosen.has(sitting)));
  }

  /** @param {KeyboardEvent} event */
  key(event) {
    const sitting = sittingOf(event);
    if (!sitting) {
      return;
    }
    const way = arrow(event);
    if (way) {
      event.preventDefault();
      this.walk(sitting, way);
    } else if (event.key === ' ') {
      event.preventDefault();
      this.board.choose(sitting);
    } else if (event.key === 'Enter') {
      event.preventDefault();
      this.board.open(sitting);
    }
  }

  /**
   * @param {number} sitting
   * @param {number[]} way
   */
  walk(sitting, way) {
    const here = this.drawn.get(sitting);
    let [row, column] = placeOf(here?.chair ?? '');
    const at = new Map([...this.drawn].map(([other, drawn]) => [drawn.chair, other]));
    for (let steps = 0; steps < 40; steps += 1) {
      row += way[1];
      column += way[0];
      const next = at.get(labelOf(row, column));
      if (next !== undefined) {
        here?.group.setAttribute('tabindex', '-1');
        const group = this.drawn.get(next)?.group;
        group?.setAttribute('tabindex', '0');
        group?.focus();
        return;
      }
    }
  }
}

/** @param {Event} event */
function sittingOf(event) {
  const element = /** @type {Element} */ (event.target);
  return Number(element.closest('[data-sitting]')?.getAttribute('data-sitting') ?? 0);
}

/** One place as it is drawn. */
class Drawn {
  /**
   * @param {Plan} plan
   * @param {Element} parent
   * @param {string} chair
   * @param {{ x: number, y: number }} at
   */
  constructor(plan, parent, chair, at) {
    this.plan = plan;
    this.chair = chair;
    const wide = plan.width ?? NARROWEST;
    this.inner = wide - TEXT - 8;
    this.group = /** @type {SVGGElement} */ (
      draw(
        'g',
        { class: 'place', tabindex: -1, role: 'button', 'aria-pressed': 'false', transform: `translate(${at.x} ${at.y})` },
        parent,
      )
    );
    this.title = draw('title', {}, this.group);
    draw('rect', { width: wide, height: HEIGHT, class: 'leaf-of' }, this.group);
    draw('line', { x1: MARGIN, x2: MARGIN, y1: 0, y2: HEIGHT, class: 'margin-of' }, this.group);
    this.seat = this.text('seat', 3, 17);
    this.name = this.text('name', TEXT, 20);
    this.where = this.text('where', TEXT, 38);
    this.time = this.text('time', TEXT, 60);
    this.strip = draw('g', { transform: `translate(${TEXT} 69)` }, this.group);
    this.answered = this.text('answered', TEXT, 94);
    this.more = this.text('answered', TEXT, 109);
    this.foot = draw('rect', { x: 0, y: HEIGHT - 40, width: wide, height: 40, class: 'foot-of' }, this.group);
    this.footText = this.text('foot-text', TEXT, HEIGHT - 24);
    this.footMore = this.text('foot-text', TEXT, HEIGHT - 9);
    this.frame = draw('rect', { width: wide, height: HEIGHT, class: 'frame-of' }, this.group);
    this.stripDrawn = '';
  }

  /**
   * @param {string} kind
   * @param {number} x
   * @param {number} y
   */
  text(kind, x, y) {
    return draw('text', { x, y, class: kind, 'aria-hidden': 'true' }, this.group);
  }

  /** @param {boolean} on */
  choose(on) {
    this.group.setAttribute('aria-pressed', String(on));
    this.group.classList.toggle('chosen', on);
  }

  /**
   * @param {Place} place
   * @param {number} now
   */
  update(place, now) {
    const { words, routes } = this.plan.board;
    const [need] = needs(place);
    this.group.dataset.sitting = String(place.sitting);
    const kinds = ['place'];
    if (need) {
      kinds.push(need.kind === 'paused' || need.kind === 'held' ? 'told' : 'need');
    }
    if (place.lost) {
      kinds.push('gone');
    }
    if (!['in-progress', 'unreadable'].includes(place.progress)) {
      kinds.push(place.progress === 'before' ? 'absent' : 'done');
    }
    if (this.plan.board.chosen.has(place.sitting)) {
      kinds.push('chosen');
    }
    this.group.setAttribute('class', kinds.join(' '));
    put(this.seat, place.chair);
    put(this.name, fit(place.name, this.inner, BOLD));
    const questions = routes[place.route].questions;
    put(this.answered, need ? '' : fit(words.say('answered', place.board.answered, questions), this.inner, 5.6));
    put(this.more, need ? '' : fit(this.remark(place), this.inner, 5.6));
    this.need = need;
    this.tick(place, now);
    put(this.title, describe(place, routes[place.route], words, now));
  }

  /** @param {Place} place */
  remark(place) {
    const { words } = this.plan.board;
    if (place.waiting) {
      return words.say('waiting', place.waiting);
    }
    if (place.board.unread) {
      return words.say('unread', place.board.unread);
    }
    return place.board.away ? words.say('away', place.board.away) : '';
  }

  /**
   * @param {Place} place
   * @param {number} now
   */
  tick(place, now) {
    const { words, routes } = this.plan.board;
    put(this.where, fit(sayWhere(place, routes[place.route], words, now), this.inner, PLAIN));
    const remains = left(place, now);
    put(this.time, remains === undefined ? '—' : span(remains));
    if (this.need) {
      const since = this.need.since ? ` · ${span(Math.max(0, now - this.need.since))}` : '';
      const what = words.say(`need.${this.need.kind}`, this.need.count ?? 0);
      const oneLine = (what + since).length * BOLD <= this.inner;
      put(this.footText, oneLine ? '' : fit(what, this.inner, BOLD));
      put(this.footMore, oneLine ? what + since : since.replace(' · ', ''));
      this.foot.setAttribute('y', String(oneLine ? HEIGHT - 24 : HEIGHT - 40));
      this.foot.setAttribute('height', String(oneLine ? 24 : 40));
    } else {
      put(this.footText, '');
      put(this.footMore, '');
    }
    this.drawStrip(place, routes[place.route], now);
  }

  /**
   * @param {Place} place
   * @param {Route} route
   * @param {number} now
   */
  drawStrip(place, route, now) {
    const parts = strip(place, route, now);
    const whole = parts.reduce((sum, part) => sum + part.weight, 0) || 1;
    const drawn = JSON.stringify(parts.map((part) => Math.round(part.done * 50)));
    if (drawn === this.stripDrawn) {
      return;
    }
    this.stripDrawn = drawn;
    this.strip.replaceChildren();
    let x = 0;
    for (const part of parts) {
      const wide = (part.weight / whole) * this.inner;
      draw('rect', { x, width: Math.max(1, wide - 1), height: 9, class: part.rest ? 'strip-rest' : 'strip-part' }, this.strip);
      if (part.done && !part.rest) {
        draw('rect', { x, width: Math.max(1, (wide - 1) * part.done), height: 9, class: 'strip-done' }, this.strip);
      }
      x += wide;
    }
  }
}

/**
 * Says where a candidate is.
 *
 * @param {Place} place
 * @param {Route} route
 * @param {import('../words.js').Words} words
 * @param {number} now
 */
export function sayWhere(place, route, words, now) {
  const { key, title, at } = where(place, route, now);
  return words.say(`where.${key}`, title ?? (at ? words.minute(at) : ''));
}

/**
 * Says all that a place shows in one sentence, for those who hear it.
 *
 * @param {Place} place
 * @param {Route} route
 * @param {import('../words.js').Words} words
 * @param {number} now
 */
export function describe(place, route, words, now) {
  const remains = left(place, now);
  const said = needs(place).map((need) => words.say(`need.${need.kind}`, need.count ?? 0));
  return [
    [place.chair, place.name].filter(Boolean).join(' '),
    ...said,
    sayWhere(place, route, words, now),
    remains === undefined ? '' : words.say('left', span(remains)),
    words.say('answered', place.board.answered, route.questions),
  ]
    .filter(Boolean)
    .join(', ');
}
