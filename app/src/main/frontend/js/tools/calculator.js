// The calculator: what is typed, the keys, the tape. What sums come to is the rulebook's.
import { make } from './panels.js';

const GAP = /\u202f/g;
const BASIC = [
  ['(', ')', '%', '√', '÷'],
  ['7', '8', '9', '^', '×'],
  ['4', '5', '6', 'ans', '−'],
  ['1', '2', '3', 'mem', '+'],
  ['0', '.', 'back', 'clear', '='],
];
const SCIENTIFIC = [
  ['sin(', 'cos(', 'tan(', 'ln(', 'log('],
  ['asin(', 'acos(', 'atan(', 'exp(', '!'],
  ['π', 'e', '²', 'cbrt(', ';'],
];
const SHOWN_LINES = 60;

export class CalculatorTool {
  /**
   * @param {import('./toolbench.js').Toolbench} bench
   * @param {any} panel
   */
  constructor(bench, panel) {
    this.bench = bench;
    this.words = bench.words;
    const say = (key, ...args) => this.words.say(`calculator.${key}`, ...args);
    this.tape = make('ol', { class: 'tape', 'aria-label': say('tape') });
    this.input = make('input', {
      type: 'text',
      class: 'sum-line',
      'aria-label': say('sum'),
      autocomplete: 'off',
      spellcheck: 'false',
      maxlength: '200',
      inputmode: 'none',
    });
    this.said = make('p', { class: 'tool-said', role: 'status' });
    this.put = make('button', {
      type: 'button',
      class: 'btn wide',
      hidden: true,
      onclick: () => this.bench.page.putNumber(this.answer),
    });
    this.memory = make('span', { class: 'mono' });
    this.angle = make(
      'select',
      { 'aria-label': `${say('degrees')}, ${say('radians')}` },
      make('option', { value: 'degrees', text: say('degrees') }),
      make('option', { value: 'radians', text: say('radians') }),
    );
    this.keys = make('div', { class: 'sum-keys' });
    panel.body.classList.add('calculator');
    const clear = make('button', {
      type: 'button',
      class: 'link',
      text: say('clear-tape'),
      onclick: () => this.use('tape-cleared', {}),
    });
    panel.body.append(
      this.tape,
      this.input,
      this.said,
      this.put,
      make(
        'div',
        { class: 'sum-memory' },
        ...['add', 'subtract', 'clear'].map((memory, i) =>
          make('button', { type: 'button', text: ['M+', 'M−', 'MC'][i], onclick: () => this.use('memory-used', { memory }) }),
        ),
        this.memory,
        this.angle,
        clear,
      ),
      this.keys,
    );
    this.input.addEventListener('input', () => this.group());
    this.input.addEventListener('keydown', (event) => this.key(event));
    this.read();
    this.angle.value = this.lines.findLast((line) => line.angle)?.angle ?? 'degrees';
  }

  /** @param {import('../../types/room.d.ts').Room} room */
  opened(room) {
    this.turned(room);
    this.read();
  }

  /** @param {import('../../types/room.d.ts').Room} room */
  turned(room) {
    const scientific = room.tools.includes('scientific-calculator');
    if (this.scientific !== scientific) {
      this.scientific = scientific;
      this.angle.hidden = !scientific;
      this.keys.replaceChildren(...(scientific ? [...SCIENTIFIC, ...BASIC] : BASIC).flat().map((key) => this.keyButton(key)));
    }
    this.drawPut();
  }

  keyButton(key) {
    const names = { back: '⌫', clear: 'C', '²': 'x²', '^': 'xʸ', '!': 'n!', 'cbrt(': '∛' };
    const labels = { back: 'delete', clear: 'clear', '=': 'equals' };
    const button = make('button', {
      type: 'button',
      text: names[key] ?? key.replace('(', key.length > 1 ? '' : '('),
      class: key === '=' ? 'go' : /\d|\./.test(key) ? 'digit' : '',
      onclick: () => this.press(key),
    });
    if (labels[key]) {
      button.setAttribute('aria-label', this.words.say(`calculator.${labels[key]}`));
    }
    return button;
  }

