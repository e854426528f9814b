// Finds, filters and sorts questions on the review page and in the full ledger.
import { all, from, one } from '../dom.js';
import { put } from '../words.js';

export class Finder {
  /** @param cells and @param rows elements by question; @param texts the text of each question */
  constructor(cells, rows, texts, words) {
    this.cells = cells;
    this.rows = rows;
    this.texts = texts;
    this.words = words;
    this.state = 'all';
    this.find = one('#review-find', document, HTMLInputElement);
    this.where = one('#review-where', document, HTMLSelectElement);
    this.sort = one('#review-sort', document, HTMLSelectElement);
    this.walkShown = one('#walk-shown');
    this.find.addEventListener('input', () => this.draw());
    this.where.addEventListener('change', () => this.draw());
    this.sort.addEventListener('change', () => this.order());
    one('#ledger-find').addEventListener('input', (event) => this.findCells(from(event, HTMLInputElement).value));
    all('[data-filter]').forEach((button) => button.addEventListener('click', () => this.filter(button.dataset.filter)));
  }

  filter(state) {
    this.state = state;
    all('[data-filter]').forEach((button) => button.setAttribute('aria-pressed', String(button.dataset.filter === state)));
    this.draw();
  }

  /** Returns the questions that the filter leaves, in the order of the paper. */
  shown() {
    return [...this.rows].filter(([item, row]) => this.holds(item, row)).map(([item]) => item);
  }

  holds(item, row) {
    const { status, marked, section, set } = row.dataset;
    const state = this.state === 'all' || status === this.state || (this.state === 'marked' && marked === 'true');
    const where = !this.where.value || this.where.value === section || this.where.value === set;
    return state && where && this.texts(item).includes(folded(this.find.value));
  }

  draw() {
    this.rows.forEach((row, item) => {
      row.hidden = !this.holds(item, row);
    });
    const shown = this.shown().length;
    put(this.walkShown, this.words.say('walk-go.shown', shown));
    this.walkShown.hidden = shown === 0 || shown === this.rows.size;
  }

  order() {
    const by = {
      number: (row) => Number(row.dataset.number),
      spent: (row) => -Number(row.dataset.spent ?? 0),
      marks: (row) => -Number(row.dataset.marks),
    }[this.sort.value];
    const rows = [...this.rows.values()].sort((a, b) => by(a) - by(b) || a.dataset.number - b.dataset.number);
    rows[0].parentElement.append(...rows);
  }

  findCells(text) {
    this.cells.forEach((cell, item) => {
      cell.hidden = !this.texts(item).includes(folded(text));
    });
  }
}

function folded(text) {
  return text.trim().toLocaleLowerCase();
}
