// The page of an open block: turns presses into acts, brings questions into view, and draws what has changed.
import { all, byData, hit, one } from '../dom.js';
import { Answers } from '../answers/answers.js';
import { ToolButtons } from '../tool-buttons.js';
import { put } from '../words.js';
import { Keys } from './keys.js';
import { Layout } from './layout.js';
import { itemsOf, Leaving } from './leaving.js';
import { Cells } from './cells.js';
import { Checking } from './checking.js';
import { Panes } from './panes.js';
import { Presses } from './presses.js';
import { Review } from './review.js';
import { Sheets } from './sheets.js';
import { Below } from './below.js';
import { Totals } from './totals.js';
import { TurnSteps } from './turn-steps.js';
import { Way } from './way.js';

/** Keys that press what has the focus. */
const PRESSING = ['Enter', ' '];

export class BlockPage {
  /**
   * @param {import('../sitting.js').Sitting} sitting
   * @param {import('../words.js').Words} words
   * @param {any} page
   */
  constructor(sitting, words, page) {
    this.sitting = sitting;
    this.words = words;
    this.page = page;
    this.stage = document.body.dataset.stage.slice('at '.length);
    this.hasReview = document.body.dataset.review === 'true';
    this.floor = one('.floor');
    this.sheet = one('#sheet');
    this.viewed = all('[data-view]').filter((element) => element !== this.floor);
    this.questions = byData('.question', 'item');
    this.order = [...this.questions.keys()];
    this.states = new Map();
    const { sections } = sitting.data.paper.route.find((stage) => stage.id === this.stage);
    this.toTheEnd = new Set(sections.filter(({ movement }) => movement.seeing).flatMap(itemsOf));
    const numberOf = (item) => this.order.indexOf(item) + 1;
    this.layout = new Layout(this.questions, () => this.inView);
    this.turning = new TurnSteps({ follow: () => this.follow(), draw: () => this.drawTurned(), arrive: () => this.arrive() });
    this.cells = new Cells(this.floor, words, (item) => this.open(item));
    this.review = new Review(
      sitting,
      words,
      (item) => this.open(item),
      this.cells.cells,
      (item) => this.sheets.textOf(item),
    );
    this.totals = new Totals(words, this.stage);
    this.leaving = new Leaving(words, sections, this.states, numberOf);
    this.panes = new Panes(this.sheet, () => this.paneTurned());
    this.tools = new ToolButtons(sitting, words, {
      ...page,
      open: (item) => this.open(item),
      numberOf,
      hasNumber: () => Boolean(this.presses.numberBox()),
      putNumber: (text) => this.presses.putNumber(text),
      layOutAnew: () => this.layOutAnew(),
    });
    this.answers = new Answers(sitting, words, {
      act: (kind, fields) => this.act(kind, fields),
      stateOf: (item) => this.states.get(item),
      whisper: (text) => page.whisper(text),
      flush: () => this.flush(),
    });
    this.presses = new Presses(this);
    this.below = new Below(this);
    this.way = new Way(this);
    this.checking = new Checking(sitting, {
      act: (item) => this.act('checked', { item }),
      anyChecked: () => [...this.states.values()].some(({ seal }) => seal === 'checked'),
      shown: () => this.below.draw(),
    });
    this.sheets = new Sheets(this.questions, sitting, words, {
      answers: this.answers,
      panes: this.panes,
      enter: (item) => this.presses.enterAnswer(item),
      checking: this.checking,
    });
  }

