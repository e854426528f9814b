// Symbols on a ruled line that is wider than the window: laid where one presses, kept to its steps, moved by dragging
// or with the arrow keys.
import { onward } from '../arrows.js';
import { all, focused, hit, maybe, one } from '../dom.js';
import { drag, isLetGo } from '../drag.js';
import { svg } from '../svg.js';

const HEIGHT = 96;
const AXIS = HEIGHT - 30;
const MARGIN = 20;
/** How wide the figures under the line are. */
const LABEL = 40;
const MOST_WIDTH = 4_000;

/**
 * A question's line with what is drawn in it.
 *
 * @typedef {HTMLElement & { line: SVGElement, positions: string[], gap: number, cursor: number, past: string[][],
 *     held: string | undefined }} Root
 */

/** @returns {Root[]} */
function lines(sheet) {
  return /** @type {Root[]} */ (all('.ruled-line', sheet));
}

export class RuledLine {
  /** @param {import('./answers.js').Answers} answers */
  constructor(answers) {
    this.answers = answers;
  }

  bind(sheet, item) {
    lines(sheet).forEach((root) => {
      this.rule(item, root);
      root.held = undefined;
      all('[data-symbol]', root).forEach((button) =>
        button.addEventListener('click', () => {
          all('[data-symbol]', root).forEach((other) => other.setAttribute('aria-pressed', String(other === button)));
          root.held = button.dataset.symbol;
          this.answers.page.whisper(this.answers.say('ruled-line.held', button.textContent.trim()));
        }),
      );
      one('[data-undo]', root).addEventListener('click', () => this.undo(item, root));
      root.line.addEventListener('click', (event) => {
        const placed = hit(event, '[data-placed]');
        if (placed) {
          placed.focus();
        } else {
          this.lay(item, root, this.at(root, event));
        }
      });
      root.line.addEventListener('keydown', (event) => this.key(event, item, root));
    });
  }

  rule(item, root) {
    const { response, unit } = root.dataset;
    root.positions = JSON.parse(this.answers.sitting.desk.positions(item, response));
    const steps = root.positions.length - 1;
    root.gap = Math.max(14, Math.min(40, MOST_WIDTH / steps));
    const width = steps * root.gap + 2 * MARGIN;
    root.line = svg('svg', {
      viewBox: `0 0 ${width} ${HEIGHT}`,
      width,
      height: HEIGHT,
      class: 'ruled',
      tabindex: '0',
      role: 'application',
    });
    root.line.setAttribute('aria-label', this.answers.say('ruled-line.keys'));
    root.line.append(svg('path', { d: `M${MARGIN} ${AXIS}H${width - MARGIN}`, class: 'axis' }));
    const every = Math.ceil(LABEL / root.gap);
    root.positions.forEach((position, i) => {
      const x = this.x(root, i);
      const labelled = i % every === 0;
      root.line.append(svg('path', { d: `M${x} ${AXIS}v${labelled ? 10 : 5}`, class: 'axis' }));
      if (labelled) {
        const text = svg('text', { x, y: HEIGHT - 6, 'text-anchor': 'middle' });
        text.textContent = i === 0 ? `${position} ${unit}` : position;
        root.line.append(text);
      }
    });
    root.cursor = 0;
    root.past = [];
    root.querySelector('.ruled-line-view').append(root.line);
  }

  x(root, step) {
    return MARGIN + step * root.gap;
  }

  /** Returns the step nearest to where an event happened. */
  at(root, event) {
    const x = event.clientX - root.line.getBoundingClientRect().left;
    return this.within(root, Math.round((x - MARGIN) / root.gap));
  }

  within(root, step) {
    return Math.max(0, Math.min(root.positions.length - 1, step));
  }

  lay(item, root, step) {
    if (!root.held) {
      this.answers.page.whisper(this.answers.say('ruled-line.first'));
      root.querySelector('.ruled-line-said').textContent = this.answers.say('ruled-line.first');
      return;
    }
    this.change(item, root, () => this.answers.press(item, root.dataset.response, `${root.held} ${root.positions[step]}`));
  }

