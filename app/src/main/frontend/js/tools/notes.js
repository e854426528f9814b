// Notes on questions and on words of them. A note is entered while it is written, whenever the writing pauses.
import { wordsOf } from '../marks.js';
import { make } from './panels.js';

const WRITING_PAUSE = 1_000;

export class NotesTool {
  /**
   * @param {import('./toolbench.js').Toolbench} bench
   * @param {any} panel
   */
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
    this.read();
  }

  /** @param {import('../../types/room.d.ts').Room} room */
  opened(room) {
    this.turned(room);
  }

  focus() {
    this.fresh.focus();
  }

  /** @param {import('../../types/room.d.ts').Room} room */
  turned(room) {
    if (room.inView) {
      this.item = room.inView;
      this.fresh.textContent = this.words.say('notes.new', this.bench.page.numberOf(this.item));
    }
  }

  /** Begins a note on a question, or on words of it. */
  write(item, anchor, note) {
    this.close();
    this.said.replaceChildren();
    const box = make('textarea', { maxlength: '2000', rows: '3', 'aria-label': this.words.say('notes.words') });
    box.value = note?.words ?? '';
    const number = note?.number ?? 1 + Math.max(0, ...this.bench.in('notes').map((one) => one.number));
    this.writing = { number, item, anchor, box, entered: note?.words };
    const form = make(
      'div',
      { class: 'note writing' },
      make('b', { text: this.words.say('notes.of', this.bench.page.numberOf(item)) }),
      quote(anchor),
      box,
      make('button', { type: 'button', class: 'btn', text: this.words.say('notes.keep'), onclick: () => this.close() }),
    );
    box.addEventListener('input', () => {
      clearTimeout(this.pausing);
      this.pausing = setTimeout(() => this.flush(), WRITING_PAUSE);
    });
    this.list.prepend(form);
    box.focus();
  }

  /** Enters the note as it is written so far. */
  flush() {
    clearTimeout(this.pausing);
    const words = this.writing?.box.value.trim();
    if (words && words !== this.writing.entered) {
      const { number, item, anchor } = this.writing;
      this.writing.entered = words;
      this.bench.enter('note-written', { number, item, words, ...(anchor ?? {}) });
    }
  }

  /** Ends the writing of a note; what was written is kept. */
  close() {
    this.flush();
    this.writing = undefined;
    this.read();
  }

  toggleHidden() {
    this.hidden = !this.hidden;
    this.close();
  }

  read() {
    if (this.writing) {
      return;
    }
    const notes = this.bench.in('notes');
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
    return make(
      'article',
      { class: 'note' },
      make('button', {
        type: 'button',
        class: 'link',
        text: this.words.say('notes.jump', this.bench.page.numberOf(item)),
        onclick: () => this.bench.page.open(item),
      }),
      quote(anchor),
      make('p', { text: note.words }),
      make(
        'div',
        { class: 'note-do' },
        make('button', {
          type: 'button',
          class: 'link',
          text: this.words.say('notes.edit'),
          onclick: () => this.write(item, anchor, note),
        }),
        make('button', {
          type: 'button',
          class: 'link',
          text: this.words.say('notes.remove'),
          onclick: () => this.remove(note, anchor),
        }),
      ),
    );
  }

  remove(note, anchor) {
    if (!this.bench.enter('note-removed', { number: note.number })) {
      return;
    }
    this.close();
    const undo = make('button', {
      type: 'button',
      class: 'link',
      text: this.words.say('notes.undo'),
      onclick: () => {
        this.bench.enter('note-written', { number: note.number, item: note.item, words: note.words, ...(anchor ?? {}) });
        this.said.replaceChildren();
        this.close();
      },
    });
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
