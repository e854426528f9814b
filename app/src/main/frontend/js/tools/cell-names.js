// The cells of the worksheet and their names.

export const COLUMNS = 26;
export const ROWS = 200;

export function columns() {
  return Array.from({ length: COLUMNS }, (_, i) => String.fromCharCode(65 + i));
}

/**
 * Returns the name of a cell, like `B7`.
 *
 * @param {number[]} cell its column and row, from 0
 */
export function nameOf([column, row]) {
  return `${String.fromCharCode(65 + column)}${row + 1}`;
}

/**
 * Returns the column and row of a cell, from 0.
 *
 * @param {string} name
 * @returns {[number, number]}
 */
export function placeOf(name) {
  return [name.charCodeAt(0) - 65, Number(name.slice(1)) - 1];
}

/**
 * @param {number} number
 * @param {number} count
 */
export function within(number, count) {
  return Math.max(0, Math.min(count - 1, number));
}

/** @param {number[]} place */
function isInside([column, row]) {
  return column >= 0 && column < COLUMNS && row >= 0 && row < ROWS;
}

/**
 * Returns where the cells change from filled to empty or the other way, as spreadsheets jump.
 *
 * @param {number[]} from
 * @param {number[]} step
 * @param {(cell: number[]) => boolean} filled
 * @returns {number[]}
 */
export function edge(from, [right, down], filled) {
  let place = from;
  const next = () => [place[0] + right, place[1] + down];
  const goal = isInside(next()) && filled(place) && filled(next());
  while (isInside(next()) && (goal ? filled(next()) : !filled(next()))) {
    place = next();
  }
  return !goal && isInside(next()) ? next() : place;
}
