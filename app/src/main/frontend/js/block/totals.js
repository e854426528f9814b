// How many questions are answered, blank, marked: everywhere the page says so.
import { all } from '../dom.js';
import { put } from '../words.js';

export class Totals {
  constructor(words, stage) {
    this.words = words;
    this.stage = stage;
    this.numbers = all('[data-total]');
    this.sentences = all('[data-say]');
    this.sections = all('[data-section-total]');
    this.walks = all('[data-walk]', document, HTMLButtonElement);
  }

  draw(every) {
    const key = JSON.stringify(every);
    if (this.drawn === key) {
      return;
    }
    this.drawn = key;
    const totals = every[this.stage];
    this.sections.forEach((element) => {
      const { answered, questions } = every[element.dataset.sectionTotal];
      put(element, `${answered}/${questions}`);
    });
    this.numbers.forEach((element) => put(element, String(totals[element.dataset.total])));
    this.sentences.forEach((element) => put(element, this.words.say(element.dataset.say, totals[element.dataset.of])));
    this.walks.forEach((button) => {
      button.disabled = totals[button.dataset.of] === 0;
    });
  }
}