  focus() {
    this.input.focus();
  }

  press(key) {
    if (key === '=') {
      this.work();
    } else if (key === 'clear') {
      this.set('');
    } else if (key === 'back') {
      const raw = this.raw();
      const at = this.rawCaret();
      this.set(raw.slice(0, Math.max(0, at - 1)) + raw.slice(at), Math.max(0, at - 1));
    } else {
      const at = this.rawCaret();
      this.set(this.raw().slice(0, at) + key + this.raw().slice(at), at + key.length);
    }
    this.focus();
  }

  key(event) {
    if (event.key === 'Enter' || event.key === '=') {
      event.preventDefault();
      this.work();
    } else if (event.key === '*') {
      event.preventDefault();
      this.press('×');
    } else if (event.key === '/') {
      event.preventDefault();
      this.press('÷');
    }
  }

  raw() {
    return this.input.value.replace(GAP, '');
  }

  rawCaret() {
    return this.input.value.slice(0, this.input.selectionStart).replace(GAP, '').length;
  }

  group() {
    this.set(this.raw(), this.rawCaret());
    this.said.textContent = '';
  }

  set(raw, caret = raw.length) {
    const grouped = this.bench.module.grouped(raw);
    this.input.value = grouped;
    let place = 0;
    for (let left = caret; left > 0 && place < grouped.length; place++) {
      left -= grouped[place] === '\u202f' ? 0 : 1;
    }
    this.input.setSelectionRange(place, place);
  }

  work() {
    const sum = this.raw().trim();
    if (sum && this.use('sum-done', { sum, angle: this.scientific ? this.angle.value : 'degrees' })) {
      const last = this.lines.at(-1);
      if (last.fault) {
        this.said.textContent = this.words.say(`calculator.fault.${last.fault}`);
        this.set(sum, last.place);
      } else {
        this.set('');
      }
    }
  }

  use(kind, fields) {
    const entered = this.bench.enter(kind, fields);
    if (entered) {
      this.read();
    }
    return entered;
  }

  read() {
    const { lines, answer, memory, memoryHeld } = JSON.parse(this.bench.module.tape(this.bench.in('tape')));
    this.lines = lines;
    this.answer = answer;
    const grouped = (text) => this.bench.module.grouped(text);
    this.tape.replaceChildren(
      ...lines.slice(-SHOWN_LINES).map((line) => {
        if (line.kind === 'memory-used') {
          return make('li', { text: `${{ add: 'M+', subtract: 'M−', clear: 'MC' }[line.memory]}  ${grouped(line.result)}` });
        }
        const result = line.fault ? this.words.say(`calculator.fault.${line.fault}`) : `= ${grouped(line.result)}`;
        return make(
          'li',
          {},
          make(
            'button',
            { type: 'button', title: this.words.say('calculator.take-up', line.sum), onclick: () => this.takeUp(line.sum) },
            make('span', { text: grouped(line.sum) }),
            make('b', { text: result }),
          ),
        );
      }),
    );
    this.tape.scrollTop = this.tape.scrollHeight;
    this.memory.textContent = memoryHeld ? this.words.say('calculator.memory', grouped(memory)) : '';
    if (!lines.length) {
      this.tape.append(make('li', { class: 'tool-said', text: this.words.say('calculator.empty') }));
    }
    if (!lines.at(-1)?.fault) {
      this.said.textContent = '';
    }
    this.drawPut();
  }

  drawPut() {
    const there = this.lines?.some((line) => line.result) && this.bench.page.hasNumber();
    this.put.hidden = !there;
    this.put.textContent = there ? this.words.say('calculator.put', this.bench.module.grouped(this.answer)) : '';
  }

  takeUp(sum) {
    this.set(sum);
    this.focus();
  }
}
