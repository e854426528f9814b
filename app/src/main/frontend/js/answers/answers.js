// The answers on the sheet: what is pressed, typed, laid and drawn becomes entries, and entries are drawn.
import { all } from '../dom.js';
import { Boxes } from './boxes.js';
import { Cards } from './cards.js';
import { Chart } from './chart.js';
import { Options } from './options.js';
import { Pictures } from './pictures.js';
import { Playing } from './playing.js';
import { Programs } from './programs.js';
import { RuledLine } from './ruled-line.js';

const TYPING_PAUSE = 400;

export class Answers {
  /** @param page the block page: `act(kind, fields)`, `stateOf(item)`, `whisper(text)` */
  constructor(sitting, words, page) {
    this.sitting = sitting;
    this.words = words;
    this.page = page;
    this.typing = new Map();
    this.options = new Options(this);
    this.boxes = new Boxes(this);
    this.kinds = [
      this.options,
      this.boxes,
      new Cards(this),
      new Pictures(this),
      new Playing(this),
      new Programs(this),
      new RuledLine(this),
      new Chart(this),
    ];
  }

  bind(sheet, item) {
    all('img[data-media]', sheet, HTMLImageElement).forEach((picture) => {
      picture.src = this.medium(picture.dataset.media);
    });
    this.kinds.forEach((kind) => kind.bind(sheet, item));
  }

  /** @param {import('../../types/room.d.ts').Question} question */
  draw(sheet, question) {
    this.kinds.forEach((kind) => kind.draw(sheet, question));
  }

  medium(name) {
    return `${this.sitting.path}/media/${name}`;
  }

  say(key, ...args) {
    return this.words.say(`answer.${key}`, ...args);
  }

  given(item, response) {
    return this.page.stateOf(item)?.responses[response] ?? [];
  }

  isSealed(item) {
    return this.page.stateOf(item)?.seal !== 'none';
  }

  /** Enters an answer; returns whether it was permitted. */
  answer(item, response, values, at) {
    const [cardinality, baseType] = this.sitting.desk.shape(item, response).split(' ');
    const fields = { item, response, cardinality, baseType, values };
    return at ? this.sitting.enter('answered', fields, at) : this.page.act('answered', fields);
  }

  /** Enters what the answer becomes when something is pressed: an option, a pair, a place, a symbol at its position. */
  press(item, response, element) {
    return this.answer(item, response, JSON.parse(this.sitting.desk.pressed(item, response, element)));
  }

  /**
   * Takes note that something is being typed; it is entered when typing pauses, as of when it was typed.
   *
   * @param values returns what the answer is now
   * @param restore puts back what was there before, where it cannot be entered
   */
  typed(item, response, values, restore) {
    const key = `${item} ${response}`;
    clearTimeout(this.typing.get(key)?.timer);
    this.typing.set(key, {
      item,
      response,
      values,
      restore,
      at: this.sitting.clock.now(),
      timer: setTimeout(() => this.page.flush(), TYPING_PAUSE),
    });
  }

  isTyping(item, response) {
    return this.typing.has(`${item} ${response}`);
  }

  forget() {
    this.typing.forEach(({ timer }) => clearTimeout(timer));
    this.typing.clear();
  }

  /** Enters what has been typed and not yet entered; returns whether there was any. */
  flush() {
    const typed = [...this.typing.values()];
    this.forget();
    for (const { item, response, values, restore, at } of typed) {
      const now = values();
      const before = this.given(item, response);
      if (JSON.stringify(now) !== JSON.stringify(before) && !this.answer(item, response, now, at)) {
        restore(before);
      }
    }
    return typed.length > 0;
  }
}
