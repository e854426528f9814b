// What stands in each question's sheet: its answers, whether they are entered, and what has sealed it.
import { put } from '../words.js';
import { fetchPiece } from './piece.js';

export class Sheets {
  /** @param questions elements by question; @param enter enters the answer of one, where that is done by a press */
  constructor(questions, sitting, words, { answers, panes, enter, checking }) {
    this.questions = questions;
    this.sitting = sitting;
    this.words = words;
    this.answers = answers;
    this.panes = panes;
    this.enter = enter;
    this.checking = checking;
    this.drawn = new Map();
    this.unknown = new Set([...questions.keys()].filter((item) => questions.get(item).dataset.unknown));
    this.asked = new Set();
  }

  /** Binds all that are in the page; the sitting must have started. */
  start() {
    this.questions.forEach((sheet, item) => this.bind(sheet, item));
  }

  bind(sheet, item) {
    this.checking.bind(sheet, item);
    this.answers.bind(sheet, item);
    this.panes.bind(sheet);
    sheet.querySelector('[data-enter]')?.addEventListener('click', () => this.enter(item));
  }

  /** Returns what a question says, in small letters; nothing of one that has not come yet. */
  textOf(item) {
    const sheet = this.questions.get(item);
    sheet.searched ??= this.unknown.has(item) ? undefined : sheet.textContent.toLocaleLowerCase();
    return sheet.searched ?? '';
  }

  /**
   * Fetches a question that is not in the page before it is opened, as soon as the server knows that it was. Returns whether
   * it has come now; not so if it is being fetched already.
   */
  async fetch(item) {
    if (this.asked.has(item)) {
      return false;
    }
    this.asked.add(item);
    const sheet = this.questions.get(item);
    this.sitting.keepLooks();
    sheet.innerHTML = await fetchPiece(this.sitting, `questions/${encodeURIComponent(item)}`);
    this.unknown.delete(item);
    this.bind(sheet, item);
    return true;
  }

  /** @param {import('../../types/room.d.ts').Question} question */
  draw(question) {
    const sheet = this.questions.get(question.id);
    const entries = JSON.stringify([
      question.responses,
      question.playsLeft,
      question.struck,
      question.seal,
      question.entered,
      question.triesLeft,
      question.programs,
      sheet.querySelector('.program') && question.status,
    ]);
    if (this.unknown.has(question.id) || this.drawn.get(question.id) === entries) {
      return;
    }
    this.drawn.set(question.id, entries);
    if (question.status !== 'not-opened') {
      this.panes.met(sheet);
    }
    this.drawEntering(question, sheet);
    this.checking.draw(question, sheet);
    this.answers.draw(sheet, question);
  }

  /** @param {import('../../types/room.d.ts').Question} question */
  drawEntering(question, sheet) {
    const sealed = question.seal !== 'none';
    const note = sheet.querySelector('.sealed-note');
    note.hidden = !sealed;
    put(note, sealed ? this.words.say(`sealed.${question.seal}`) : '');
    sheet.classList.toggle('is-sealed', sealed);
    const enter = sheet.querySelector('[data-enter]');
    const given = Object.keys(question.responses).length > 0;
    if (enter) {
      enter.disabled = !given || question.entered || sealed;
    }
    const said = [];
    if (enter && given) {
      said.push(this.words.say(question.entered ? 'entering.entered' : 'entering.waits'));
    }
    if ('triesLeft' in question && !sealed) {
      said.push(this.words.say('entering.tries', question.triesLeft));
    }
    put(sheet.querySelector('.entering-said'), said.join(' '));
  }
}
