// One place of the plan as it is drawn: a small page of the ledger. A change writes the texts that differ.
import { svg } from '../svg.js';
import { put, span } from '../words.js';
import { describe, sayWhere } from './saying.js';
import { left, needs, strip } from './standing.js';

/** @import { Place, Route } from '../../types/board.d.ts' */

export const HEIGHT = 124;
const MARGIN = 21;
const TEXT = 27;
/** About how wide a letter is, bold and plain. */
const BOLD = 7.4;
const PLAIN = 6.2;
const SMALL = 5.6;

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

export class DrawnPlace {
  /**
   * @param {{ words: import('../words.js').Words, routes: Route[], chosen: Set<number> }} board
   * @param {Element} parent
   * @param {string} chair
   * @param {{ x: number, y: number }} at
   * @param {number} wide
   */
  constructor(board, parent, chair, at, wide) {
    this.board = board;
    this.chair = chair;
    this.inner = wide - TEXT - 8;
    this.group = svg(
      'g',
      { class: 'place', tabindex: -1, role: 'button', 'aria-pressed': 'false', transform: `translate(${at.x} ${at.y})` },
      parent,
    );
    this.title = svg('title', {}, this.group);
    svg('rect', { width: wide, height: HEIGHT, class: 'leaf-of' }, this.group);
    svg('line', { x1: MARGIN, x2: MARGIN, y1: 0, y2: HEIGHT, class: 'margin-of' }, this.group);
    this.seat = this.text('seat', 3, 17);
    this.name = this.text('name', TEXT, 20);
    this.where = this.text('where', TEXT, 38);
    this.time = this.text('time', TEXT, 60);
    this.strip = svg('g', { transform: `translate(${TEXT} 69)` }, this.group);
    this.answered = this.text('answered', TEXT, 94);
    this.more = this.text('answered', TEXT, 109);
    this.foot = svg('rect', { x: 0, y: HEIGHT - 40, width: wide, height: 40, class: 'foot-of' }, this.group);
    this.footText = this.text('foot-text', TEXT, HEIGHT - 24);
    this.footMore = this.text('foot-text', TEXT, HEIGHT - 9);
    this.frame = svg('rect', { width: wide, height: HEIGHT, class: 'frame-of' }, this.group);
    this.stripDrawn = '';
  }

  /**
   * @param {string} kind
   * @param {number} x
   * @param {number} y
   */
  text(kind, x, y) {
    return svg('text', { x, y, class: kind, 'aria-hidden': 'true' }, this.group);
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
    const { words, routes } = this.board;
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
    if (this.board.chosen.has(place.sitting)) {
      kinds.push('chosen');
    }
    this.group.setAttribute('class', kinds.join(' '));
    put(this.seat, place.chair);
    put(this.name, fit(place.name, this.inner, BOLD));
    const questions = routes[place.route].questions;
    put(this.answered, need ? '' : fit(words.say('answered', place.board.answered, questions), this.inner, SMALL));
    put(this.more, need ? '' : fit(this.remark(place), this.inner, SMALL));
    this.need = need;
    this.tick(place, now);
    put(this.title, describe(place, routes[place.route], words, now));
  }

  /** @param {Place} place */
  remark(place) {
    const { words } = this.board;
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
    const { words, routes } = this.board;
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
      svg('rect', { x, width: Math.max(1, wide - 1), height: 9, class: part.rest ? 'strip-rest' : 'strip-part' }, this.strip);
      if (part.done && !part.rest) {
        svg('rect', { x, width: Math.max(1, (wide - 1) * part.done), height: 9, class: 'strip-done' }, this.strip);
      }
      x += wide;
    }
  }
}
