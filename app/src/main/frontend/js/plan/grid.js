// The seats of a plan by keyboard: one of them can be reached by Tab, the arrow keys lead to the others (roving tabindex,
// ARIA Authoring Practices).
import { arrow } from '../arrows.js';
import { all } from '../dom.js';

/**
 * Returns row and column of a seat's label: `B3` is [2, 3].
 *
 * @param {string} label
 * @returns {[number, number]}
 */
export function place(label) {
  return [label.charCodeAt(0) - 64, Number(label.slice(1))];
}

/**
 * Returns the label of a place.
 *
 * @param {number} row
 * @param {number} column
 */
export function labelOf(row, column) {
  return String.fromCharCode(64 + row) + column;
}

/**
 * Lets the arrow keys lead through the seats of a plan.
 *
 * @param {SVGElement} plan
 */
export function rove(plan) {
  const seats = all('.chair', plan, SVGGElement);
  seats[0]?.setAttribute('tabindex', '0');
  plan.addEventListener('focusin', (event) => {
    for (const seat of seats) {
      seat.setAttribute('tabindex', seat === event.target ? '0' : '-1');
    }
  });
  plan.addEventListener('keydown', (event) => {
    const way = arrow(event);
    const here = /** @type {Element} */ (event.target).closest('[data-chair]');
    if (!way || !here) {
      return;
    }
    event.preventDefault();
    const [row, column] = place(here.getAttribute('data-chair') ?? '');
    const next = labelOf(row + way[1], column + way[0]);
    seats.find((seat) => seat.dataset.chair === next)?.focus();
  });
}
