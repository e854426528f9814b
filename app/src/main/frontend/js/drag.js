// Dragging: what goes on from a pointer's going down until it is let go (Pointer Events Level 3). The element captures the
// pointer, so that it hears of it wherever it goes.

/**
 * Follows the pointer that has gone down on an element.
 *
 * @param {HTMLElement | SVGElement} element hears of the pointer
 * @param {PointerEvent} down the `pointerdown` event
 * @param {object} hears
 * @param {(moved: PointerEvent) => void} [hears.move] takes each `pointermove`
 * @param {(ended: PointerEvent) => void} [hears.end] takes what it ended with: `pointerup`, or `pointercancel` if the
 *     browser has taken the pointer away
 */
export function drag(element, down, { move = () => {}, end = () => {} }) {
  const over = new AbortController();
  const hearing = { signal: over.signal };
  const moved = /** @type {EventListener} */ (move);
  const stop = /** @type {EventListener} */ (
    (/** @type {PointerEvent} */ event) => {
      over.abort();
      end(event);
    }
  );
  element.setPointerCapture(down.pointerId);
  element.addEventListener('pointermove', moved, hearing);
  element.addEventListener('pointerup', stop, hearing);
  element.addEventListener('pointercancel', stop, hearing);
}

/**
 * Returns whether a drag was ended by the person, and not taken away by the browser.
 *
 * @param {PointerEvent} event
 */
export function isLetGo(event) {
  return event.type === 'pointerup';
}
