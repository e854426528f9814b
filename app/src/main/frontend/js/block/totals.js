// How many questions are answered, blank, marked: everywhere the page says so.
import { put } from '../words.js';

export class Totals {
  constructor(words, stage) {
    this.words = words;
    this.stage = stage;
    this.numbers = [...document.querySelectorAll('[data-total]')];
    this.sentences = [...document.querySelectorAll('[data-say]')];
    this.sections = [...document.querySelectorAll('[data-section-total]')];
    this.walks = [...document.querySelectorAll('[data-walk]')];
  }

  draw(all) {
    const key = JSON.stringify(all);
    if (this.drawn === key) {
      return;
    }
    this.drawn = key;
    const totals = all[this.stage];
    this.sections.forEach((element) => {
      const { answered, questions } = all[element.dataset.sectionTotal];
      put(element, `${answered}/${questions}`);
    });
    this.numbers.forEach((element) => put(element, String(totals[element.dataset.total])));
    this.sentences.forEach((element) => put(element, this.words.say(element.dataset.say, totals[element.dataset.of])));
    this.walks.forEach((button) => {
      button.disabled = totals[button.dataset.of] === 0;
    });
  }
}
