// Notes on questions and on words of them.
import { wordsOf } from '../marks.js';
import { make } from './panels.js';

export class NotesTool {
  constructor(bench, panel) {
    this.bench = bench;
    this.words = bench.words;
    this.list = make('div', { class: 'notes-list' });
    this.fresh = make('button', { type: 'button', class: 'btn wide', onclick: () => this.write(this.item) });
    this.hide = make('button', { type: 'button', class: 'link', 'aria-pressed': 'false', onclick: () => this.toggleHidden() });
    this.said = make('p', { class: 'tool-said', role: 'status' });
    panel.body.classList.add('notes');
    panel.body.append(this.fresh, this.said, this.list, this.hide);
    this.hidden = false;
    this.draw();
  }

  opened(room) {
    this.turned(room);
    this.draw();
  }

  focus() {
    this.fresh.focus();
  }

  turned(room) {
    if (room.looking) {
      this.item = room.looking;
      this.fresh.textContent = this.words.say('notes.new', this.bench.page.numberOf(this.item));
    }
  }

  /** Begins a note on a question, or on words of it. */
  write(item, anchor, note) {
    this.keepOpen();
    const box = make('textarea', { maxlength: '2000', rows: '3', 'aria-label': this.words.say('notes.words') });
    box.value = note?.words ?? '';
    const number = note?.number ?? 1 + Math.max(0, ...this.bench.box().notes.map((one) => one.number));
    const keep = () => {
      this.writing = undefined;
      const words = box.value.trim();
      if (words && words !== note?.words) {
        this.bench.enter('note-written', { number, item, words, ...(anchor ?? {}) });
      }
      this.draw();
    };
    this.writing = keep;
    const form = make('div', { class: 'note writing' }, make('b', { text: this.words.say('notes.of', this.bench.page.numberOf(item)) }),
      quote(anchor), box, make('button', { type: 'button', class: 'btn', text: this.words.say('notes.keep'), onclick: keep }));
    box.addEventListener('blur', () => setTimeout(() => this.writing === keep && !form.contains(document.activeElement) && keep()));
    this.list.prepend(form);
    box.focus();
  }

  /** What has been written and not yet kept is kept, whatever comes next. */
  keepOpen() {
    this.writing?.();
  }

  toggleHidden() {
    this.hidden = !this.hidden;
    this.draw();
  }

  draw() {
    const { notes } = this.bench.box();
    this.bench.marks.paintNotes(this.hidden ? [] : notes);
    this.hide.textContent = this.words.say(this.hidden ? 'notes.show' : 'notes.hide');
    this.hide.hidden = notes.length === 0;
    this.hide.setAttribute('aria-pressed', String(this.hidden));
    const number = (item) => this.bench.page.numberOf(item);
    const sorted = [...notes].sort((a, b) => number(a.item) - number(b.item) || a.number - b.number);
    this.list.replaceChildren(...(this.hidden ? [] : sorted).map((note) => this.noteElement(note)));
    if (!notes.length) {
      this.list.append(make('p', { class: 'tool-said', text: this.words.say('notes.none') }));
    }
  }

  noteElement(note) {
    const { item, text, start, end } = note;
    const anchor = text ? { text, start, end } : undefined;
    return make('article', { class: 'note' },
      make('button', { type: 'button', class: 'link', text: this.words.say('notes.jump', this.bench.page.numberOf(item)), onclick: () => this.bench.page.open(item) }),
      quote(anchor), make('p', { text: note.words }),
      make('div', { class: 'note-do' },
        make('button', { type: 'button', class: 'link', text: this.words.say('notes.edit'), onclick: () => this.write(item, anchor, note) }),
        make('button', { type: 'button', class: 'link', text: this.words.say('notes.remove'), onclick: () => this.remove(note, anchor) })));
  }

  remove(note, anchor) {
    if (!this.bench.enter('note-removed', { number: note.number })) {
      return;
    }
    this.draw();
    const undo = make('button', { type: 'button', class: 'link', text: this.words.say('notes.undo'), onclick: () => {
      this.bench.enter('note-written', { number: note.number, item: note.item, words: note.words, ...(anchor ?? {}) });
      this.said.replaceChildren();
      this.draw();
    } });
    this.said.replaceChildren(`${this.words.say('notes.removed')} `, undo);
    undo.focus();
  }
}

/** The words that a note hangs on. */
function quote(anchor) {
  const element = anchor && document.querySelector(`[data-text="${CSS.escape(anchor.text)}"]`);
  if (!element) {
    return '';
  }
  const words = wordsOf(element, anchor.start, anchor.end);
  return make('q', { text: words.length > 80 ? `${words.slice(0, 80)} …` : words });
}
