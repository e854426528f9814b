// Dragging: what goes on from a pointer's going down until it is let go (Pointer Events Level 3). The element captures the
// pointer, so that it hears of it wherever it goes.

/**
 * Follows the pointer that has gone down on an element.
 *
 * @param element hears of the pointer
 * @param down the `pointerdown` event
 * @param move takes each `pointermove`
 * @param end takes what it ended with: `pointerup`, or `pointercancel` if the browser has taken the pointer away
 */
export function drag(element, down, { move = () => {}, end = () => {} }) {
  const stop = (event) => {
    element.removeEventListener('pointermove', move);
    element.removeEventListener('pointerup', stop);
    element.removeEventListener('pointercancel', stop);
    end(event);
  };
  element.setPointerCapture(down.pointerId);
  element.addEventListener('pointermove', move);
  element.addEventListener('pointerup', stop);
  element.addEventListener('pointercancel', stop);
}

/** Returns whether a drag was ended by the person, and not taken away by the browser. */
export function isLetGo(event) {
  return event.type === 'pointerup';
}
