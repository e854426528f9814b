// The grid of the worksheet as it is drawn: cells, the widths of columns, and which cells are chosen.
import { drag } from '../drag.js';
import { COLUMNS, columns, placeOf, ROWS } from './cell-names.js';
import { make } from './panels.js';

const USUAL_WIDTH = 72;
const ID = 'ws-';

export class SheetGrid {
  /**
   * @param {string} label
   * @param {object} hears
   * @param {(event: KeyboardEvent) => void} hears.key
   * @param {(event: PointerEvent) => void} hears.pointer
   * @param {() => void} hears.edit
   * @param {(event: ClipboardEvent, kind: string) => void} hears.clip
   * @param {(column: number, width: number) => void} hears.sized
   */
  constructor(label, hears) {
    this.hears = hears;
    this.widths = new Map();
    /** @type {HTMLElement[]} */
    this.chosen = [];
    this.element = this.makeGrid(label);
  }

  makeGrid(label) {
    this.cells = [];
    const head = make(
      'tr',
      {},
      make('td', { class: 'corner' }),
      ...columns().map((name, column) => this.columnHead(name, column)),
    );
    const rows = Array.from({ length: ROWS }, (_, row) => {
      const cells = columns().map((name) => make('td', { role: 'gridcell', id: `${ID}${name}${row + 1}` }));
      this.cells.push(cells);
      return make('tr', { role: 'row' }, make('th', { scope: 'row', text: String(row + 1) }), ...cells);
    });
    this.columns = columns().map(() => make('col'));
    this.grid = make(
      'table',
      {
        class: 'cells-grid',
        role: 'grid',
        tabindex: '0',
        'aria-label': label,
        'aria-rowcount': String(ROWS),
        'aria-colcount': String(COLUMNS),
      },
      make('colgroup', {}, make('col', { class: 'row-names' }), ...this.columns),
      make('thead', {}, head),
      make('tbody', {}, ...rows),
    );
    this.grid.addEventListener('keydown', (event) => this.hears.key(event));
    this.grid.addEventListener('pointerdown', (event) => this.hears.pointer(event));
    this.grid.addEventListener('dblclick', () => this.hears.edit());
    for (const kind of ['copy', 'cut', 'paste']) {
      this.grid.addEventListener(kind, (event) => this.hears.clip(event, kind));
    }
    return make('div', { class: 'cells-scroll' }, this.grid);
  }

  columnHead(name, column) {
    const head = make('th', { scope: 'col' }, make('span', { text: name }));
    const edge = make('i', { class: 'edge' });
    edge.addEventListener('pointerdown', (event) => {
      event.stopPropagation();
      const from = event.clientX;
      const width = this.widthOf(column);
      drag(edge, event, {
        move: (moved) => this.setWidth(column, width + moved.clientX - from),
        end: () => this.hears.sized(column, this.widthOf(column)),
      });
    });
    head.append(edge);
    return head;
  }

  focus() {
    this.grid.focus({ preventScroll: true });
  }

  /** Returns the element of a cell. */
  cell(name) {
    const [column, row] = placeOf(name);
    return this.cells[row][column];
  }

  /** Returns the cell that is under an element, or undefined. */
  placeAt(element) {
    const cell = element?.closest('td[role="gridcell"]');
    return cell ? placeOf(cell.id.slice(ID.length)) : undefined;
  }

  textAt(column, row) {
    return this.cells[row][column].textContent;
  }

  /** Chooses the cells from one corner to the other, `at` being the one in hand. */
  choose(at, to, scroll) {
    const [left, top, right, bottom] = blockOf(at, to);
    this.chosen.forEach((cell) => cell.classList.remove('chosen'));
    this.chosen = [];
    for (let row = top; row <= bottom; row++) {
      for (let column = left; column <= right; column++) {
        this.cells[row][column].classList.add('chosen');
        this.chosen.push(this.cells[row][column]);
      }
    }
    this.putHere(this.cells[at[1]][at[0]]);
    if (scroll) {
      this.cells[to[1]][to[0]].scrollIntoView({ block: 'nearest', inline: 'nearest' });
    }
  }

  putHere(here) {
    this.here?.classList.remove('here');
    this.here?.removeAttribute('aria-selected');
    here.classList.add('here');
    here.setAttribute('aria-selected', 'true');
    this.here = here;
    this.grid.setAttribute('aria-activedescendant', here.id);
  }

  /** Returns the names of the chosen cells. */
  names() {
    return this.chosen.map((cell) => cell.id.slice(ID.length));
  }

  setWidths(widths) {
    this.widths = new Map(Object.entries(widths).map(([column, width]) => [Number(column), width]));
    this.columns.forEach((_, column) => this.setWidth(column, this.widthOf(column)));
  }

  widthOf(column) {
    return this.widths.get(column) ?? USUAL_WIDTH;
  }

  setWidth(column, width) {
    const bounded = Math.round(Math.max(40, Math.min(600, width)));
    if (bounded !== USUAL_WIDTH) {
      this.widths.set(column, bounded);
    } else {
      this.widths.delete(column);
    }
    this.columns[column].style.width = `${bounded / 16}rem`;
  }
}

/** Returns the first column, first row, last column and last row of the cells between two corners. */
export function blockOf(at, to) {
  return [Math.min(at[0], to[0]), Math.min(at[1], to[1]), Math.max(at[0], to[0]), Math.max(at[1], to[1])];
}
