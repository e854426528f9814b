// The page of an open block: ledger, sheet, review page, foot, keys.
import { put, span } from './words.js';

const TYPING_PAUSE = 400;
/** What a turn brings with it waits until the candidate has stopped turning for this long. */
const TURNING_PAUSE = 120;

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
    this.walks = [...document.querySelectorAll('[data-walk]')];
    this.states = new Map();
    this.drawnEntries = new Map();
    this.changedRows = new Set();
    this.typing = new Map();
  }

  start() {
    this.cells.forEach((cell, item) => cell.addEventListener('click', () => this.open(item)));
    this.rows.forEach((row, item) => row.addEventListener('click', () => this.open(item)));
    this.questions.forEach((question, item) => this.bindQuestion(question, item));
    document.querySelectorAll('[data-do]').forEach((button) => button.addEventListener('click', () => this.do(button.dataset.do)));
    document.querySelectorAll('[data-walk]').forEach((button) => button.addEventListener('click', () => this.walk(button.dataset.walk)));
    document.querySelectorAll('[data-filter]').forEach((button) => button.addEventListener('click', () => this.filter(button.dataset.filter)));
    document.querySelectorAll('.tens-fold').forEach((fold) => fold.addEventListener('click', () => fold.parentElement.classList.toggle('folded')));
    document.addEventListener('keydown', (event) => this.key(event));
    document.addEventListener('visibilitychange', () => this.flush());
    addEventListener('pagehide', () => this.flush());
    this.questions.forEach((question) => question.addEventListener('scroll', () => this.drawBelow(), { passive: true }));
    new ResizeObserver(() => this.drawBelow()).observe(this.sheet);
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
    if (!room.looking && !room.reviewing) {
      this.open(this.order[0]);
    }
    this.settle();
    this.layOutSoon();
  }

  // ---- presses

  bindQuestion(question, item) {
    question.querySelectorAll('.o').forEach((option) => {
      option.addEventListener('click', () => this.choose(item, option));
      option.addEventListener('contextmenu', (event) => {
        event.preventDefault();
        this.strike(item, option);
      });
      option.addEventListener('keydown', (event) => this.optionKey(event, item, option));
    });
    question.querySelectorAll('.strike').forEach((button) =>
      button.addEventListener('click', () => this.strike(item, button.previousElementSibling)));
    question.querySelectorAll('.number-box').forEach((box) => {
      box.insertAdjacentHTML('afterend', '<span class="understood"></span>');
      box.addEventListener('input', () => this.typed(item, box));
      box.addEventListener('blur', () => this.flush());
    });
  }

  optionKey(event, item, option) {
    if (event.key === ' ' || event.key === 'Enter') {
      event.preventDefault();
      this.choose(item, option);
    } else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault();
      const options = [...option.closest('.opts').querySelectorAll('.o')];
      options[options.indexOf(option) + (event.key === 'ArrowDown' ? 1 : -1)]?.focus();
    }
  }

  choose(item, option) {
    const { response, choice } = option.dataset;
    const chosen = this.states.get(item)?.responses[response] ?? [];
    const single = option.getAttribute('role') === 'radio';
    const without = chosen.filter((other) => other !== choice);
    const values = chosen.includes(choice) ? without : single ? [choice] : [...chosen, choice];
    this.act('answered', { item, response, cardinality: single ? 'single' : 'multiple', baseType: 'identifier', values });
  }

  strike(item, option) {
    const { response, choice } = option.dataset;
    const out = this.states.get(item)?.struck[response]?.includes(choice);
    this.act(out ? 'brought-back' : 'struck-out', { item, response, choice });
  }

  typed(item, box) {
    const key = `${item} ${box.dataset.response}`;
    clearTimeout(this.typing.get(key)?.timer);
    this.typing.set(key, {
      item, box, at: this.sitting.clock.now(), timer: setTimeout(() => this.flush(), TYPING_PAUSE),
    });
    this.understand(box);
  }

  /** Enters what has been typed and not yet entered, as of when it was typed. */
  flush() {
    const typed = [...this.typing.values()];
    this.typing.clear();
    for (const { item, box, at, timer } of typed) {
      clearTimeout(timer);
      const values = box.value === '' ? [] : [box.value];
      const before = this.states.get(item)?.responses[box.dataset.response] ?? [];
      const fields = { item, response: box.dataset.response, cardinality: 'single', baseType: 'string', values };
      if (values[0] !== before[0] && !this.sitting.enter('answered', fields, at)) {
        this.fill(box, before[0] ?? '');
      }
    }
    if (typed.length) {
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
      this.turnTo(item);
      if (this.floor.dataset.ledger === 'full') {
        this.showLedger('');
      }
      clearTimeout(this.settling);
      this.settling = setTimeout(() => this.settle(), TURNING_PAUSE);
      if (this.reviewing) {
        this.settle();
      }
    }
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
    if (!document.activeElement?.closest('.foot, .question.open')) {
      this.questions.get(item).focus({ preventScroll: true });
    }
    this.unfold(this.cells.get(item).closest('.tens'));
    this.ledgerEye.observe(this.cells.get(item));
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
    this.questions.forEach((question, item) => {
      question.hidden = item !== this.looking;
    });
    this.layOutSoon();
  }

  spoken(item) {
    const state = this.states.get(item);
    return {
      number: this.order.indexOf(item) + 1,
      label: state?.fullLabel || this.words.say(`status.${state?.status ?? 'not-opened'}`),
      marked: state?.marked ? this.words.say('whisper.marked') : '',
    };
  }

  walk(subset) {
    if (this.act('walk-begun', { subset })) {
      this.open(this.sitting.room().walk.items[0]);
    }
  }

  do(what) {
    const item = this.looking;
    switch (what) {
      case 'next': return item ? this.to(this.sitting.desk.next(item)) : undefined;
      case 'back': return item ? this.back(item) : undefined;
      case 'erase': return item && this.erase(item);
      case 'mark': return item && this.act(this.states.get(item).marked ? 'unmarked' : 'marked', { item });
      case 'review': return this.reviewing ? undefined : this.act('review-opened', {});
      case 'return': return this.open(this.last ?? this.order[0]);
      case 'ledger': return this.fullLedger();
      case 'fold': return this.fold();
      case 'close': return this.ask();
      case 'keys': return document.querySelector('#keys').showModal();
      case 'instructions': return this.readAgain();
      case 'below': return this.questions.get(item).scrollBy({ top: this.sheet.clientHeight * 0.8 });
      default: return undefined;
    }
  }

  to(item) {
    return item ? this.open(item) : this.act('review-opened', {});
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
    this.typing.clear();
    if (Object.keys(this.states.get(item).responses).length) {
      this.act('erased', { item });
    } else {
      this.questions.get(item).querySelectorAll('.number-box').forEach((box) => this.fill(box, ''));
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

  /** Asks before the section is closed, naming exactly what would stay without a full answer. */
  ask() {
    this.flush();
    const groups = { blank: [], 'not-opened': [], part: [] };
    this.order.forEach((item, index) => groups[this.states.get(item).status]?.push(index + 1));
    const lines = Object.entries(groups).filter(([, numbers]) => numbers.length)
      .map(([status, numbers]) => this.words.say(`close.${status}`, numbers.length, ranges(numbers)));
    const list = document.querySelector('#close-list');
    list.replaceChildren(...lines.map((text) => Object.assign(document.createElement('li'), { textContent: text })));
    document.querySelector('#close-all').hidden = lines.length > 0;
    document.querySelector('#close-costs').hidden = lines.length === 0;
    document.querySelector('#close').showModal();
  }

  // ---- keys

  key(event) {
    if (event.ctrlKey || event.altKey || event.metaKey || document.querySelector('dialog[open]')) {
      return;
    }
    if (event.key === 'Escape' && this.floor.dataset.ledger === 'full') {
      this.fullLedger();
      return;
    }
    if (event.target.closest('input, textarea, .panel') || document.documentElement.dataset.keys === 'off') {
      return;
    }
    const actions = { n: 'next', ArrowRight: 'next', b: 'back', ArrowLeft: 'back', m: 'mark', e: 'erase', l: 'ledger', r: 'review', i: 'instructions', '?': 'keys' };
    const name = event.key.length === 1 ? event.key.toLowerCase() : event.key;
    if (name === 'x') {
      this.striking = true;
      this.page.whisper(this.words.say('whisper.strike'));
    } else if (/^[1-9]$/.test(name)) {
      this.digit(Number(name));
    } else if (actions[name]) {
      event.preventDefault();
      this.striking = false;
      this.do(actions[name]);
    }
  }

  digit(number) {
    const strike = this.striking;
    this.striking = false;
    const option = this.looking && this.questions.get(this.looking).querySelectorAll('.o')[number - 1];
    if (option) {
      strike ? this.strike(this.looking, option) : this.choose(this.looking, option);
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
    this.drawView(room);
    if (this.reviewing) {
      this.drawRows();
    }
    this.drawTotals(room.totals[this.stage]);
  }

  drawView(room) {
    const view = room.reviewing ? 'review' : room.looking;
    if (!view || this.view === view && this.walking === room.walk?.subset) {
      return;
    }
    this.view = view;
    this.walking = room.walk?.subset;
    this.reviewing = Boolean(room.reviewing);
    this.turnTo(room.looking);
    this.review.hidden = !this.reviewing;
    document.querySelector('#main').hidden = this.reviewing;
    this.floor.dataset.view = this.reviewing ? 'review' : 'question';
    this.viewed.forEach((element) => {
      element.hidden = element.dataset.view !== this.floor.dataset.view;
    });
    this.drawWay(room);
    if (this.reviewing) {
      this.drawSpent();
      this.review.focus({ preventScroll: true });
    }
    this.drawBelow();
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
          question.scrollTop = 0;
        }
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
    const items = room.walk?.items ?? this.order;
    const place = items.indexOf(this.looking);
    put(document.querySelector('#next-label'), this.words.say(place === items.length - 1 ? 'next.review' : 'next'));
    put(document.querySelector('#walk'), room.walk ? this.words.say(`walk.${room.walk.subset}`, place + 1, items.length) : '');
  }

  drawCell(question) {
    const cell = this.cells.get(question.id);
    cell.dataset.status = question.status;
    cell.classList.toggle('marked', question.marked);
    const entry = cell.querySelector('b');
    put(entry, question.label || (question.status === 'not-opened' ? '' : '–'));
    entry.classList.toggle('long', question.label.length > 4);
    const { marked } = this.spoken(question.id);
    put(cell.querySelector('.state'), (question.label ? '' : this.words.say(`status.${question.status}`)) + marked);
  }

  drawQuestion(question) {
    if (question.id === this.looking) {
      this.drawMark(question);
    }
    const entries = JSON.stringify([question.responses, question.struck]);
    if (this.drawnEntries.get(question.id) === entries) {
      return;
    }
    this.drawnEntries.set(question.id, entries);
    const sheet = this.questions.get(question.id);
    for (const option of sheet.querySelectorAll('.o')) {
      const { response, choice } = option.dataset;
      option.setAttribute('aria-checked', String(Boolean(question.responses[response]?.includes(choice))));
      const out = Boolean(question.struck[response]?.includes(choice));
      option.parentElement.classList.toggle('out', out);
      option.nextElementSibling.textContent = this.words.say(out ? 'bring-back' : 'strike-out');
    }
    for (const box of sheet.querySelectorAll('.number-box')) {
      if (!this.typing.has(`${question.id} ${box.dataset.response}`)) {
        this.fill(box, question.responses[box.dataset.response]?.[0] ?? '');
      }
    }
  }

  fill(box, text) {
    if (box.value !== text) {
      box.value = text;
    }
    this.understand(box);
  }

  /** Says beside a box what number was read out of it. */
  understand(box) {
    const understood = box.value.trim() === '' ? '' : this.module.understood(box.value);
    const note = box.nextElementSibling;
    note.textContent = box.value.trim() === ''
      ? ''
      : understood ? this.words.say('number.reads', understood) : this.words.say('number.none');
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
  }

  /** Time spent changes with every second in view; the review page asks for it when it is opened. */
  drawSpent() {
    let sum = 0;
    for (const state of JSON.parse(this.sitting.desk.whole(this.sitting.clock.now())).questions) {
      if (this.rows.has(state.id)) {
        sum += state.spent;
        this.rows.get(state.id).querySelector('.r-spent').textContent = span(state.spent);
      }
    }
    document.querySelector('#sum-spent').textContent = span(sum);
  }

  drawTotals(totals) {
    const key = JSON.stringify(totals);
    if (this.drawnTotals === key) {
      return;
    }
    this.drawnTotals = key;
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

  filter(filter) {
    document.querySelectorAll('[data-filter]').forEach((button) =>
      button.setAttribute('aria-pressed', String(button.dataset.filter === filter)));
    this.rows.forEach((row) => {
      row.hidden = filter !== 'all' && row.dataset.status !== filter && !(filter === 'marked' && row.dataset.marked === 'true');
    });
  }

  /** Shows that a question goes on below what can be seen. */
  drawBelow() {
    requestAnimationFrame(() => {
      const question = this.looking && this.questions.get(this.looking);
      if (question) {
        question.scrolled = question.scrollTop > 0;
        document.querySelector('#below').hidden = question.scrollHeight - question.clientHeight - question.scrollTop < 24;
      }
    });
  }
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
