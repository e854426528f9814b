// The plan of the room as a drawing: each place a small page of the ledger. What is drawn once stays.
import { arrow } from '../arrows.js';
import { one } from '../dom.js';
import { labelOf, place as placeOf } from '../plan/grid.js';
import { svg } from '../svg.js';
import { DrawnPlace, HEIGHT } from './drawnplace.js';
import { bySeat } from './standing.js';

/** @import { Place, Route } from '../../types/board.d.ts' */

const GAP = 9;
const ROW = HEIGHT + 10;
const NARROWEST = 118;
const WIDEST = 190;
const EDGE = 18;
const FRONT = 36;

export class Plan {
  /**
   * @param {{ words: import('../words.js').Words, routes: Route[], plan?: { rows: number, columns: number, chairs: string[] },
   *   chosen: Set<number>, choose(sitting: number): void, open(sitting: number): void }} board
   */
  constructor(board) {
    this.board = board;
    this.svg = one('#plan', document, SVGSVGElement);
    /** @type {Map<number, DrawnPlace>} */
    this.drawn = new Map();
    /** @type {Map<number, string>} the seats of a group that has none, given here */
    this.given = new Map();
    this.svg.addEventListener('keydown', (event) => this.key(event));
    this.svg.addEventListener('click', (event) => {
      const sitting = sittingOf(event);
      if (sitting) {
        this.board.choose(sitting);
      }
    });
    this.svg.addEventListener('dblclick', (event) => {
      const sitting = sittingOf(event);
      if (sitting) {
        this.board.open(sitting);
      }
    });
  }

  /**
   * Draws all places anew: they have come, or sit elsewhere.
   *
   * @param {Place[]} places
   * @param {number} now
   */
  lay(places, now) {
    const { rows, columns, chairs } = this.grid(places);
    const pane = one('.board-plan').clientWidth - 2 * EDGE;
    const width = Math.min(WIDEST, Math.max(NARROWEST, Math.floor(pane / columns) - GAP));
    const whole = EDGE + columns * (width + GAP);
    const height = FRONT + rows * ROW;
    this.svg.replaceChildren();
    this.svg.setAttribute('viewBox', `0 0 ${whole} ${height}`);
    this.svg.style.width = `${whole / 16}rem`;
    this.hatch();
    if (this.board.plan) {
      this.front(whole);
    }
    const byChair = new Map(places.map((place) => [this.chairOf(place), place]));
    this.drawn.clear();
    for (const chair of chairs) {
      const [row, column] = placeOf(chair);
      const x = EDGE + (column - 1) * (width + GAP);
      const y = FRONT + (row - 1) * ROW;
      const place = byChair.get(chair);
      if (place) {
        this.drawn.set(place.sitting, new DrawnPlace(this.board, this.svg, chair, { x, y }, width));
        this.update(place, now);
      } else {
        svg('rect', { x, y, width, height: HEIGHT, class: 'empty' }, this.svg);
        svg('text', { x: x + 5, y: y + 16, class: 'seat' }, this.svg).textContent = chair;
      }
    }
    this.drawn.values().next().value?.group.setAttribute('tabindex', '0');
  }

  /**
   * The chairs of the room; a group without a room gets a grid as wide as it is useful.
   *
   * @param {Place[]} places
   */
  grid(places) {
    if (this.board.plan) {
      return this.board.plan;
    }
    const columns = Math.max(
      1,
      Math.min(places.length, Math.floor((one('.board-plan').clientWidth - 2 * EDGE) / (NARROWEST + 24))),
    );
    const chairs = [...places].sort(bySeat).map((place, number) => {
      const chair = labelOf(Math.floor(number / columns) + 1, (number % columns) + 1);
      this.given.set(place.sitting, chair);
      return chair;
    });
    return { rows: Math.ceil(places.length / columns), columns, chairs };
  }

  /** @param {Place} place */
  chairOf(place) {
    return this.board.plan ? place.chair : (this.given.get(place.sitting) ?? '');
  }

  hatch() {
    const defs = svg('defs', {}, this.svg);
    const pattern = svg(
      'pattern',
      { id: 'hatch', width: 7, height: 7, patternUnits: 'userSpaceOnUse', patternTransform: 'rotate(45)' },
      defs,
    );
    svg('rect', { width: 7, height: 7, class: 'hatch-ground' }, pattern);
    svg('rect', { width: 1.4, height: 7, class: 'hatch-line' }, pattern);
  }

  /** @param {number} whole */
  front(whole) {
    const wide = whole * 0.46;
    const x = (whole - wide) / 2;
    svg('path', { d: `M${x} 0v22h${wide}v-22`, class: 'front' }, this.svg);
    const label = svg('text', { x: whole / 2, y: 15, class: 'front-label' }, this.svg);
    label.textContent = this.board.words.say('plan.front');
  }

  /**
   * @param {Place} place
   * @param {number} now
   */
  update(place, now) {
    this.drawn.get(place.sitting)?.update(place, now);
  }

  /**
   * Writes what passes with time.
   *
   * @param {Iterable<Place>} places
   * @param {number} now
   */
  tick(places, now) {
    for (const place of places) {
      this.drawn.get(place.sitting)?.tick(place, now);
    }
  }

  showChosen() {
    this.drawn.forEach((drawn, sitting) => drawn.choose(this.board.chosen.has(sitting)));
  }

  /** @param {KeyboardEvent} event */
  key(event) {
    const sitting = sittingOf(event);
    if (!sitting) {
      return;
    }
    const way = arrow(event);
    if (way) {
      event.preventDefault();
      this.walk(sitting, way);
    } else if (event.key === ' ') {
      event.preventDefault();
      this.board.choose(sitting);
    } else if (event.key === 'Enter') {
      event.preventDefault();
      this.board.open(sitting);
    }
  }

  /**
   * @param {number} sitting
   * @param {number[]} way
   */
  walk(sitting, way) {
    const here = this.drawn.get(sitting);
    let [row, column] = placeOf(here?.chair ?? '');
    const at = new Map([...this.drawn].map(([other, drawn]) => [drawn.chair, other]));
    for (let steps = 0; steps < 40; steps += 1) {
      row += way[1];
      column += way[0];
      const next = at.get(labelOf(row, column));
      if (next !== undefined) {
        here?.group.setAttribute('tabindex', '-1');
        const group = this.drawn.get(next)?.group;
        group?.setAttribute('tabindex', '0');
        group?.focus();
        return;
      }
    }
  }
}

/** @param {Event} event */
function sittingOf(event) {
  const element = /** @type {Element} */ (event.target);
  return Number(element.closest('[data-sitting]')?.getAttribute('data-sitting') ?? 0);
}
