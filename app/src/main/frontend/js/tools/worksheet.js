// The worksheet: a grid of cells, one line to type into, the keys of any spreadsheet. Values are the rulebook's.
import { arrow } from '../arrows.js';
import { COLUMNS, edge, nameOf, placeOf, ROWS, within } from './cell-names.js';
import { icon, make } from './panels.js';
import { SheetClipboard } from './sheet-clipboard.js';
import { blockOf, SheetGrid } from './sheet-grid.js';

const FORMATS = ['general', 'whole', 'two-decimals', 'four-decimals', 'percent', 'date'];
const PAGE = 10;

export class WorksheetTool {
  /**
   * @param {import('./toolbench.js').Toolbench} bench
   * @param {any} panel
   */
  constructor(bench, panel) {
    this.bench = bench;
    this.words = bench.words;
    this.at = [0, 0];
    this.to = [0, 0];
    this.formats = new Map();
    this.typed = new Map();
    this.errors = new Map();
    panel.body.classList.add('worksheet');
    this.grid = new SheetGrid(this.say('cells'), {
      key: (event) => this.gridKey(event),
      pointer: (event) => this.pointer(event),
      edit: () => this.edit(),
      clip: (event, kind) => this.clipboard.take(event, kind),
      sized: (column, width) => this.bench.enter('column-sized', { column, width }),
    });
    this.clipboard = new SheetClipboard(this);
    panel.body.append(this.makeBar(), this.makeLine(), this.grid.element);
    this.read();
    this.choose([0, 0]);
  }

  say(key, ...args) {
    return this.words.say(`worksheet.${key}`, ...args);
  }

  makeBar() {
    this.undo = icon(make('button', { onclick: () => this.stroke('undone') }), 'undo', this.say('undo'));
    this.redo = icon(make('button', { onclick: () => this.stroke('redone') }), 'redo', this.say('redo'));
    this.format = make(
      'select',
      { 'aria-label': this.say('format'), onchange: () => this.setFormat() },
      ...FORMATS.map((value) => make('option', { value, text: this.say(`format.${value}`) })),
    );
    this.functions = make(
      'select',
      { class: 'functions', 'aria-label': this.say('functions'), onchange: () => this.insertFunction() },
      make('option', { value: '', text: 'ƒ' }),
      ...JSON.parse(this.bench.module.functions()).map((name) => make('option', { value: name, text: name })),
    );
    return make(
      'div',
      { class: 'tool-bar' },
      this.undo,
      this.redo,
      icon(make('button', { onclick: () => this.fill('filledDown') }), 'down', this.say('down')),
      icon(make('button', { onclick: () => this.fill('filledRight') }), 'right', this.say('right')),
      icon(make('button', { onclick: () => this.widen(-16) }), 'narrower', this.say('narrower')),
      icon(make('button', { onclick: () => this.widen(16) }), 'wider', this.say('wider')),
      this.format,
      this.functions,
    );
  }

  makeLine() {
    this.name = make('span', { class: 'mono cell-name' });
    this.line = make('input', { type: 'text', class: 'cell-line', maxlength: '1000', autocomplete: 'off', spellcheck: 'false' });
    this.line.addEventListener('input', () => this.begin());
    this.line.addEventListener('keydown', (event) => this.lineKey(event));
    this.line.addEventListener('blur', () =>
      setTimeout(() => this.editing && document.activeElement !== this.line && this.commit()),
    );
    this.said = make('p', { class: 'tool-said', role: 'status' });
    return make('div', { class: 'cell-edit' }, this.name, this.line, this.said);
  }

  focus() {
    this.grid.focus();
  }

  /** Takes everything over from the rulebook. */
  read() {
    const { cells, widths, canUndo, canRedo } = this.bench.in('worksheet');
    this.sheet = this.bench.module.sheet(cells);
    this.formats = new Map(cells.map(({ cell, format }) => [cell, format]));
    for (const name of [...this.typed.keys()]) {
      this.show({ cell: name, typed: '', shown: '', right: false, error: undefined });
    }
    this.typed.clear();
    this.errors.clear();
    JSON.parse(this.sheet.all()).forEach((cell) => this.show(cell));
    this.grid.setWidths(widths);
    this.strokes(canUndo, canRedo);
  }

