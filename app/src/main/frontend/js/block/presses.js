// What buttons and keys do on the page of an open block.
import { one } from '../dom.js';
import { Panes } from './panes.js';

export class Presses {
  /** @param page the block page: what is in view, and the parts that draw it */
  constructor(page) {
    this.page = page;
    this.presses = {
      next: (item) => item && this.to(page.sitting.desk.next(item)),
      back: (item) => item && this.back(item),
      erase: (item) => item && this.erase(item),
      mark: (item) => item && page.act(page.states.get(item).marked ? 'unmarked' : 'marked', { item }),
      enter: (item) => item && this.enterAnswer(item),
      check: (item) => item && page.checking.check(item),
      case: (item) => item && page.panes.toggle(page.questions.get(item)),
      below: (item) => Panes.scroller(page.questions.get(item)).scrollBy({ top: page.sheet.clientHeight * 0.8 }),
      review: () => page.view !== 'review' && this.toReview(),
      return: () => this.goBack(),
      whole: () => (page.view === 'whole' ? this.goBack() : page.act('whole-view-opened', {})),
      'walk-shown': () => this.walk('chosen', page.review.finder.shown()),
      end: () => this.ask(),
      close: () => this.ask(),
      break: () => this.askBreak(),
      ledger: () => this.fullLedger(),
      fold: () => page.cells.fold(),
      focus: () => this.focus(),
      rail: () => this.openRail(),
      keys: () => one('#keys', document, HTMLDialogElement).showModal(),
      instructions: () => this.readAgain(),
    };
  }

  /** Does what a button or a key is for. */
  do(what) {
    const item = this.page.inView;
    if (item && this.comesFirst(item, what)) {
      return undefined;
    }
    return this.presses[what]?.(item);
  }

  walk(subset, chosen) {
    if (this.page.act('walk-begun', { subset, ...(chosen && { chosen }) })) {
      this.page.open(this.page.sitting.room().walk.items[0]);
    }
  }

  /** Whether a question must come into view before something is done; one whose end must be seen is looked over first. */
  comesFirst(item, what) {
    const leaves = ['next', 'review', 'end'].includes(what) && this.page.toTheEnd.has(item);
    if ((leaves || ['next', 'erase', 'enter'].includes(what)) && this.showQuestion(item)) {
      return true;
    }
    if (leaves) {
      this.page.turning.end();
      this.page.below.look();
    }
    return false;
  }

  /** Brings a question into view of which only the case is; nothing is done to one that cannot be seen. */
  showQuestion(item) {
    const question = this.page.questions.get(item);
    if (Panes.asks(question)) {
      return false;
    }
    this.page.panes.toggle(question);
    return true;
  }

  to(item) {
    return item ? this.page.open(item) : this.toReview();
  }

  /** Goes to the review page; a block without one asks at once whether it is to be closed. */
  toReview() {
    return this.page.hasReview ? this.page.act('review-opened', {}) : this.ask();
  }

  /** Goes back to the question that was in view last. */
  goBack() {
    return this.page.last ? this.page.open(this.page.last) : this.openFirst(this.page.sitting.room());
  }

  /**
   * Opens the first question that can be looked at; where none can, only the review is left.
   *
   * @param {import('../../types/room.d.ts').Room} room
   */
  openFirst(room) {
    return room.first ? this.page.open(room.first) : this.toReview();
  }

  back(item) {
    const before = this.page.sitting.desk.previous(item);
    if (before) {
      this.page.open(before);
    } else {
      this.page.page.slip(this.page.words.say('first-question'));
    }
  }

  erase(item) {
    this.page.answers.forget();
    if (Object.keys(this.page.states.get(item).responses).length) {
      this.page.act('erased', { item });
    } else {
      this.page.answers.draw(this.page.questions.get(item), this.page.states.get(item));
    }
  }

  /** Gives the question the whole window, or takes it back. */
  focus() {
    this.page.floor.dataset.focus = this.page.floor.dataset.focus === 'on' ? '' : 'on';
    this.page.layOutAnew();
  }

  /** Opens the tools where they are folded into one button, or folds them again. */
  openRail() {
    const open = this.page.floor.dataset.rail !== 'open';
    this.page.floor.dataset.rail = open ? 'open' : '';
    one('[data-do=rail]').setAttribute('aria-expanded', String(open));
    this.page.layOutAnew();
  }

  /** Takes back what fills the window. Returns whether anything did. */
  leaveFull() {
    if (this.page.cells.isFull) {
      this.fullLedger();
    } else if (this.page.floor.dataset.focus === 'on') {
      this.focus();
    } else {
      return false;
    }
    return true;
  }

  fullLedger() {
    const full = this.page.cells.isFull;
    this.page.cells.show(full ? '' : 'full');
    (full
      ? this.page.questions.get(this.page.inView)
      : this.page.cells.cells.get(this.page.inView ?? this.page.order[0])
    )?.focus();
  }

  askBreak() {
    this.page.flush();
    this.page.leaving.askForBreak(this.page.sitting.room().breaks);
  }

  /** Asks before the section is closed. */
  ask() {
    this.page.flush();
    this.page.leaving.askToClose(this.page.sitting.room(), this.page.stage);
  }

  readAgain() {
    this.page.sitting.enter('instructions-reopened');
    one('#instructions', document, HTMLDialogElement).showModal();
  }

  digit(number, strikes) {
    if (this.page.inView && this.showQuestion(this.page.inView)) {
      return;
    }
    const option = this.page.inView && this.page.questions.get(this.page.inView).querySelectorAll('.o')[number - 1];
    if (option) {
      this.page.answers.options[strikes ? 'strike' : 'choose'](this.page.inView, option);
    }
  }

  enterAnswer(item) {
    this.page.flush();
    this.page.act('answer-entered', { item });
  }

  /** Returns the box of the question in view that a number of a tool goes into. */
  numberBox() {
    return this.page.inView && this.page.answers.boxes.numberBox(this.page.questions.get(this.page.inView));
  }

  putNumber(text) {
    const box = this.numberBox();
    if (box) {
      this.showQuestion(this.page.inView);
      box.value = text;
      box.dispatchEvent(new Event('input'));
      this.page.flush();
      box.focus();
    }
  }
}
