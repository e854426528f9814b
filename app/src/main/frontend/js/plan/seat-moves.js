// People are given other seats by dragging them, or by picking them up with Enter and putting them down with Enter. Both
// fill the form beside the plan, which can be typed in as well, and send it.
import { all, one } from '../dom.js';
import { drag, isLetGo } from '../drag.js';
import { rove } from './grid.js';

/** How far a pointer goes before it drags somebody. */
const STEP = 6;

/** @param {HTMLFormElement} form */
export function moveSeats(form) {
  const page = one('#seats');
  const said = one('#carried');
  /** @type {HTMLElement | SVGElement | null} */
  let carried = null;

  for (const plan of all('.plan', page, SVGSVGElement)) {
    rove(plan);
  }

  /**
   * @param {HTMLElement | SVGElement | null} seat
   */
  const carry = (seat) => {
    carried?.classList.remove('carried');
    carried = seat;
    carried?.classList.add('carried');
    const words = (carried ? said.dataset.carried : said.dataset.dropped) ?? '';
    said.textContent = words.replace('{name}', carried?.dataset.name ?? '');
  };

  page.addEventListener('keydown', (event) => {
    const seat = chair(event.target);
    if (event.key === 'Escape' && carried) {
      carry(null);
    } else if (event.key === 'Enter' && seat) {
      event.preventDefault();
      if (carried && isPlace(seat) && seat !== carried) {
        send(form, carried, seat);
      } else if (seat.dataset.sitting) {
        carry(seat === carried ? null : seat);
      }
    }
  });

  page.addEventListener('pointerdown', (event) => {
    const seat = chair(event.target);
    if (event.button !== 0 || !seat?.dataset.sitting) {
      return;
    }
    event.preventDefault();
    seat.focus();
    pull(form, seat, event);
  });
}

/**
 * @param {EventTarget | null} target
 * @returns {HTMLElement | SVGElement | null}
 */
function chair(target) {
  return target instanceof Element ? target.closest('.chair') : null;
}

/**
 * Returns whether somebody can sit there.
 *
 * @param {Element} seat
 */
function isPlace(seat) {
  return seat.hasAttribute('data-chair') && !seat.classList.contains('missing');
}

/**
 * Drags somebody to where the pointer is let go.
 *
 * @param {HTMLFormElement} form
 * @param {HTMLElement | SVGElement} seat
 * @param {PointerEvent} down
 */
function pull(form, seat, down) {
  const ghost = document.createElement('div');
  ghost.className = 'ghost';
  ghost.textContent = seat.dataset.name ?? '';
  /** @type {Element | null} */
  let over = null;
  drag(seat, down, {
    move(event) {
      if (Math.hypot(event.clientX - down.clientX, event.clientY - down.clientY) < STEP) {
        return;
      }
      document.body.append(ghost);
      ghost.style.left = `${event.clientX + 8}px`;
      ghost.style.top = `${event.clientY + 8}px`;
      over?.classList.remove('over');
      over = chair(document.elementFromPoint(event.clientX, event.clientY));
      over?.classList.add('over');
    },
    end(event) {
      ghost.remove();
      over?.classList.remove('over');
      if (isLetGo(event) && over && over !== seat && isPlace(over)) {
        send(form, seat, /** @type {HTMLElement | SVGElement} */ (over));
      }
    },
  });
}

/**
 * Moves who sits in one place to another.
 *
 * @param {HTMLFormElement} form
 * @param {HTMLElement | SVGElement} from
 * @param {HTMLElement | SVGElement} to
 */
function send(form, from, to) {
  one('[name=who]', form, HTMLInputElement).value = from.dataset.sitting ?? '';
  one('[name=seat]', form, HTMLInputElement).value = to.dataset.chair ?? '';
  one('[name=room]', form, HTMLSelectElement).value = to.closest('svg')?.dataset.room ?? '';
  form.requestSubmit();
}
