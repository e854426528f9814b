// A question that is answered by a program: editor, runs with an input of one's own, trials with the examples.
import { hash } from '../digest.js';
import { all, one } from '../dom.js';
import { Editor } from './editor.js';
import { Runner } from './runner.js';
import { read, written } from './source.js';

/** So much of an output is shown; the rest is told. */
const SHOWN = 20_000;

/** One for the page: programs run one at a time. */
const runner = new Runner();

export class ProgramField {
  /** @param {import('../answers/answers.js').Answers} answers */
  constructor(root, item, answers) {
    this.root = root;
    this.item = item;
    this.answers = answers;
    this.response = root.dataset.response;
    this.starters = JSON.parse(root.dataset.starters);
    this.examples = JSON.parse(root.dataset.examples);
    this.limits = JSON.parse(root.dataset.limits);
    one('textarea.program-text', root).remove();
    root.classList.add('ready');
    this.editor = new Editor(one('.program-editor', root), {
      label: this.say('editor'),
      phrases: this.phrases(),
      most: Number(root.dataset.most),
      changed: () => this.changed(),
      left: () => answers.page.flush(),
    });
    this.languages = all('[name^="language-"]', root, HTMLInputElement);
    this.languages.forEach((choice) => choice.addEventListener('change', () => this.turnTo(choice.value)));
    one('[data-indent]', root).addEventListener('click', () => this.setIndenting());
    one('[data-find]', root).addEventListener('click', () => this.editor.find());
    one('[data-run]', root).addEventListener('click', () => this.run());
    one('[data-try]', root).addEventListener('click', () => this.tryExamples());
    one('[data-stop]', root).addEventListener('click', () => runner.stop());
    one('[data-use]', root).addEventListener('click', () => this.use());
  }

  /** The rulebook. */
  get desk() {
    return this.answers.sitting.desk;
  }

  say(key, ...args) {
    return this.answers.say(`program.${key}`, ...args);
  }

  /** What the editor itself says. */
  phrases() {
    const own = [
      'Find',
      'Replace',
      'next',
      'previous',
      'all',
      'match case',
      'regexp',
      'by word',
      'replace',
      'replace all',
      'close',
    ];
    return Object.fromEntries(own.map((phrase) => [phrase, this.say(`phrase.${phrase.replaceAll(' ', '-').toLowerCase()}`)]));
  }

  // ---- what is written

  /** The answer as it stands in the ledger: its language and its text, or undefined. */
  entered() {
    const given = this.answers.given(this.item, this.response)[0];
    return given && read(given);
  }

  /** What is in the editor is the answer, unless it is what stood there at first. */
  value() {
    return JSON.parse(this.desk.program(this.item, this.response, this.language, this.editor.text()));
  }

  changed() {
    this.answers.typed(
      this.item,
      this.response,
      () => this.value(),
      () => this.put(this.language),
    );
    one('[data-use]', this.root).hidden = true;
    this.count();
  }

  /** Shows the program in another language; the answer stays what it was until something is written. */
  turnTo(language) {
    this.answers.page.flush();
    this.put(language);
    this.sayAnswer();
  }

  /** Shows what there is in a language: the answer, what was laid aside, or what stands there at first. */
  put(language) {
    const entered = this.entered();
    const text = entered?.language === language ? entered.text : ((entered && this.aside(language)) ?? this.starters[language]);
    this.language = language;
    this.languages.forEach((choice) => {
      choice.checked = choice.value === language;
    });
    if (this.editor.shown !== language || this.editor.text() !== text) {
      this.fill(text);
    }
    this.count();
    if (this.question.seal === 'none') {
      runner.prepare(language).catch(() => this.status(this.say('cannot-run')));
    }
  }

  /** Puts a text into the editor, with its stretches that stay as they are. */
  fill(text) {
    const places = JSON.parse(this.desk.fixed(this.item, this.response, this.language, text)) ?? [];
    this.editor.show(this.language, text, places);
  }

  /** @param {import('../../types/room.d.ts').Question} question */
  show(question) {
    this.question = question;
    if (!this.answers.isTyping(this.item, this.response)) {
      this.put(this.entered()?.language ?? this.language ?? this.root.dataset.languages.split(' ')[0]);
    }
    this.editor.setReadOnly(question.seal !== 'none');
    this.draw(this.isRunning);
    this.sayAnswer();
  }

  /** What was laid aside in a language, or undefined. */
  aside(language) {
    return this.question.programs[this.response]?.aside[language];
  }

  /** Says which program is the answer, where that is not what the editor shows, and what was erased. */
  sayAnswer() {
    const entered = this.entered();
    const elsewhere = entered && entered.language !== this.language;
    const erased = !entered && this.aside(this.language) !== undefined && !this.answers.isTyping(this.item, this.response);
    one('.program-answer', this.root).textContent = elsewhere
      ? this.say('elsewhere', this.say(`language.${entered.language}`), this.desk.lines(written(entered)))
      : erased
        ? this.say('erased')
        : '';
    const use = one('[data-use]', this.root);
    use.textContent = this.say(erased ? 'bring-back' : 'use');
    use.hidden = this.question.seal !== 'none' || !(erased || (elsewhere && this.value().length > 0));
  }

  /** Makes what the editor shows the answer, or what was erased. */
  use() {
    const text = this.aside(this.language);
    if (!this.entered() && text !== undefined) {
      this.fill(text);
    }
    this.changed();
    this.answers.page.flush();
  }

