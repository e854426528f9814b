// The arrow keys.

/**
 * Returns which way an arrow key leads, in steps to the right and down, or undefined for any other key.
 *
 * @param {KeyboardEvent} event
 * @returns {[number, number] | undefined}
 */
export function arrow({ key }) {
  switch (key) {
    case 'ArrowLeft':
      return [-1, 0];
    case 'ArrowRight':
      return [1, 0];
    case 'ArrowUp':
      return [0, -1];
    case 'ArrowDown':
      return [0, 1];
    default:
      return undefined;
  }
}

/**
 * Returns whether an arrow key leads onward in a row: 1 to the right, -1 to the left, 0 for any other key.
 *
 * @param {KeyboardEvent} event
 */
export function onward(event) {
  return arrow(event)?.[0] ?? 0;
}

/**
 * Returns whether an arrow key leads onward in a column: 1 down, -1 up, 0 for any other key.
 *
 * @param {KeyboardEvent} event
 */
export function downward(event) {
  return arrow(event)?.[1] ?? 0;
}
