// The page of an open block: turns presses into acts, brings questions into view, and draws what has changed.
import { Answers } from '../answers/answers.js';
import { ToolButtons } from '../tool-buttons.js';
import { put } from '../words.js';
import { byData } from './elements.js';
import { Keys } from './keys.js';
import { Layout } from './layout.js';
import { itemsOf, Leaving } from './leaving.js';
import { Cells } from './cells.js';
import { Panes } from './panes.js';
import { Review } from './review.js';
import { Sheets } from './sheets.js';
import { Totals } from './totals.js';
import { TurnSteps } from './turn-steps.js';

/** Keys that press what has the focus. */
const PRESSING = ['Enter', ' '];

export class BlockPage {
  constructor(sitting, words, page) {
    this.sitting = sitting;
    this.words = words;
    this.page = page;
    this.stage = document.body.dataset.stage.slice('at '.length);
    this.hasReview = document.body.dataset.review === 'true';
    this.floor = document.querySelector('.floor');
    this.sheet = document.querySelector('#sheet');
    this.viewed = [...document.querySelectorAll('[data-view]')].filter((element) => element !== this.floor);
    this.questions = byData('.question', 'item');
    this.order = [...this.questions.keys()];
    this.states = new Map();
    const { sections } = sitting.data.paper.route.find((stage) => stage.id === this.stage);
    this.toTheEnd = new Set(sections.filter(({ movement }) => movement.seeing).flatMap(itemsOf));
    const numberOf = (item) => this.order.indexOf(item) + 1;
    this.layout = new Layout(this.questions, () => this.inView);
    this.turning = new TurnSteps({ follow: () => this.follow(), draw: () => this.drawTurned(), arrive: () => this.arrive() });
    this.ledger = new Cells(this.floor, words, (item) => this.open(item));
    this.review = new Review(sitting, words, (item) => this.open(item), this.ledger.cells, (item) => this.sheets.textOf(item));
    this.totals = new Totals(words, this.stage);
    this.leaving = new Leaving(words, sections, this.states, numberOf);
    this.panes = new Panes(this.sheet, () => this.paneTurned());
    this.tools = new ToolButtons(sitting, words, {
      ...page,
      open: (item) => this.open(item),
      numberOf,
      hasNumber: () => Boolean(this.numberBox()),
      putNumber: (text) => this.putNumber(text),
      layOutAnew: () => this.layOutAnew(),
    });
    this.answers = new Answers(sitting, words, {
      act: (kind, fields) => this.act(kind, fields), stateOf: (item) => this.states.get(item), whisper: (text) => page.whisper(text), flush: () => this.flush(),
    });
    this.sheets = new Sheets(this.questions, sitting, words, { answers: this.answers, panes: this.panes, enter: (item) => this.enterAnswer(item) });
  }

  start() {
    this.sheets.start();
    document.querySelectorAll('[data-do]').forEach((button) => button.addEventListener('click', () => this.do(button.dataset.do)));
    document.querySelectorAll('[data-walk]').forEach((button) => button.addEventListener('click', () => this.walk(button.dataset.walk)));
    new Keys({
      leave: () => this.leaveFull(),
      strike: () => this.page.whisper(this.words.say('whisper.strike')),
      digit: (number, strikes) => this.digit(number, strikes),
      tool: (name) => this.view === 'question' && this.tools.key(name),
      act: (action) => this.do(action),
    });
    addEventListener('keydown', ({ key }) => key === 'Tab' && this.follow(), { capture: true });
    ['pointerdown', 'click', 'contextmenu', 'keydown'].forEach((press) => this.sheet.addEventListener(press, (event) => this.keepIn(event), { capture: true }));
    document.addEventListener('visibilitychange', () => this.flush());
    addEventListener('pagehide', () => this.flush());
    this.questions.forEach((question) => question.addEventListener('scroll', () => this.drawBelow(), { passive: true, capture: true }));
    new ResizeObserver(() => {
      this.panes.fit();
      this.drawBelow();
    }).observe(this.sheet);
    addEventListener('resize', () => this.layOutAnew());
    new MutationObserver(() => this.layOutAnew()).observe(document.documentElement, { attributes: true });
    const room = this.sitting.room();
    this.draw(room);
    if (!room.inView && room.view === 'question') {
      this.openFirst(room);
    }
    this.turning.end();
    this.layout.soon();
    this.tools.start();
  }

