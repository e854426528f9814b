// Cards: put in order, brought together with others, laid into gaps. Pressing takes and lays; dragging does it at once;
// arrow keys move a card that lies in a row.
import { downward, onward } from '../arrows.js';
import { all, focused, hit, one } from '../dom.js';
import { drag, isLetGo } from '../drag.js';

const DRAGGED = 6;

export class Cards {
  /** @param {import('./answers.js').Answers} answers */
  constructor(answers) {
    this.answers = answers;
  }

  bind(sheet, item) {
    all('.sequence', sheet).forEach((root) => this.bindSequence(item, root));
    all('.matrix', sheet).forEach((root) =>
      root.addEventListener('click', (event) => {
        const cell = hit(event, '[data-pair]');
        if (cell) {
          this.answers.press(item, root.dataset.response, cell.dataset.pair);
        }
      }),
    );
    all('.couples, .laying', sheet).forEach((root) => this.bindLaying(item, root));
  }

  // ---- in order

  bindSequence(item, root) {
    const { response } = root.dataset;
    all('.card', root).forEach((card) => {
      this.onDrop(card, (x, y) => this.dropInOrder(item, root, card, x, y));
      card.addEventListener('click', () => {
        this.answers.press(item, response, card.dataset.choice);
        this.tellPlace(item, root, card);
      });
      card.addEventListener('keydown', (event) => {
        const by = downward(event) || onward(event);
        const order = [...this.answers.given(item, response)];
        const at = order.indexOf(card.dataset.choice);
        if (by) {
          event.preventDefault();
          event.stopPropagation();
          if (at >= 0 && order[at + by]) {
            [order[at], order[at + by]] = [order[at + by], order[at]];
            this.reorder(item, root, order, card);
          }
        }
      });
    });
  }

  reorder(item, root, order, card) {
    this.answers.answer(item, root.dataset.response, order);
    this.tellPlace(item, root, card);
  }

  tellPlace(item, root, card) {
    this.answers.page.whisper(this.placeOf(this.answers.given(item, root.dataset.response), card));
    card.focus();
  }

  placeOf(order, card) {
    const at = order.indexOf(card.dataset.choice);
    return at < 0 ? this.answers.say('order.out') : this.answers.say('order.at', at + 1, order.length);
  }

  dropInOrder(item, root, card, x, y) {
    const { choice } = card.dataset;
    const order = this.answers.given(item, root.dataset.response).filter((other) => other !== choice);
    const row = root.querySelector('.placed').getBoundingClientRect();
    if (x >= row.left && x <= row.right && y >= row.top - 40 && y <= row.bottom + 40) {
      const below = all('.placed .card', root)
        .filter((other) => other !== card)
        .filter((other) => y > other.getBoundingClientRect().top + other.offsetHeight / 2).length;
      order.splice(below, 0, choice);
    }
    this.reorder(item, root, order, card);
  }

  drawSequence(root, values, sealed) {
    const placed = root.querySelector('.placed');
    const tray = root.querySelector('.tray');
    const cards = all('.card', root, HTMLButtonElement);
    const before = focused();
    const byChoice = new Map(cards.map((card) => [card.dataset.choice, card]));
    placed.replaceChildren(
      ...values.map((choice) => {
        const row = document.createElement('li');
        row.append(byChoice.get(choice));
        return row;
      }),
    );
    cards
      .filter((card) => !values.includes(card.dataset.choice))
      .sort((a, b) => a.dataset.letter.length - b.dataset.letter.length || a.dataset.letter.localeCompare(b.dataset.letter))
      .forEach((card) => tray.append(card));
    cards.forEach((card) => {
      card.disabled = sealed;
      card.setAttribute('aria-description', this.placeOf(values, card));
    });
    root.classList.toggle('none', values.length === 0);
    if (root.contains(before)) {
      before.focus({ preventScroll: true });
    }
  }

  // ---- pairs

  bindLaying(item, root) {
    all('.card', root).forEach((card) => {
      card.addEventListener('click', () => this.take(item, root, card));
      this.onDrop(card, (x, y) => {
        const target = document
          .elementsFromPoint(x, y)
          .map((element) => /** @type {HTMLElement | null} */ (element.closest('[data-gap], .card')))
          .find((element) => element && element !== card && root.contains(element));
        if (target?.dataset.gap) {
          this.lay(item, root, card.dataset.choice, target.dataset.gap);
        } else if (target && root.matches('.couples')) {
          this.lay(item, root, card.dataset.choice, target.dataset.choice);
        }
      });
    });
    root.addEventListener('click', (event) => {
      const gap = hit(event, '[data-gap]');
      const apart = hit(event, '[data-apart]');
      if (gap && !this.answers.isSealed(item)) {
        this.press(item, root, gap);
      } else if (apart) {
        this.answers.press(item, root.dataset.response, apart.dataset.apart);
      }
    });
    root.addEventListener('keydown', (event) => {
      if (event.key === 'Escape' && root.querySelector('.card[aria-pressed=true]')) {
        this.letGo(root);
      }
    });
  }