  count() {
    const left = Number(this.root.dataset.most) - this.editor.text().length;
    one('.program-left', this.root).textContent = left < 500 ? this.answers.say('left', left) : '';
  }

  setIndenting() {
    const button = one('[data-indent]', this.root);
    const on = button.getAttribute('aria-pressed') !== 'true';
    button.setAttribute('aria-pressed', String(on));
    this.editor.setIndenting(on);
    one('.program-tab', this.root).textContent = this.say(on ? 'tab.indents' : 'tab.leaves');
    this.editor.focus();
  }

  // ---- what is run

  task(input, call = '') {
    return {
      language: this.language,
      program: this.desk.calling(this.language, this.editor.text(), call),
      input,
      memoryMb: this.limits.memoryMb,
      outputBytes: this.limits.outputKb * 1024,
    };
  }

  async run() {
    const input = one('.program-input', this.root, HTMLTextAreaElement).value;
    await this.running(async () => {
      const ended = await runner.run(this.task(input), this.limits.time);
      this.note(false, [ended.ending]);
      this.outcome([this.section(this.say('ran'), ended)]);
      return this.ending(ended);
    });
  }

  async tryExamples() {
    await this.running(async () => {
      const shown = [];
      const endings = [];
      for (const [at, example] of this.examples.entries()) {
        this.status(this.say('trying', at + 1, this.examples.length));
        const ended = await runner.run(this.task(example.input, example.call), this.limits.time);
        if (ended.ending === 'stopped') {
          this.outcome(shown);
          return this.ending(ended);
        }
        const ending = this.desk.tried(this.item, this.response, ended.ending, example.output, ended.output);
        const other = this.desk.firstOther(this.item, this.response, example.output, ended.output);
        endings.push(ending);
        shown.push(this.section(this.say('example', at + 1), { ...ended, ending }, example.output, other));
      }
      this.note(true, endings);
      this.outcome(shown);
      return this.say('tried', endings.filter((ending) => ending === 'passed').length, endings.length);
    });
  }

  /** Runs something with Stop within reach; what was written before is entered first. */
  async running(work) {
    if (this.isRunning) {
      return;
    }
    this.answers.page.flush();
    this.draw(true);
    this.status(this.say('runs'));
    try {
      this.status(await work());
    } catch {
      this.status(this.say('cannot-run'));
    }
    this.draw(false);
  }

  /** Of an answer that can no longer change nothing is run. */
  draw(on = false) {
    this.isRunning = on;
    const sealed = this.question.seal !== 'none';
    one('[data-stop]', this.root, HTMLButtonElement).disabled = !on;
    all('[data-run], [data-try]', this.root, HTMLButtonElement).forEach((button) => {
      button.disabled = on || sealed;
    });
  }

  /** Each run is an entry: what was run, by its hash, and how it ended. */
  note(examples, endings) {
    const program = hash(written({ language: this.language, text: this.editor.text() }));
    this.answers.page.act('program-run', { item: this.item, response: this.response, program, examples, endings });
  }

  ending({ ending, took }) {
    return ending === 'ended'
      ? this.say('ending.ended', Math.max(1, Math.round(took)))
      : this.say(`ending.${ending}`, this.limits.time / 1000);
  }

  status(text) {
    one('.program-said', this.root).textContent = text;
  }

  outcome(sections) {
    one('.program-outcome', this.root).replaceChildren(...sections);
  }

  /** What one run wrote; where it should have written something else, both, with the first line that differs marked. */
  section(title, ended, wanted = undefined, other = 0) {
    const section = document.createElement('section');
    section.className = `program-case ${ended.ending}`;
    section.append(element('h2', `${title}: ${this.say(`short.${ended.ending}`)}`));
    if (ended.ending === 'other-output') {
      const both = section.appendChild(document.createElement('div'));
      both.className = 'program-both';
      both.append(this.output(this.say('wanted'), wanted, other), this.output(this.say('written'), ended.output, other));
    } else if (ended.output || ended.ending === 'ended') {
      section.append(this.output(this.say('written'), ended.output));
    }
    if (ended.error) {
      section.append(this.output(this.say('errors'), ended.error), ...this.lineButton(ended.error));
    }
    return section;
  }

  output(title, text, marked = 0) {
    const figure = document.createElement('figure');
    const lines = text.slice(0, SHOWN).replace(/\n$/, '').split('\n');
    const pre = document.createElement('pre');
    pre.tabIndex = 0;
    lines.forEach((line, at) => {
      const shown = element(at + 1 === marked ? 'mark' : 'span', `${line}\n`);
      if (at + 1 === marked) {
        shown.ariaLabel = this.say('differs', line);
      }
      pre.append(shown);
    });
    if (marked > lines.length) {
      pre.append(element('mark', this.say('missing')));
    }
    figure.append(element('figcaption', title), pre);
    if (text === '') {
      pre.textContent = this.say('nothing');
    } else if (text.length > SHOWN) {
      figure.append(element('p', this.say('cut', SHOWN)));
    }
    return figure;
  }

  /** Leads to the line that an error names, the last one in the program itself. */
  lineButton(error) {
    const named = [...error.matchAll(/(?:File "program", line |program:)(\d+)/g)];
    const at = this.language === 'python' ? named.at(-1) : named[0];
    if (!at) {
      return [];
    }
    const button = element('button', this.say('line', at[1]));
    button.type = 'button';
    button.className = 'btn small';
    button.addEventListener('click', () => this.editor.goTo(Number(at[1])));
    return [button];
  }
}

function element(name, words) {
  return Object.assign(document.createElement(name), { textContent: words });
}