  /** Keeps what was there before a change, so that it can be undone. */
  change(item, root, enter) {
    root.past.push(this.answers.given(item, root.dataset.response));
    if (!enter()) {
      root.past.pop();
    }
  }

  undo(item, root) {
    const before = root.past.pop();
    if (before) {
      this.answers.answer(item, root.dataset.response, before);
    }
  }

  key(event, item, root) {
    const by = onward(event);
    const placed = hit(event, '[data-placed]');
    if (by) {
      event.preventDefault();
      event.stopPropagation();
      if (placed) {
        this.move(item, root, placed.dataset.placed, by);
      } else {
        root.cursor = this.within(root, root.cursor + by);
        this.drawCursor(root);
      }
    } else if ((event.key === 'Enter' || event.key === ' ') && !placed) {
      event.preventDefault();
      this.lay(item, root, root.cursor);
    } else if ((event.key === 'Delete' || event.key === 'Backspace') && placed) {
      event.preventDefault();
      this.change(item, root, () => this.answers.press(item, root.dataset.response, placed.dataset.placed));
      root.line.focus();
    }
  }

  move(item, root, placed, by) {
    const [symbol, position] = placed.split(' ');
    const step = this.within(root, root.positions.indexOf(position) + by);
    const moved = `${symbol} ${root.positions[step]}`;
    const values = this.answers.given(item, root.dataset.response);
    if (!values.includes(moved)) {
      this.change(item, root, () =>
        this.answers.answer(item, root.dataset.response, [...values.filter((other) => other !== placed), moved]),
      );
      maybe(`[data-placed="${moved}"]`, root.line)?.focus();
      this.answers.page.whisper(this.answers.say('ruled-line.at', root.positions[step], root.dataset.unit));
    }
  }

  drawCursor(root) {
    root.line.querySelector('.cursor')?.remove();
    root.line.append(svg('path', { class: 'cursor', d: `M${this.x(root, root.cursor)} 8V${AXIS}` }));
    root.line.querySelector('.cursor').scrollIntoView({ inline: 'nearest', block: 'nearest' });
    this.answers.page.whisper(this.answers.say('ruled-line.at', root.positions[root.cursor], root.dataset.unit));
  }

  /** @param {import('../../types/room.d.ts').Question} question */
  draw(sheet, question) {
    lines(sheet).forEach((root) => {
      const before = focused()?.dataset.placed;
      all('[data-placed]', root.line).forEach((placed) => placed.remove());
      const values = question.responses[root.dataset.response] ?? [];
      values.forEach((value) => root.line.append(this.placed(question.id, root, value)));
      one('[data-undo]', root, HTMLButtonElement).disabled = root.past.length === 0 || question.seal !== 'none';
      one('.ruled-line-said', root).textContent = values.length
        ? this.answers.say('ruled-line.placed', values.length)
        : this.answers.say('ruled-line.none');
      if (before) {
        maybe(`[data-placed="${before}"]`, root.line)?.focus();
      }
    });
  }

  placed(item, root, value) {
    const [symbol, position] = value.split(' ');
    const button = root.querySelector(`[data-symbol="${CSS.escape(symbol)}"]`);
    const now = root.positions.indexOf(position);
    const group = svg('g', {
      class: 'on-ruled-line',
      tabindex: '0',
      role: 'button',
      transform: `translate(${this.x(root, now)} 0)`,
    });
    group.dataset.placed = value;
    group.setAttribute('aria-label', this.answers.say('ruled-line.one', button.textContent.trim(), position, root.dataset.unit));
    const text = svg('text', { x: 0, y: 30, 'text-anchor': 'middle' });
    text.textContent = button.dataset.letter;
    group.append(svg('rect', { x: -12, y: 12, width: 24, height: 26, rx: 3 }), text, svg('path', { d: `M0 38V${AXIS}` }));
    group.addEventListener('pointerdown', (down) =>
      drag(group, down, {
        end: (event) => {
          const step = this.at(root, event);
          if (isLetGo(event) && step !== now) {
            this.move(item, root, value, step - now);
          }
        },
      }),
    );
    return group;
  }
}
