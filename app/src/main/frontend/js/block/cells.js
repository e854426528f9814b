// The ledger: a cell for each question, with its entry, its state and its mark for review.
import { all, byData } from '../dom.js';
import { put } from '../words.js';

export class Cells {
  constructor(floor, words, open) {
    this.floor = floor;
    this.words = words;
    this.cells = byData('.c', 'item');
    this.cells.forEach((cell, item) => cell.addEventListener('click', () => open(item)));
    all('.tens-fold').forEach((fold) => fold.addEventListener('click', () => fold.parentElement.classList.toggle('folded')));
    this.eye = new IntersectionObserver((seen) =>
      seen.forEach(({ target, intersectionRatio }) => {
        this.eye.unobserve(target);
        if (intersectionRatio < 1) {
          target.scrollIntoView({ block: 'nearest' });
        }
      }),
    );
  }

  get isFull() {
    return this.floor.dataset.ledger === 'full';
  }

  /** Shows it beside the sheet (''), over the whole window ('full') or not at all ('away'). */
  show(how) {
    this.floor.dataset.ledger = how;
    put(document.querySelector('#full-label'), this.words.say(how === 'full' ? 'ledger.close' : 'ledger.full'));
  }

  fold() {
    this.show(this.floor.dataset.ledger === 'away' ? '' : 'away');
  }

  setWords(item, words) {
    put(this.cells.get(item).querySelector('em'), words);
  }

  /** Says which cell is that of the question in view. */
  setCurrent(item) {
    this.cells.get(this.current)?.setAttribute('aria-current', 'false');
    this.cells.get(item)?.setAttribute('aria-current', 'true');
    this.current = item;
  }

  /** Brings a cell into view; of a long section, only the ten that it is of is open. */
  reveal(item) {
    const cell = this.cells.get(item);
    const tens = cell.closest('.tens');
    if (tens.closest('.long') && this.tens !== tens) {
      this.tens?.classList.add('folded');
      tens.classList.remove('folded');
      this.tens = tens;
    }
    this.eye.observe(cell);
  }

  draw({ id, status, marked, seal, label }) {
    const cell = this.cells.get(id);
    cell.dataset.status = status;
    cell.classList.toggle('marked', marked);
    cell.classList.toggle('sealed', seal !== 'none');
    const entry = cell.querySelector('b');
    put(entry, label || (status === 'not-opened' ? '' : '–'));
    entry.classList.toggle('long', label.length > 4);
    const said = [
      label ? '' : this.words.say(`status.${status}`),
      marked && this.words.say('whisper.marked'),
      seal !== 'none' && this.words.say('whisper.sealed'),
    ];
    put(cell.querySelector('.state'), said.filter(Boolean).join(''));
  }
}
