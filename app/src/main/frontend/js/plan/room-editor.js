// The plan of a room is edited by pressing its seats; what is kept are the texts in the fields beside it, which can be
// typed in as well.
import { all, one } from '../dom.js';
import { rove } from './grid.js';

/** What is drawn in a seat for each set of seats that it is in. */
const SIGNS = { desks: '⇕', sockets: ' ~' };

/** @param {HTMLFormElement} form */
export function editRoom(form) {
  const plan = one('.plan', form, SVGSVGElement);
  rove(plan);
  plan.addEventListener('click', (event) => press(form, seatOf(event)));
  plan.addEventListener('keydown', (event) => {
    if (event.key === ' ' || event.key === 'Enter') {
      event.preventDefault();
      press(form, seatOf(event));
    }
  });
  for (const name of ['missing', 'sockets', 'desks']) {
    field(form, name).addEventListener('input', () => draw(form));
  }
}

/**
 * @param {Event} event
 * @returns {SVGGElement | null}
 */
function seatOf(event) {
  return /** @type {Element} */ (event.target).closest('.chair');
}

/**
 * @param {HTMLFormElement} form
 * @param {string} name
 */
function field(form, name) {
  return one(`textarea[name=${name}]`, form, HTMLTextAreaElement);
}

/**
 * Returns the labels in a field.
 *
 * @param {HTMLFormElement} form
 * @param {string} name
 */
function labels(form, name) {
  return field(form, name)
    .value.toUpperCase()
    .split(/[\s,;]+/)
    .filter(Boolean);
}

/**
 * @param {HTMLFormElement} form
 * @param {SVGGElement | null} seat
 */
function press(form, seat) {
  const brush = form.querySelector('input[name=brush]:checked');
  if (!seat || !(brush instanceof HTMLInputElement)) {
    return;
  }
  const label = seat.dataset.chair ?? '';
  const there = labels(form, brush.value);
  const after = there.includes(label) ? there.filter((other) => other !== label) : [...there, label];
  field(form, brush.value).value = after.join(' ');
  draw(form);
}

/** @param {HTMLFormElement} form */
function draw(form) {
  const missing = labels(form, 'missing');
  const desks = labels(form, 'desks');
  const sockets = labels(form, 'sockets');
  for (const seat of all('.plan .chair', form, SVGGElement)) {
    const label = seat.dataset.chair ?? '';
    seat.classList.toggle('missing', missing.includes(label));
    one('.sign', seat, SVGTextElement).textContent =
      (desks.includes(label) ? SIGNS.desks : '') + (sockets.includes(label) ? SIGNS.sockets : '');
  }
}