  // ---- presses

  /** Returns the box of the question in view that a number of a tool goes into. */
  numberBox() {
    return this.inView && this.answers.boxes.numberBox(this.questions.get(this.inView));
  }

  putNumber(text) {
    const box = this.numberBox();
    if (box) {
      this.showQuestion(this.inView);
      box.value = text;
      box.dispatchEvent(new Event('input'));
      this.flush();
      box.focus();
    }
  }

  enterAnswer(item) {
    this.flush();
    this.act('answer-entered', { item });
  }

  /** Enters what has been typed and not yet entered, as of when it was typed. */
  flush() {
    this.tools.flush();
    if (this.answers.flush()) {
      this.page.draw();
    }
  }

  act(kind, fields) {
    this.flush();
    const entered = this.sitting.enter(kind, fields);
    if (entered && this.turning.on) {
      this.turning.end();
    } else if (entered) {
      this.page.draw();
    }
    return entered;
  }

  open(item) {
    this.flush();
    if (this.sitting.enter('question-opened', { item })) {
      this.turnedFrom = document.activeElement;
      this.turnTo(item);
      this.turning.begin();
      if (this.sheets.unknown.has(item)) {
        this.fetchUnknown(item);
      }
      if (this.ledger.isFull) {
        this.ledger.show('');
      }
      if (this.view !== 'question') {
        this.turning.end();
      }
    }
  }

  /** A question that comes after another is fetched when it is opened. */
  async fetchUnknown(item) {
    if (!await this.sheets.fetch(item)) {
      return;
    }
    const sheet = this.questions.get(item);
    const words = sheet.querySelector('.no').dataset.firstWords;
    this.ledger.setWords(item, words);
    this.review.setWords(item, words);
    if (item === this.inView) {
      this.panes.show(sheet);
    }
    this.sheets.draw(this.states.get(item));
    this.tools.marks.paint(sheet);
    this.drawBelow();
  }

  /** Opens the first question that can be looked at; where none can, only the review is left. */
  openFirst(room) {
    return room.first ? this.open(room.first) : this.toReview();
  }

  /** Goes back to the question that was in view last. */
  goBack() {
    return this.last ? this.open(this.last) : this.openFirst(this.sitting.room());
  }

  /** Has the question in view within reach, those beside it painted, and its cell in the ledger shown. */
  follow() {
    this.layout.paintBeside(this.way ?? this.order);
    this.ledger.setCurrent(this.inView);
  }

  /** A press that was meant for the question in view never reaches the one that has just gone out of view. */
  keepIn(event) {
    const question = event.target.closest('.question');
    const acts = event.type !== 'keydown' || PRESSING.includes(event.key);
    if (acts && question && question.dataset.item !== this.inView) {
      event.preventDefault();
      event.stopPropagation();
      this.follow();
    }
  }

  /** Draws the room, and says which question is in view. */
  drawTurned() {
    this.page.draw();
    if (this.inView) {
      this.whisperQuestion(this.inView);
    }
  }

  /** Goes on reading at the question in view. */
  arrive() {
    if (this.inView) {
      if (this.focusMayMove()) {
        this.panes.focus(this.questions.get(this.inView));
      }
      this.ledger.reveal(this.inView);
    }
  }

  /** Whether reading is to go on at the question: the focus is where the turn was made, and nobody has moved it since. */
  focusMayMove() {
    const { activeElement, body } = document;
    return (activeElement === this.turnedFrom || activeElement === body)
      && !activeElement?.closest('.foot, .question.open, .inkbar, .tool-panel');
  }

  /** All that are read below one another stay so. */
  layOutAnew() {
    if (this.view !== 'whole') {
      this.layout.anew();
    }
  }

  whisperQuestion(item) {
    const state = this.states.get(item);
    const label = state?.fullLabel || this.words.say(`status.${state?.status ?? 'not-opened'}`);
    const marked = state?.marked ? this.words.say('whisper.marked') : '';
    this.page.whisper(this.words.say('whisper.question', this.order.indexOf(item) + 1, this.order.length, label, marked));
  }

  walk(subset, chosen) {
    if (this.act('walk-begun', { subset, ...(chosen && { chosen }) })) {
      this.open(this.sitting.room().walk.items[0]);
    }
  }

