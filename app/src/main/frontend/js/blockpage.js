// The page of an open block: ledger, sheet, review page, foot, keys.
import { Answers } from './answers/answers.js';
import { asking } from './dialogs.js';
import { Finder } from './finder.js';
import { Panes } from './panes.js';
import { ToolDoor } from './tooldoor.js';
import { put, span } from './words.js';

/** What a turn brings with it waits until the candidate has stopped turning for this long. */
const TURNING_PAUSE = 120;
/** While a window or a panel is being sized, nothing is laid out for this long. */
const LAYING_PAUSE = 250;
const FETCH_AGAIN = 1_000;

export class BlockPage {
  constructor(sitting, module, words, page) {
    this.sitting = sitting;
    this.module = module;
    this.words = words;
    this.page = page;
    this.stage = document.body.dataset.stage.slice('at '.length);
    this.floor = document.querySelector('.floor');
    this.sheet = document.querySelector('#sheet');
    this.review = document.querySelector('#review');
    this.questions = byData('.question', 'item');
    this.cells = byData('.c', 'item');
    this.rows = byData('#review tbody tr', 'item');
    this.order = [...this.questions.keys()];
    this.viewed = [...document.querySelectorAll('[data-view]')].filter((element) => element !== this.floor);
    this.totalled = [...document.querySelectorAll('[data-total]')];
    this.saying = [...document.querySelectorAll('[data-say]')];
    this.sectionTotals = [...document.querySelectorAll('[data-section-total]')];
    this.finder = new Finder(this.cells, this.rows, (item) => this.textOf(item), words);
    this.hasReview = document.body.dataset.review === 'true';
    this.walks = [...document.querySelectorAll('[data-walk]')];
    this.tools = new ToolDoor(sitting, words, {
      ...page,
      open: (item) => this.open(item),
      numberOf: (item) => this.order.indexOf(item) + 1,
      hasNumber: () => Boolean(this.numberBox()),
      putNumber: (text) => this.putNumber(text),
      layOutAnew: () => this.layOutAnew(),
    });
    this.panes = new Panes(this.sheet, () => this.paneTurned());
    this.toTheEnd = this.itemsToSeeTheEndOf();
    this.states = new Map();
    this.drawnEntries = new Map();
    this.changedRows = new Set();
    this.answers = new Answers(sitting, words, {
      act: (kind, fields) => this.act(kind, fields), stateOf: (item) => this.states.get(item), whisper: (text) => page.whisper(text), flush: () => this.flush(),
    });
  }

  start() {
    this.cells.forEach((cell, item) => cell.addEventListener('click', () => this.open(item)));
    this.rows.forEach((row, item) => row.addEventListener('click', () => this.open(item)));
    this.questions.forEach((question, item) => this.bindQuestion(question, item));
    document.querySelectorAll('[data-do]').forEach((button) => button.addEventListener('click', () => this.do(button.dataset.do)));
    document.querySelectorAll('[data-walk]').forEach((button) => button.addEventListener('click', () => this.walk(button.dataset.walk)));
    document.querySelectorAll('.tens-fold').forEach((fold) => fold.addEventListener('click', () => fold.parentElement.classList.toggle('folded')));
    document.addEventListener('keydown', (event) => this.key(event));
    document.addEventListener('visibilitychange', () => this.flush());
    addEventListener('pagehide', () => this.flush());
    this.questions.forEach((question) => question.addEventListener('scroll', () => this.drawBelow(), { passive: true, capture: true }));
    new ResizeObserver(() => {
      this.panes.fit();
      this.drawBelow();
    }).observe(this.sheet);
    this.ledgerEye = new IntersectionObserver((seen) => seen.forEach(({ target, intersectionRatio }) => {
      this.ledgerEye.unobserve(target);
      if (intersectionRatio < 1) {
        target.scrollIntoView({ block: 'nearest' });
      }
    }));
    addEventListener('resize', () => this.layOutAnew());
    new MutationObserver(() => this.layOutAnew()).observe(document.documentElement, { attributes: true });
    const room = this.sitting.room();
    this.draw(room);
    if (!room.looking && room.view === 'question') {
      this.openFirst(room);
    }
    this.settle();
    this.layOutSoon();
    this.tools.start();
  }