  strokes(canUndo, canRedo) {
    this.undo.disabled = !canUndo;
    this.redo.disabled = !canRedo;
  }

  show({ cell, typed, shown, right, error }) {
    const element = this.grid.cell(cell);
    if (element.textContent !== shown) {
      element.textContent = shown;
    }
    element.classList.toggle('right', right);
    element.classList.toggle('wrong', Boolean(error));
    this.typed.set(cell, typed);
    this.errors.set(cell, error);
  }

  // ---- where the candidate is

  choose(at, to = at, scroll = true) {
    this.at = at;
    this.to = to;
    this.rowBegan = undefined;
    this.grid.choose(at, to, scroll);
    this.drawLine();
  }

  block() {
    return blockOf(this.at, this.to);
  }

  drawLine() {
    const name = nameOf(this.at);
    const [left, top, right, bottom] = this.block();
    this.name.textContent = this.grid.chosen.length > 1 ? `${nameOf([left, top])}:${nameOf([right, bottom])}` : name;
    this.line.value = this.typed.get(name) ?? '';
    this.line.setAttribute('aria-label', this.say('content', name));
    this.format.value = this.formats.get(name) ?? 'general';
    const error = this.errors.get(name);
    this.said.textContent = error ? this.say(`error.${error}`) : '';
    this.said.hidden = !error;
  }

  // ---- keys

  gridKey(event) {
    const { key } = event;
    const command = event.ctrlKey || event.metaKey;
    const step = arrow(event) ?? { PageUp: [0, -PAGE], PageDown: [0, PAGE] }[key];
    const does = {
      Enter: () => this.goDown(event.shiftKey ? -1 : 1),
      F2: () => this.edit(),
      Delete: () => this.clear(),
      Backspace: () => this.clear(),
      Home: () => this.choose([0, command ? 0 : this.at[1]]),
      End: () => this.choose(command ? this.lastUsed() : [this.lastUsed()[0], this.at[1]]),
    }[key];
    const commands = {
      z: () => this.stroke(event.shiftKey ? 'redone' : 'undone'),
      y: () => this.stroke('redone'),
      d: () => this.fill('filledDown'),
      r: () => this.fill('filledRight'),
    };
    if (step && command) {
      this.jump(step, event.shiftKey);
    } else if (step) {
      this.move(step, event.shiftKey);
    } else if (command && commands[key.toLowerCase()]) {
      commands[key.toLowerCase()]();
    } else if (does) {
      does();
    } else if (key.length === 1 && !command && !event.altKey) {
      this.line.value = '';
      this.edit();
      return;
    } else {
      return;
    }
    event.preventDefault();
  }

  move([right, down], extend = false) {
    const from = extend ? this.to : this.at;
    const to = [within(from[0] + right, COLUMNS), within(from[1] + down, ROWS)];
    this.choose(extend ? this.at : to, to);
  }

  /** Goes to the next row: to where this one was begun, if it was typed from cell to cell. */
  goDown(by) {
    this.move([(this.rowBegan ?? this.at[0]) - this.at[0], by]);
  }

  goAcross(by) {
    const began = this.rowBegan ?? this.at[0];
    this.move([by, 0]);
    this.rowBegan = began;
  }

  /** Goes on until the cells change from filled to empty or the other way, as spreadsheets do. */
  jump([right, down], extend) {
    const filled = (cell) => Boolean(this.typed.get(nameOf(cell)));
    const place = edge(extend ? this.to : this.at, [Math.sign(right), Math.sign(down)], filled);
    this.choose(extend ? this.at : place, place);
  }

  lastUsed() {
    const used = [...this.typed].filter(([, typed]) => typed).map(([name]) => placeOf(name));
    return [Math.max(0, ...used.map(([column]) => column)), Math.max(0, ...used.map(([, row]) => row))];
  }

