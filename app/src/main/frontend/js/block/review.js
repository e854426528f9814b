// The review page: a row for each question, found, filtered and sorted.
import { byData, one } from '../dom.js';
import { span } from '../words.js';
import { Finder } from './finder.js';

export class Review {
  /** @param cells the ledger's cells by question; @param textOf returns the text of a question */
  constructor(sitting, words, open, cells, textOf) {
    this.sitting = sitting;
    this.words = words;
    this.root = one('#review');
    this.rows = byData('#review tbody tr', 'item');
    this.rows.forEach((row, item) => row.addEventListener('click', () => open(item)));
    this.finder = new Finder(cells, this.rows, textOf, words);
    this.changed = new Map();
  }

  /**
   * Takes a question that has changed; it is drawn when the page is next looked at.
   *
   * @param {import('../../types/room.d.ts').Question} question
   */
  note(question) {
    this.changed.set(question.id, question);
  }

  setWords(item, words) {
    this.rows.get(item).querySelector('.q-words').textContent = words;
  }

  show(on) {
    this.root.hidden = !on;
    if (on) {
      this.draw();
      this.drawSpent();
      this.finder.order();
      this.finder.draw();
      this.root.focus({ preventScroll: true });
    }
  }

  draw() {
    this.changed.forEach((question) => this.drawRow(question));
    this.changed.clear();
  }

  /** @param {import('../../types/room.d.ts').Question} question */
  drawRow(question) {
    const row = this.rows.get(question.id);
    row.dataset.status = question.status;
    row.dataset.marked = String(question.marked);
    row.querySelector('.r-entry').textContent =
      `${question.fullLabel || this.words.say(`review.${question.status}`)}${this.tried(question)}`;
    one('.r-mark', row).hidden = !question.marked;
    this.drawRowSpent(row, question.spent);
  }

  /**
   * Says how many examples a program passes, as it is now.
   *
   * @param {import('../../types/room.d.ts').Question} question
   */
  tried(question) {
    const { tried, passed, current } = Object.values(question.programs)[0] ?? {};
    return tried === undefined || !question.fullLabel
      ? ''
      : ` · ${current ? this.words.say('review.examples', passed, tried) : this.words.say('review.examples.old')}`;
  }

  drawRowSpent(row, spent) {
    row.dataset.spent = spent;
    row.querySelector('.r-spent').textContent = span(spent);
  }

  /** Time spent changes with every second in view; it is asked for when the page is opened. */
  drawSpent() {
    const own = JSON.parse(this.sitting.desk.whole(this.sitting.clock.now())).questions.filter(({ id }) => this.rows.has(id));
    own.forEach(({ id, spent }) => this.drawRowSpent(this.rows.get(id), spent));
    one('#sum-spent').textContent = span(own.reduce((sum, { spent }) => sum + spent, 0));
  }
}