  take(item, root, card) {
    const held = root.querySelector('.card[aria-pressed=true]');
    this.letGo(root);
    if (held && held !== card && root.matches('.couples')) {
      this.lay(item, root, held.dataset.choice, card.dataset.choice);
    } else if (held !== card) {
      card.setAttribute('aria-pressed', 'true');
      this.answers.page.whisper(this.answers.say(root.matches('.couples') ? 'held.card' : 'held.gap', card.dataset.letter));
    }
  }

  letGo(root) {
    all('.card[aria-pressed=true]', root).forEach((card) => card.setAttribute('aria-pressed', 'false'));
  }

  press(item, root, gap) {
    const held = root.querySelector('.card[aria-pressed=true]');
    if (held) {
      this.letGo(root);
      this.lay(item, root, held.dataset.choice, gap.dataset.gap);
    } else {
      const laid = this.answers.given(item, root.dataset.response).find((pair) => pair.endsWith(` ${gap.dataset.gap}`));
      if (laid) {
        this.answers.press(item, root.dataset.response, laid);
      } else {
        this.answers.page.whisper(this.answers.say('gap.first'));
      }
    }
  }

  lay(item, root, card, place) {
    const pair = `${card} ${place}`;
    if (!this.answers.given(item, root.dataset.response).includes(pair)) {
      this.answers.press(item, root.dataset.response, pair);
    }
  }

  /** Calls `drop` with the place where a card was let go after it had been moved; a mere press is left to the click. */
  onDrop(card, drop) {
    card.addEventListener('pointerdown', (down) => {
      if (down.button !== 0 || card.disabled) {
        return;
      }
      let moved = false;
      drag(card, down, {
        move: (event) => {
          const [x, y] = [event.clientX - down.clientX, event.clientY - down.clientY];
          if (!moved && Math.hypot(x, y) > DRAGGED) {
            moved = true;
            card.classList.add('moving');
          }
          if (moved) {
            card.style.translate = `${x}px ${y}px`;
          }
        },
        end: (event) => {
          card.classList.remove('moving');
          card.style.translate = '';
          if (moved) {
            card.addEventListener('click', (click) => click.stopImmediatePropagation(), { capture: true, once: true });
            setTimeout(() => isLetGo(event) && drop(event.clientX, event.clientY));
          }
        },
      });
    });
  }

  // ---- drawing

  /** @param {import('../../types/room.d.ts').Question} question */
  draw(sheet, question) {
    const sealed = question.seal !== 'none';
    all('.sequence', sheet).forEach((root) => this.drawSequence(root, question.responses[root.dataset.response] ?? [], sealed));
    all('.matrix', sheet).forEach((root) => {
      const pairs = question.responses[root.dataset.response] ?? [];
      all('[data-pair]', root).forEach((cell) => cell.setAttribute('aria-checked', String(pairs.includes(cell.dataset.pair))));
    });
    all('.couples', sheet).forEach((root) => this.drawCouples(root, question.responses[root.dataset.response] ?? [], sealed));
    all('.laying', sheet).forEach((root) => this.drawLaid(root, question.responses[root.dataset.response] ?? [], sealed));
  }

  drawCouples(root, pairs, sealed) {
    const words = (choice) => root.querySelector(`.card[data-choice="${CSS.escape(choice)}"]`);
    root.querySelector('.paired').replaceChildren(
      ...pairs.map((pair) => {
        const [left, right] = pair.split(' ');
        const row = document.createElement('li');
        const apart = Object.assign(document.createElement('button'), {
          type: 'button',
          className: 'link',
          textContent: this.answers.say('apart'),
        });
        apart.dataset.apart = pair;
        apart.ariaLabel = this.answers.say('apart.which', words(left).dataset.letter, words(right).dataset.letter);
        apart.disabled = sealed;
        row.append(
          words(left).querySelector('.words').textContent,
          ' – ',
          words(right).querySelector('.words').textContent,
          ' ',
          apart,
        );
        return row;
      }),
    );
    all('.card', root, HTMLButtonElement).forEach((card) => {
      card.disabled = sealed;
      card.classList.toggle(
        'used',
        pairs.some((pair) => pair.split(' ').includes(card.dataset.choice)),
      );
    });
  }

  drawLaid(root, pairs, sealed) {
    all('[data-gap]', root, HTMLButtonElement).forEach((gap) => {
      const cards = pairs
        .filter((pair) => pair.endsWith(` ${gap.dataset.gap}`))
        .map((pair) => root.querySelector(`.card[data-choice="${CSS.escape(pair.split(' ')[0])}"]`))
        .filter(Boolean);
      const text = cards.map((card) => card.querySelector('.words').textContent.trim() || card.dataset.letter).join(', ');
      if (gap.matches('.gap')) {
        gap.textContent = text || this.answers.say('gap.open');
        gap.classList.toggle('filled', cards.length > 0);
        gap.disabled = sealed;
      } else {
        one('text', gap, SVGTextElement).textContent = cards.map((card) => card.dataset.letter).join('');
      }
      gap.ariaLabel = this.answers.say(
        'gap.holds',
        gap.dataset.label || gap.dataset.gap,
        text || this.answers.say('gap.nothing'),
      );
    });
    all('.card', root, HTMLButtonElement).forEach((card) => {
      card.disabled = sealed;
      card.classList.toggle(
        'used',
        pairs.some((pair) => pair.startsWith(`${card.dataset.choice} `)),
      );
    });
  }
}