  pointer(event) {
    const place = this.grid.placeAt(event.target);
    if (!place) {
      return;
    }
    if (this.editing && /[=(;,:+\-*/^&<>]$/.test(this.line.value) && this.line.value.startsWith('=')) {
      event.preventDefault();
      this.line.value += nameOf(place);
      return;
    }
    if (this.editing) {
      this.commit();
    }
    this.choose(event.shiftKey ? this.at : place, place, false);
    const over = (moved) => {
      const under = this.grid.placeAt(document.elementFromPoint(moved.clientX, moved.clientY));
      if (under && !event.shiftKey) {
        this.choose(place, under);
      }
    };
    if (event.pointerType === 'mouse') {
      this.grid.element.addEventListener('pointermove', over);
      addEventListener('pointerup', () => this.grid.element.removeEventListener('pointermove', over), { once: true });
    }
  }

  // ---- typing

  edit() {
    this.line.focus();
    this.line.setSelectionRange(this.line.value.length, this.line.value.length);
    this.begin();
  }

  begin() {
    this.editing = true;
    this.grid.here.textContent = this.line.value;
  }

  lineKey(event) {
    if (event.key === 'Enter' || event.key === 'Tab') {
      event.preventDefault();
      this.commit();
      const by = event.shiftKey ? -1 : 1;
      event.key === 'Tab' ? this.goAcross(by) : this.goDown(by);
      this.focus();
    } else if (event.key === 'Escape' && this.editing) {
      event.preventDefault();
      this.editing = false;
      this.redraw();
      this.drawLine();
      this.focus();
    }
  }

  commit() {
    this.editing = false;
    const name = nameOf(this.at);
    if ((this.typed.get(name) ?? '') === this.line.value) {
      this.redraw();
    } else {
      this.write([{ cell: name, typed: this.line.value, format: this.sheet.formatAfter(name, this.line.value) }]);
    }
  }

  /** What is being typed goes into its cell, as if the candidate had gone on. */
  flush() {
    if (this.editing) {
      this.commit();
    }
  }

  /** Shows again what the cell in hand holds, in place of what is being typed. */
  redraw() {
    this.show(JSON.parse(this.sheet.cell(nameOf(this.at))));
  }

  write(edits) {
    for (const cells of JSON.parse(this.sheet.strokes(edits))) {
      if (!this.bench.enter('cells-written', { cells })) {
        break;
      }
      cells.forEach(({ cell, format }) => this.formats.set(cell, format));
      JSON.parse(this.sheet.write(cells)).forEach((cell) => this.show(cell));
      this.strokes(true, false);
    }
    this.redraw();
    this.drawLine();
  }

  clear() {
    this.write(
      this.grid
        .names()
        .filter((cell) => this.typed.get(cell))
        .map((cell) => ({ cell, typed: '', format: this.formats.get(cell) ?? 'general' })),
    );
  }

  setFormat() {
    this.write(this.grid.names().map((cell) => ({ cell, typed: this.typed.get(cell) ?? '', format: this.format.value })));
    this.focus();
  }

  insertFunction() {
    const name = this.functions.value;
    this.functions.value = '';
    if (name) {
      this.line.value = `${this.line.value || '='}${name}(`;
      this.edit();
    }
  }

  fill(how) {
    const [left, top, right, bottom] = this.block();
    const alone = how === 'filledDown' ? top === bottom : left === right;
    const first = alone ? (how === 'filledDown' ? [left, Math.max(0, top - 1)] : [Math.max(0, left - 1), top]) : [left, top];
    this.write(JSON.parse(this.sheet[how](nameOf(first), nameOf([right, bottom]))));
  }

  stroke(kind) {
    if (this.bench.enter(kind, { tool: 'worksheet' })) {
      this.read();
      this.choose(this.at, this.to);
    }
  }

  widen(by) {
    const [column] = this.at;
    this.grid.setWidth(column, this.grid.widthOf(column) + by);
    this.bench.enter('column-sized', { column, width: this.grid.widthOf(column) });
  }
}
