// The same as the plan shows, as a table: who needs somebody most stands first.
import { one } from '../dom.js';
import { put, span } from '../words.js';
import { byNeed, left, needs } from './standing.js';
import { sayWhere } from './saying.js';

/** @import { Place, Route } from '../../types/board.d.ts' */

export class People {
  /**
   * @param {{ words: import('../words.js').Words, routes: Route[], chosen: Set<number>, choose(sitting: number): void,
   *   open(sitting: number): void }} board
   */
  constructor(board) {
    this.board = board;
    this.body = one('#people-rows');
    /** @type {Map<number, HTMLTableRowElement>} */
    this.rows = new Map();
    this.order = '';
  }

  /**
   * @param {Place[]} places
   * @param {number} now
   */
  draw(places, now) {
    const sorted = byNeed(places);
    for (const place of sorted) {
      this.update(place, now);
    }
    const order = sorted.map(({ sitting }) => sitting).join(' ');
    if (order !== this.order && !this.body.contains(document.activeElement)) {
      this.order = order;
      this.body.replaceChildren(...sorted.map(({ sitting }) => this.row(sitting)));
    }
  }

  /** @param {number} sitting */
  row(sitting) {
    let row = this.rows.get(sitting);
    if (!row) {
      row = document.createElement('tr');
      const { words } = this.board;
      const choose = Object.assign(document.createElement('input'), { type: 'checkbox' });
      choose.addEventListener('change', () => this.board.choose(sitting));
      const open = Object.assign(document.createElement('button'), { type: 'button', className: 'link' });
      open.addEventListener('click', () => this.board.open(sitting));
      for (const kind of ['choose', 'seat mono', 'name', 'where', 'left mono r', 'answered mono r', 'why']) {
        const cell = document.createElement('td');
        cell.className = kind;
        row.append(cell);
      }
      row.cells[0].append(choose);
      row.cells[2].append(open);
      choose.setAttribute('aria-label', words.say('choose', ''));
      this.rows.set(sitting, row);
    }
    return row;
  }

  /**
   * @param {Place} place
   * @param {number} now
   */
  update(place, now) {
    const { words, routes, chosen } = this.board;
    const row = this.row(place.sitting);
    const choose = /** @type {HTMLInputElement} */ (row.cells[0].firstChild);
    choose.checked = chosen.has(place.sitting);
    choose.setAttribute('aria-label', words.say('choose', place.name));
    put(row.cells[1], place.chair);
    put(/** @type {Element} */ (row.cells[2].firstChild), place.name);
    put(row.cells[5], `${place.board.answered} / ${routes[place.route].questions}`);
    row.classList.toggle(
      'need',
      needs(place).some(({ kind }) => kind !== 'paused' && kind !== 'held'),
    );
    this.tick(place, now);
  }

  /**
   * @param {Place} place
   * @param {number} now
   */
  tick(place, now) {
    const { words, routes } = this.board;
    const row = this.row(place.sitting);
    put(row.cells[3], sayWhere(place, routes[place.route], words, now));
    const remains = left(place, now);
    put(row.cells[4], remains === undefined ? '—' : span(remains));
    const said = needs(place).map(
      (need) => words.say(`need.${need.kind}`, need.count ?? 0) + (need.since ? ` ${span(Math.max(0, now - need.since))}` : ''),
    );
    put(row.cells[6], said.join(' · '));
  }
}
