// Programs: a plain field at once. The editor and what runs programs are fetched when the first such question is opened.
import { all, one } from '../dom.js';
import { read } from '../programs/source.js';

export class Programs {
  /** @param {import('./answers.js').Answers} answers */
  constructor(answers) {
    this.answers = answers;
    /** @type {Map<HTMLElement, { show(question: import('../../types/room.d.ts').Question): void }>} */
    this.fields = new Map();
  }

  bind(sheet, item) {
    all('.program', sheet).forEach((root) => this.fields.set(root, new PlainField(root, item, this.answers)));
  }

  /** @param {import('../../types/room.d.ts').Question} question */
  draw(sheet, question) {
    all('.program', sheet).forEach((root) => {
      this.fields.get(root).show(question);
      if (question.status !== 'not-opened') {
        this.fetch(root, question.id);
      }
    });
  }

  async fetch(root, item) {
    if (root.dataset.fetched) {
      return;
    }
    root.dataset.fetched = 'true';
    try {
      this.loading ??= import(document.body.dataset.programs);
      const { ProgramField } = await this.loading;
      this.answers.page.flush();
      const field = new ProgramField(root, item, this.answers);
      this.fields.set(root, field);
      field.show(this.answers.page.stateOf(item));
    } catch {
      this.loading = undefined;
      delete root.dataset.fetched;
      one('.program-said', root).textContent = this.answers.say('program.cannot-load');
    }
  }
}

/** What can be written in before the editor is there, or where it cannot be fetched. */
class PlainField {
  constructor(root, item, answers) {
    this.root = root;
    this.answers = answers;
    this.field = one('textarea.program-text', root, HTMLTextAreaElement);
    this.language = root.dataset.languages.split(' ')[0];
    this.starter = this.field.value;
    this.field.addEventListener('input', () =>
      answers.typed(
        item,
        root.dataset.response,
        () => JSON.parse(answers.sitting.desk.program(item, root.dataset.response, this.language, this.field.value)),
        (before) => this.fill(before),
      ),
    );
    this.field.addEventListener('blur', () => answers.page.flush());
  }

  /** @param {string[]} values */
  fill([written]) {
    const entered = written === undefined ? { language: this.language, text: this.starter } : read(written);
    this.language = entered.language;
    this.field.value = entered.text;
  }

  /** @param {import('../../types/room.d.ts').Question} question */
  show(question) {
    if (!this.answers.isTyping(question.id, this.root.dataset.response)) {
      this.fill(question.responses[this.root.dataset.response] ?? []);
    }
    this.field.readOnly = question.seal !== 'none';
  }
}