  // ---- presses

  bindQuestion(question, item) {
    this.answers.bind(question, item);
    this.panes.bind(question);
    question.querySelector('[data-enter]')?.addEventListener('click', () => this.enterAnswer(item));
  }

  /** Returns the box of the question in view that a number of a tool goes into. */
  numberBox() {
    return this.looking && this.answers.boxes.numberBox(this.questions.get(this.looking));
  }

  putNumber(text) {
    const box = this.numberBox();
    if (box) {
      this.showQuestion(this.looking);
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
    if (entered && this.settling) {
      this.settle();
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
      this.fetchUnknown(item);
      if (this.floor.dataset.ledger === 'full') {
        this.showLedger('');
      }
      clearTimeout(this.settling);
      this.settling = setTimeout(() => this.settle(), TURNING_PAUSE);
      if (this.view !== 'question') {
        this.settle();
      }
    }
  }

  /** A question that comes after another is fetched when it is opened, as soon as the server knows that it was. */
  async fetchUnknown(item) {
    const sheet = this.questions.get(item);
    if (!sheet.dataset.unknown || sheet.dataset.unknown === 'asked') {
      return;
    }
    sheet.dataset.unknown = 'asked';
    this.sitting.keepLooks();
    for (;;) {
      await this.sitting.sender.drained();
      const answer = await fetch(`${this.sitting.path}/questions/${encodeURIComponent(item)}`).catch(() => undefined);
      if (answer?.ok) {
        sheet.innerHTML = await answer.text();
        delete sheet.dataset.unknown;
        this.bindQuestion(sheet, item);
        this.drawnEntries.delete(item);
        const words = sheet.querySelector('.no').dataset.firstWords;
        put(this.cells.get(item).querySelector('em'), words);
        put(this.rows.get(item).querySelector('.q-words'), words);
        if (item === this.looking) {
          this.panes.show(sheet);
        }
        this.drawQuestion(this.states.get(item));
        this.tools.marks.paint(sheet);
        this.drawBelow();
        return;
      }
      await new Promise((resolve) => setTimeout(resolve, FETCH_AGAIN));
    }
  }

  /** Opens the first question that can be looked at; where none can, only the review is left. */
  openFirst(room) {
    return room.first ? this.open(room.first) : this.toReview();
  }

  /** Goes back to the question that was in view last. */
  goBack() {
    return this.last ? this.open(this.last) : this.openFirst(this.sitting.room());
  }

  textOf(item) {
    const sheet = this.questions.get(item);
    sheet.searched ??= sheet.dataset.unknown ? undefined : sheet.textContent.toLocaleLowerCase();
    return sheet.searched ?? '';
  }

  /** Does what a turn brings with it and what nobody waits for: the question itself is in view already. */
  settle() {
    clearTimeout(this.settling);
    this.settling = undefined;
    this.page.draw();
    const item = this.looking;
    if (!item) {
      return;
    }
    const { number, label, marked } = this.spoken(item);
    this.page.whisper(this.words.say('whisper.question', number, this.order.length, label, marked));
    if (this.focusMayMove()) {
      this.panes.focus(this.questions.get(item));
    }
    this.unfold(this.cells.get(item).closest('.tens'));
    this.ledgerEye.observe(this.cells.get(item));
  }

  /** Whether reading is to go on at the question: the focus is where the turn was made, and nobody has moved it since. */
  focusMayMove() {
    const { activeElement, body } = document;
    return (activeElement === this.turnedFrom || activeElement === body)
      && !activeElement?.closest('.foot, .question.open, .inkbar, .tool-panel');
  }

  /** Lays questions out unseen, one each time nothing else is to do, so that turning to one is no more than a repaint. */
  layOutSoon() {
    this.idle ??= requestIdleCallback(() => {
      this.idle = undefined;
      const nearest = this.nearestNotLaidOut();
      if (nearest) {
        nearest.hidden = false;
        this.layOutSoon();
      }
    });
  }

  nearestNotLaidOut() {
    const here = Math.max(0, this.order.indexOf(this.looking));
    for (let far = 0; far < this.order.length; far++) {
      for (const item of [this.order[here + far], this.order[here - far]]) {
        if (this.questions.get(item)?.hidden) {
          return this.questions.get(item);
        }
      }
    }
    return undefined;
  }

  /** When everything must be laid out anew, only the question in view is worth waiting for. */
  layOutAnew() {
    if (this.view === 'whole') {
      return;
    }
    this.questions.forEach((question, item) => {
      if (!question.hidden && item !== this.looking) {
        question.hidden = true;
      }
    });
    cancelIdleCallback(this.idle);
    this.idle = undefined;
    clearTimeout(this.laying);
    this.laying = setTimeout(() => this.layOutSoon(), LAYING_PAUSE);
  }

  spoken(item) {
    const state = this.states.get(item);
    return {
      number: this.order.indexOf(item) + 1,
      label: state?.fullLabel || this.words.say(`status.${state?.status ?? 'not-opened'}`),
      marked: state?.marked ? this.words.say('whisper.marked') : '',
    };
  }

  walk(subset, chosen) {
    if (this.act('walk-begun', { subset, ...(chosen && { chosen }) })) {
      this.open(this.sitting.room().walk.items[0]);
    }
  }

  do(what) {
    const item = this.looking;
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
      case 'walk-shown': return this.walk('chosen', this.finder.shown());
      case 'focus': return this.focus();
      case 'enter': return item && this.enterAnswer(item);
      case 'break': return this.askBreak();
      case 'ledger': return this.fullLedger();
      case 'fold': return this.fold();
      case 'close': return this.ask();
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
      this.settle();
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

  askBreak() {
    this.flush();
    const { breaks } = this.sitting.room();
    const numbers = breaks.seals.map((item) => this.order.indexOf(item) + 1);
    put(document.querySelector('#break-next'), breaks.next
      ? this.words.say('own-break.next', span(breaks.next)) : this.words.say('verdict.breaks-used-up'));
    put(document.querySelector('#break-seals'), numbers.length ? this.words.say('own-break.seals', numbers.length, ranges(numbers)) : '');
    document.querySelector('#break [data-act]').disabled = breaks.next === 0;
    document.querySelector('#break').showModal();
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
    const full = this.floor.dataset.ledger === 'full';
    this.showLedger(full ? '' : 'full');
    (full ? this.questions.get(this.looking) : this.cells.get(this.looking ?? this.order[0]))?.focus();
  }

  readAgain() {
    this.sitting.enter('instructions-reopened');
    document.querySelector('#instructions').showModal();
  }

  fold() {
    this.showLedger(this.floor.dataset.ledger === 'away' ? '' : 'away');
  }

  showLedger(how) {
    this.floor.dataset.ledger = how;
    document.querySelector('#full-label').textContent = this.words.say(how === 'full' ? 'ledger.close' : 'ledger.full');
  }

  /** Asks before the section is closed, naming exactly what would stay without a full answer, and the time that is left. */
  ask() {
    this.flush();
    const room = this.sitting.room();
    const lines = this.sections().flatMap(({ title, items }) => {
      const groups = { blank: [], 'not-opened': [], part: [] };
      items.forEach((item) => groups[this.states.get(item).status]?.push(this.order.indexOf(item) + 1));
      return Object.entries(groups).filter(([, numbers]) => numbers.length)
        .map(([status, numbers]) => title + this.words.say(`close.${status}`, numbers.length, ranges(numbers)))
        .concat(this.markedLine(title, items));
    });
    const list = document.querySelector('#close-list');
    list.replaceChildren(...lines.map((text) => Object.assign(document.createElement('li'), { textContent: text })));
    const open = room.totals[this.stage].withoutFullAnswer > 0;
    document.querySelector('#close-all').hidden = open;
    document.querySelector('#close-costs').hidden = !open;
    put(document.querySelector('#close-left'), room.biting ? this.words.say('close.left', span(room.biting.left)) : '');
    document.querySelector('#close [data-act]').disabled = !mayClose(room);
    document.querySelector('#close').showModal();
  }

  /** Says which questions of a section are still marked for review; nothing if none is. */
  markedLine(title, items) {
    const marked = items.filter((item) => this.states.get(item).marked).map((item) => this.order.indexOf(item) + 1);
    return marked.length ? [title + this.words.say('close.marked', marked.length, ranges(marked))] : [];
  }

  itemsToSeeTheEndOf() {
    const { sections } = this.sitting.data.paper.route.find((stage) => stage.id === this.stage);
    return new Set(sections.filter(({ movement }) => movement.seeing).flatMap(({ sets }) => sets.flatMap(({ items }) => items.map(({ id }) => id))));
  }

  /** The sections of the block, with the words that lead a line about one of several. */
  sections() {
    const { sections } = this.sitting.data.paper.route.find((stage) => stage.id === this.stage);
    return sections.map(({ title, sets }) => ({
      title: sections.length > 1 ? `${title}: ` : '',
      items: sets.flatMap((set) => set.items.map((item) => item.id)),
    }));
  }

  // ---- keys

  key(event) {
    if (event.ctrlKey || event.altKey || event.metaKey || asking()) {
      return;
    }
    if (event.key === 'Escape' && (this.floor.dataset.ledger === 'full' || this.floor.dataset.focus === 'on')) {
      this.floor.dataset.ledger === 'full' ? this.fullLedger() : this.focus();
      return;
    }
    if (event.target.closest('input, textarea, select, .panel, .inkbar, .tool-panel') || document.documentElement.dataset.keys === 'off') {
      return;
    }
    const actions = { n: 'next', ArrowRight: 'next', b: 'back', ArrowLeft: 'back', m: 'mark', e: 'erase', l: 'ledger', r: 'review', i: 'instructions', a: 'enter', p: 'whole', f: 'focus', k: 'case', '?': 'keys' };
    const name = event.key.length === 1 ? event.key.toLowerCase() : event.key;
    if (name === 'x') {
      this.striking = true;
      this.page.whisper(this.words.say('whisper.strike'));
    } else if (/^[1-9]$/.test(name)) {
      this.digit(Number(name));
    } else if (this.view === 'question' && this.tools.key(name)) {
      event.preventDefault();
    } else if (actions[name]) {
      event.preventDefault();
      this.striking = false;
      this.do(actions[name]);
    }
  }

  digit(number) {
    const strike = this.striking;
    this.striking = false;
    if (this.looking && this.showQuestion(this.looking)) {
      return;
    }
    const option = this.looking && this.questions.get(this.looking).querySelectorAll('.o')[number - 1];
    if (option) {
      this.answers.options[strike ? 'strike' : 'choose'](this.looking, option);
    }
  }

  // ---- drawing

  draw(room) {
    if (this.settling) {
      return;
    }
    for (const question of this.sitting.takeChanged()) {
      if (this.questions.has(question.id)) {
        this.states.set(question.id, question);
        this.drawCell(question);
        this.drawQuestion(question);
        this.changedRows.add(question);
      }
    }
    this.endWanted = room.endWanted;
    this.drawView(room);
    if (this.view === 'review') {
      this.drawRows();
    }
    this.drawTotals(room.totals);
    this.drawFinish(room);
    this.tools.draw(room);
  }

  drawView(room) {
    const shown = `${room.view} ${room.looking} ${room.walk?.subset}`;
    if (!room.looking && room.view === 'question' || this.shown === shown) {
      return;
    }
    this.shown = shown;
    this.view = room.view;
    this.turnTo(room.looking);
    this.review.hidden = room.view !== 'review';
    document.querySelector('#main').hidden = room.view === 'review';
    this.drawWhole(room.view === 'whole');
    this.floor.dataset.view = room.view;
    this.viewed.forEach((element) => {
      element.hidden = element.dataset.view !== room.view;
    });
    this.drawWay(room);
    if (room.view === 'review') {
      this.drawSpent();
      this.finder.order();
      this.finder.draw();
      this.review.focus({ preventScroll: true });
    }
    this.drawBelow();
  }

  /** All questions one below the other, to read; nothing in them can be pressed. */
  drawWhole(on) {
    if (this.sheet.inert !== on) {
      this.sheet.inert = on;
      this.sheet.classList.toggle('whole', on);
      this.questions.forEach((question, item) => {
        question.hidden = !on && item !== this.looking;
      });
      if (on) {
        this.sheet.scrollTop = 0;
      } else {
        this.layOutSoon();
      }
    }
  }

  drawFinish(room) {
    const may = mayClose(room);
    const key = `${may} ${room.closableFrom}`;
    if (this.drawnFinish !== key) {
      this.drawnFinish = key;
      const note = document.querySelector('#not-yet');
      note.hidden = may;
      put(note, may ? '' : 'closableFrom' in room
        ? this.words.say('close.from', this.words.time(room.closableFrom)) : this.words.say('close.at-the-end'));
      document.querySelector('#ask-close').disabled = !may;
    }
  }

  /** Brings a question into view, before anything else is drawn. */
  turnTo(item) {
    const before = this.looking;
    this.looking = item;
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
      const cell = this.cells.get(item);
      cell.setAttribute('aria-current', String(on));
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

  /** Of a long section, only the ten with the current question is open. */
  unfold(tens) {
    if (tens.closest('.long') && this.tens !== tens) {
      this.tens?.classList.add('folded');
      tens.classList.remove('folded');
      this.tens = tens;
    }
  }

  drawWay(room) {
    if (!this.looking) {
      return;
    }
    this.way = room.walk?.items ?? this.order;
    this.drawNext();
    put(document.querySelector('#walk'), room.walk ? this.words.say(`walk.${room.walk.subset}`, this.way.indexOf(this.looking) + 1, this.way.length) : '');
  }

  /** Says what Next leads to. */
  drawNext() {
    if (this.looking && this.way) {
      const last = this.way.indexOf(this.looking) === this.way.length - 1;
      const onward = !last ? 'next' : this.hasReview ? 'next.review' : 'next.end';
      put(document.querySelector('#next-label'), this.words.say(Panes.asks(this.questions.get(this.looking)) ? onward : 'next.question'));
    }
  }

  drawCell(question) {
    const cell = this.cells.get(question.id);
    cell.dataset.status = question.status;
    cell.classList.toggle('marked', question.marked);
    cell.classList.toggle('sealed', question.seal !== 'none');
    const entry = cell.querySelector('b');
    put(entry, question.label || (question.status === 'not-opened' ? '' : '–'));
    entry.classList.toggle('long', question.label.length > 4);
    const { marked } = this.spoken(question.id);
    const sealed = question.seal === 'none' ? '' : this.words.say('whisper.sealed');
    put(cell.querySelector('.state'), (question.label ? '' : this.words.say(`status.${question.status}`)) + marked + sealed);
  }

  drawQuestion(question) {
    if (question.id === this.looking) {
      this.drawMark(question);
    }
    const entries = JSON.stringify([question.responses, question.playsLeft, question.struck, question.seal, question.entered, question.triesLeft]);
    if (this.drawnEntries.get(question.id) === entries) {
      return;
    }
    this.drawnEntries.set(question.id, entries);
    const sheet = this.questions.get(question.id);
    if (sheet.dataset.unknown) {
      this.drawnEntries.delete(question.id);
      return;
    }
    if (question.status !== 'not-opened') {
      this.panes.met(sheet);
    }
    this.drawEntering(question, sheet);
    this.answers.draw(sheet, question);
  }

  /** Whether the answer is entered, how many tries are left, and what has sealed the question. */
  drawEntering(question, sheet) {
    const note = sheet.querySelector('.sealed-note');
    note.hidden = question.seal === 'none';
    put(note, question.seal === 'none' ? '' : this.words.say(`sealed.${question.seal}`));
    sheet.classList.toggle('is-sealed', question.seal !== 'none');
    const enter = sheet.querySelector('[data-enter]');
    const given = Object.keys(question.responses).length > 0;
    if (enter) {
      enter.disabled = !given || question.entered || question.seal !== 'none';
    }
    const said = [];
    if (enter && given) {
      said.push(this.words.say(question.entered ? 'entering.entered' : 'entering.waits'));
    }
    if ('triesLeft' in question && question.seal === 'none') {
      said.push(this.words.say('entering.tries', question.triesLeft));
    }
    put(sheet.querySelector('.entering-said'), said.join(' '));
  }

  drawMark(question) {
    const mark = document.querySelector('#mark');
    mark.setAttribute('aria-pressed', String(Boolean(question?.marked)));
    put(document.querySelector('#mark-label'), this.words.say(question?.marked ? 'marked' : 'mark'));
  }

  drawRows() {
    this.changedRows.forEach((question) => this.drawRow(question));
    this.changedRows.clear();
  }

  drawRow(question) {
    const row = this.rows.get(question.id);
    row.dataset.status = question.status;
    row.dataset.marked = String(question.marked);
    row.querySelector('.r-entry').textContent = question.fullLabel || this.words.say(`review.${question.status}`);
    row.querySelector('.r-mark').hidden = !question.marked;
    row.querySelector('.r-spent').textContent = span(question.spent);
    row.dataset.spent = question.spent;
  }

  /** Time spent changes with every second in view; the review page asks for it when it is opened. */
  drawSpent() {
    let sum = 0;
    for (const state of JSON.parse(this.sitting.desk.whole(this.sitting.clock.now())).questions) {
      if (this.rows.has(state.id)) {
        sum += state.spent;
        this.rows.get(state.id).dataset.spent = state.spent;
        this.rows.get(state.id).querySelector('.r-spent').textContent = span(state.spent);
      }
    }
    document.querySelector('#sum-spent').textContent = span(sum);
  }

  drawTotals(all) {
    const key = JSON.stringify(all);
    if (this.drawnTotals === key) {
      return;
    }
    this.drawnTotals = key;
    const totals = all[this.stage];
    this.sectionTotals.forEach((element) => {
      const { answered, questions } = all[element.dataset.sectionTotal];
      put(element, `${answered}/${questions}`);
    });
    this.totalled.forEach((element) => {
      element.textContent = totals[element.dataset.total];
    });
    this.saying.forEach((element) => {
      element.textContent = this.words.say(element.dataset.say, totals[element.dataset.of]);
    });
    this.walks.forEach((button) => {
      button.disabled = totals[button.dataset.of] === 0;
    });
  }

  /** Shows that a question goes on below what can be seen. */
  drawBelow() {
    requestAnimationFrame(() => this.lookForEnd());
  }

  lookForEnd() {
    const question = this.looking && this.questions.get(this.looking);
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
    if (ends && this.endWanted && !question.dataset.unknown) {
      this.endWanted = false;
      this.act('end-seen', { item: this.looking });
    }
  }
}

function mayClose(room) {
  return 'closableFrom' in room && room.closableFrom <= room.now;
}

function byData(selector, name) {
  return new Map([...document.querySelectorAll(selector)].map((element) => [element.dataset[name], element]));
}

/** Writes numbers as a person would: 3, 5, 14–28. */
function ranges(numbers) {
  const runs = [];
  for (const number of numbers) {
    const run = runs.at(-1);
    if (run && run.at(-1) === number - 1) {
      run.push(number);
    } else {
      runs.push([number]);
    }
  }
  return runs.map((run) => (run.length > 2 ? `${run[0]}–${run.at(-1)}` : run.join(', '))).join(', ');
}