  do(what) {
    const item = this.inView;
    if (item && this.comesFirst(item, what)) {
      return undefined;
    }
    switch (what) {
      case 'next': return item ? this.to(this.sitting.desk.next(item)) : undefined;
      case 'back': return item ? this.back(item) : undefined;
      case 'erase': return item && this.erase(item);
      case 'mark': return item && this.act(this.states.get(item).marked ? 'unmarked' : 'marked', { item });
      case 'review': return this.view === 'review' ? undefined : this.toReview();
      case 'return': return this.goBack();
      case 'end': return this.ask();
      case 'whole': return this.view === 'whole' ? this.do('return') : this.act('whole-view-opened', {});
      case 'walk-shown': return this.walk('chosen', this.review.finder.shown());
      case 'focus': return this.focus();
      case 'enter': return item && this.enterAnswer(item);
      case 'break': return this.askBreak();
      case 'ledger': return this.fullLedger();
      case 'fold': return this.ledger.fold();
      case 'close': return this.ask();
      case 'rail': return this.openRail();
      case 'keys': return document.querySelector('#keys').showModal();
      case 'instructions': return this.readAgain();
      case 'case': return item && this.panes.toggle(this.questions.get(item));
      case 'below': return Panes.scroller(this.questions.get(item)).scrollBy({ top: this.sheet.clientHeight * 0.8 });
      default: return undefined;
    }
  }

  /** Brings a question into view of which only the case is; nothing is done to one that cannot be seen. */
  showQuestion(item) {
    const question = this.questions.get(item);
    if (Panes.asks(question)) {
      return false;
    }
    this.panes.toggle(question);
    return true;
  }

  paneTurned() {
    this.drawNext();
    this.drawBelow();
  }

  /** Whether a question must come into view before something is done; one whose end must be seen is looked over first. */
  comesFirst(item, what) {
    const leaves = ['next', 'review', 'end'].includes(what) && this.toTheEnd.has(item);
    if ((leaves || ['next', 'erase', 'enter'].includes(what)) && this.showQuestion(item)) {
      return true;
    }
    if (leaves) {
      this.turning.end();
      this.lookForEnd();
    }
    return false;
  }

  to(item) {
    return item ? this.open(item) : this.toReview();
  }

  /** Goes to the review page; a block without one asks at once whether it is to be closed. */
  toReview() {
    return this.hasReview ? this.act('review-opened', {}) : this.ask();
  }

  /** Gives the question the whole window, or takes it back. */
  focus() {
    this.floor.dataset.focus = this.floor.dataset.focus === 'on' ? '' : 'on';
    this.layOutAnew();
  }

  /** Opens the tools where they are folded into one button, or folds them again. */
  openRail() {
    const open = this.floor.dataset.rail !== 'open';
    this.floor.dataset.rail = open ? 'open' : '';
    document.querySelector('[data-do=rail]').setAttribute('aria-expanded', String(open));
    this.layOutAnew();
  }

  /** Takes back what fills the window. Returns whether anything did. */
  leaveFull() {
    if (this.ledger.isFull) {
      this.fullLedger();
    } else if (this.floor.dataset.focus === 'on') {
      this.focus();
    } else {
      return false;
    }
    return true;
  }

  askBreak() {
    this.flush();
    this.leaving.askForBreak(this.sitting.room().breaks);
  }

  back(item) {
    const before = this.sitting.desk.previous(item);
    if (before) {
      this.open(before);
    } else {
      this.page.slip(this.words.say('first-question'));
    }
  }

  erase(item) {
    this.answers.forget();
    if (Object.keys(this.states.get(item).responses).length) {
      this.act('erased', { item });
    } else {
      this.answers.draw(this.questions.get(item), this.states.get(item));
    }
  }

  fullLedger() {
    const full = this.ledger.isFull;
    this.ledger.show(full ? '' : 'full');
    (full ? this.questions.get(this.inView) : this.ledger.cells.get(this.inView ?? this.order[0]))?.focus();
  }

  readAgain() {
    this.sitting.enter('instructions-reopened');
    document.querySelector('#instructions').showModal();
  }

  /** Asks before the section is closed. */
  ask() {
    this.flush();
    this.leaving.askToClose(this.sitting.room(), this.stage);
  }

  digit(number, strikes) {
    if (this.inView && this.showQuestion(this.inView)) {
      return;
    }
    const option = this.inView && this.questions.get(this.inView).querySelectorAll('.o')[number - 1];
    if (option) {
      this.answers.options[strikes ? 'strike' : 'choose'](this.inView, option);
    }
  }

