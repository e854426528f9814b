// Who needs somebody, longest first, with what can be done about it in two presses.
import { one } from '../dom.js';
import { put, span } from '../words.js';
import { gathered } from './standing.js';

/** @import { Place, Said } from '../../types/board.d.ts' */

/** What can be pressed for each kind of need: the name of an act, or of the dialog that asks first. */
const PRESSES = {
  call: ['seen', 'answer'],
  leave: ['go-on'],
  report: ['go-on'],
  station: ['go-on'],
  locked: ['unlock'],
  lost: ['pause-since', 'place'],
  held: ['held'],
  camera: ['open', 'message'],
  away: ['open'],
  paused: ['resume'],
  cut: ['pause-since'],
  'all-paused': ['resume'],
  unreadable: [],
};
const MOST = 40;

export class Needs {
  /**
   * @param {{ words: import('../words.js').Words, acts: boolean, code: string,
   *   press(what: string, about: Place[], need: Said): void, open(sitting: number): void }} board
   */
  constructor(board) {
    this.board = board;
    this.list = one('#needs');
    /** @type {Map<string, HTMLElement>} */
    this.shown = new Map();
  }

  /**
   * @param {Iterable<Place>} places
   * @param {number} now
   */
  draw(places, now) {
    const all = gathered(places);
    const wanted = all.slice(0, MOST);
    const keys = wanted.map((item) => JSON.stringify([item.need, item.places.map(({ sitting, chair }) => [sitting, chair])]));
    for (const [key, element] of this.shown) {
      if (!keys.includes(key)) {
        element.remove();
        this.shown.delete(key);
      }
    }
    wanted.forEach(({ places: about, need }, number) => {
      const element = this.shown.get(keys[number]) ?? this.make(keys[number], about, need);
      if (this.list.children[number] !== element) {
        this.list.insertBefore(element, this.list.children[number] ?? null);
      }
      put(element.querySelector('.since'), need.since ? span(Math.max(0, now - need.since)) : '');
    });
    one('#nobody').hidden = wanted.length > 0;
    put(document.querySelector('#needs-more'), all.length > MOST ? this.board.words.say('needs.more', all.length - MOST) : '');
  }

  /**
   * @param {string} key
   * @param {Place[]} about
   * @param {Said} need
   */
  make(key, about, need) {
    const item = document.createElement('li');
    const head = document.createElement('div');
    head.className = 'head';
    head.append(
      about.length === 1 ? this.who(about[0]) : this.several(about),
      Object.assign(document.createElement('span'), { className: 'mono since' }),
    );
    const text = document.createElement('p');
    text.textContent = this.sentence(need) + (about.length === 1 ? this.supervisor(about[0]) : '');
    item.append(head, text);
    if (this.board.acts) {
      item.append(...this.buttons(about, need));
    }
    this.shown.set(key, item);
    return item;
  }

  /** @param {Place} place */
  who(place) {
    const who = Object.assign(document.createElement('button'), { type: 'button', className: 'link' });
    who.textContent = [place.name, place.chair].filter(Boolean).join(' · ');
    who.addEventListener('click', () => this.board.open(place.sitting));
    return who;
  }

  /** @param {Place[]} places */
  several(places) {
    const names = places.map(({ chair, name }) => chair || name).join(', ');
    return Object.assign(document.createElement('b'), { textContent: this.board.words.say('several', places.length, names) });
  }

  /** @param {Place} place */
  supervisor({ supervisor }) {
    return supervisor ? ` ${this.board.words.say('supervisor', supervisor.name, supervisor.phone)}` : '';
  }

  /** @param {Said} need */
  sentence(need) {
    const { words, code } = this.board;
    const why = (need.why ?? []).map((reason) => words.say(`why.${need.kind}.${reason}`)).join(' ');
    const said = words.say(`needs.${need.kind}`, why, need.since ? words.time(need.since) : '', need.count ?? 0);
    const note = need.note ? ` “${need.note}”` : '';
    const opening = need.kind === 'leave' && code && need.why?.includes('code') ? ` ${words.say('needs.code', code)}` : '';
    return said + note + opening;
  }

  /**
   * @param {Place[]} about
   * @param {Said} need
   */
  buttons(about, need) {
    const { words } = this.board;
    return (PRESSES[need.kind] ?? []).map((what, number) => {
      const button = Object.assign(document.createElement('button'), {
        type: 'button',
        className: number === 0 && need.kind === 'call' ? 'btn go' : 'btn',
        textContent: words.say(`press.${what}`, need.since ? words.time(need.since) : ''),
      });
      button.setAttribute('aria-label', `${button.textContent}: ${about.map(({ name }) => name).join(', ')}`);
      button.addEventListener('click', () => this.board.press(what, about, need));
      return button;
    });
  }
}