  start() {
    this.sheets.start();
    all('[data-do]').forEach((button) => button.addEventListener('click', () => this.presses.do(button.dataset.do)));
    all('[data-walk]').forEach((button) => button.addEventListener('click', () => this.presses.walk(button.dataset.walk)));
    new Keys({
      leave: () => this.presses.leaveFull(),
      strike: () => this.page.whisper(this.words.say('whisper.strike')),
      digit: (number, strikes) => this.presses.digit(number, strikes),
      tool: (name) => this.view === 'question' && this.tools.key(name),
      act: (action) => this.presses.do(action),
    });
    addEventListener('keydown', ({ key }) => key === 'Tab' && this.follow(), { capture: true });
    ['pointerdown', 'click', 'contextmenu', 'keydown'].forEach((press) =>
      this.sheet.addEventListener(press, (event) => this.keepIn(event), { capture: true }),
    );
    document.addEventListener('visibilitychange', () => this.flush());
    addEventListener('pagehide', () => this.flush());
    this.questions.forEach((question) =>
      question.addEventListener('scroll', () => this.below.draw(), { passive: true, capture: true }),
    );
    new ResizeObserver(() => {
      this.panes.fit();
      this.below.draw();
    }).observe(this.sheet);
    addEventListener('resize', () => this.layOutAnew());
    new MutationObserver(() => this.layOutAnew()).observe(document.documentElement, { attributes: true });
    const room = this.sitting.room();
    this.draw(room);
    if (!room.inView && room.view === 'question') {
      this.presses.openFirst(room);
    }
    this.turning.end();
    this.layout.soon();
    this.tools.start();
  }

  // ---- presses

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
      if (this.cells.isFull) {
        this.cells.show('');
      }
      if (this.view !== 'question') {
        this.turning.end();
      }
    }
  }

  /** A question that comes after another is fetched when it is opened. */
  async fetchUnknown(item) {
    if (!(await this.sheets.fetch(item))) {
      return;
    }
    const sheet = this.questions.get(item);
    const words = one('.no', sheet).dataset.firstWords;
    this.cells.setWords(item, words);
    this.review.setWords(item, words);
    if (item === this.inView) {
      this.panes.show(sheet);
    }
    this.sheets.draw(this.states.get(item));
    this.tools.marks.paint(sheet);
    this.below.draw();
  }

  /** Has the question in view within reach, those beside it painted, and its cell in the ledger shown. */
  follow() {
    this.layout.paintBeside(this.way.items);
    this.cells.setCurrent(this.inView);
  }

  /** A press that was meant for the question in view never reaches the one that has just gone out of view. */
  keepIn(event) {
    const question = hit(event, '.question');
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
      this.cells.reveal(this.inView);
    }
  }

  /** Whether reading is to go on at the question: the focus is where the turn was made, and nobody has moved it since. */
  focusMayMove() {
    const { activeElement, body } = document;
    return (
      (activeElement === this.turnedFrom || activeElement === body) &&
      !activeElement?.closest('.foot, .question.open, .inkbar, .tool-panel')
    );
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

  paneTurned() {
    this.way.drawNext();
    this.below.draw();
  }

  // ---- drawing

  /** @param {import('../../types/room.d.ts').Room} room */
  draw(room) {
    if (this.turning.on) {
      return;
    }
    for (const question of this.sitting.takeChanged()) {
      if (this.questions.has(question.id)) {
        this.states.set(question.id, question);
        this.cells.draw(question);
        this.sheets.draw(question);
        if (question.id === this.inView) {
          this.drawMark(question);
        }
        this.review.note(question);
      }
    }
    this.below.endWanted = room.endWanted;
    this.drawView(room);
    if (this.view === 'review') {
      this.review.draw();
    }
    this.totals.draw(room.totals);
    this.leaving.draw(room);
    this.tools.draw(room);
  }

  /** @param {import('../../types/room.d.ts').Room} room */
  drawView(room) {
    const shown = `${room.view} ${room.inView} ${room.walk?.subset}`;
    if ((!room.inView && room.view === 'question') || this.shown === shown) {
      return;
    }
    this.shown = shown;
    this.view = room.view;
    this.turnTo(room.inView);
    one('#main').hidden = room.view === 'review';
    this.drawWhole(room.view === 'whole');
    this.floor.dataset.view = room.view;
    this.viewed.forEach((element) => {
      element.hidden = element.dataset.view !== room.view;
    });
    this.review.show(room.view === 'review');
    this.way.draw(room);
    this.follow();
    this.below.draw();
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
        if (this.below.scrolled.has(question)) {
          Panes.scroller(question).scrollTop = 0;
        }
        this.panes.show(question);
        this.drawMark(this.states.get(item));
      }
    }
  }

  /** @param {import('../../types/room.d.ts').Question} question */
  drawMark(question) {
    const mark = one('#mark');
    mark.setAttribute('aria-pressed', String(Boolean(question?.marked)));
    put(document.querySelector('#mark-label'), this.words.say(question?.marked ? 'marked' : 'mark'));
  }
}