  // ---- drawing

  draw(room) {
    if (this.turning.on) {
      return;
    }
    for (const question of this.sitting.takeChanged()) {
      if (this.questions.has(question.id)) {
        this.states.set(question.id, question);
        this.ledger.draw(question);
        this.sheets.draw(question);
        if (question.id === this.inView) {
          this.drawMark(question);
        }
        this.review.note(question);
      }
    }
    this.endWanted = room.endWanted;
    this.drawView(room);
    if (this.view === 'review') {
      this.review.draw();
    }
    this.totals.draw(room.totals);
    this.leaving.draw(room);
    this.tools.draw(room);
  }

  drawView(room) {
    const shown = `${room.view} ${room.inView} ${room.walk?.subset}`;
    if (!room.inView && room.view === 'question' || this.shown === shown) {
      return;
    }
    this.shown = shown;
    this.view = room.view;
    this.turnTo(room.inView);
    document.querySelector('#main').hidden = room.view === 'review';
    this.drawWhole(room.view === 'whole');
    this.floor.dataset.view = room.view;
    this.viewed.forEach((element) => {
      element.hidden = element.dataset.view !== room.view;
    });
    this.review.show(room.view === 'review');
    this.drawWay(room);
    this.follow();
    this.drawBelow();
  }

  /** All questions one below the other, to read; nothing in them can be pressed. */
  drawWhole(on) {
    if (this.sheet.inert !== on) {
      this.sheet.inert = on;
      this.sheet.classList.toggle('whole', on);
      this.questions.forEach((question, item) => {
        question.hidden = !on && item !== this.inView;
      });
      if (on) {
        this.sheet.scrollTop = 0;
      } else {
        this.layout.soon();
      }
    }
  }

  /** Brings a question into view, before anything else is drawn. */
  turnTo(item) {
    const before = this.inView;
    this.inView = item;
    this.last = item ?? this.last;
    if (before !== item) {
      this.show(before, false);
      this.show(item, true);
    }
  }

  show(item, on) {
    const question = item && this.questions.get(item);
    if (question) {
      question.classList.toggle('open', on);
      if (on) {
        question.hidden = false;
        if (question.scrolled) {
          Panes.scroller(question).scrollTop = 0;
        }
        this.panes.show(question);
        this.drawMark(this.states.get(item));
      }
    }
  }

  drawWay(room) {
    if (!this.inView) {
      return;
    }
    this.way = room.walk?.items ?? this.order;
    this.drawNext();
    put(document.querySelector('#walk'), room.walk ? this.words.say(`walk.${room.walk.subset}`, this.way.indexOf(this.inView) + 1, this.way.length) : '');
  }

  /** Says what Next leads to. */
  drawNext() {
    if (this.inView && this.way) {
      const last = this.way.indexOf(this.inView) === this.way.length - 1;
      const onward = !last ? 'next' : this.hasReview ? 'next.review' : 'next.end';
      put(document.querySelector('#next-label'), this.words.say(Panes.asks(this.questions.get(this.inView)) ? onward : 'next.question'));
    }
  }

  drawMark(question) {
    const mark = document.querySelector('#mark');
    mark.setAttribute('aria-pressed', String(Boolean(question?.marked)));
    put(document.querySelector('#mark-label'), this.words.say(question?.marked ? 'marked' : 'mark'));
  }

  /** Shows that a question goes on below what can be seen. */
  drawBelow() {
    requestAnimationFrame(() => this.lookForEnd());
  }

  lookForEnd() {
    const question = this.inView && this.questions.get(this.inView);
    if (question) {
      const asked = Panes.scroller(question);
      question.scrolled = asked.scrollTop > 0;
      const ends = asked.scrollHeight - asked.clientHeight - asked.scrollTop < 24;
      const below = document.querySelector('#below');
      below.classList.toggle('beside', asked !== question);
      below.hidden = ends || this.view !== 'question';
      this.panes.drawBelow(question);
      this.seeEnd(question, ends && Panes.asks(question));
    }
  }

  /** Tells the rulebook that the end of a question was in view, where it wants to know. */
  seeEnd(question, ends) {
    if (ends && this.endWanted && !this.sheets.unknown.has(this.inView)) {
      this.endWanted = false;
      this.act('end-seen', { item: this.inView });
    }
  }
}
