// The elements of the page. A page that lacks what its script needs is a mistake of ours, and is named at once.
// What kind of element is found is said for the checker of types alone: `HTMLElement` where nothing is said.

/**
 * @template {Element} T
 * @typedef {{ new (): T }} Kind
 */

/**
 * Returns the element that `selector` finds.
 *
 * @template {Element} [T=HTMLElement]
 * @param {string} selector
 * @param {ParentNode} [root]
 * @param {Kind<T>} [_kind]
 * @returns {T}
 * @throws {Error} if there is none
 */
export function one(selector, root = document, _kind = undefined) {
  return there(/** @type {T | null} */ (root.querySelector(selector)), selector);
}

/**
 * Returns the element that `selector` finds, or null; for what only some pages have.
 *
 * @template {Element} [T=HTMLElement]
 * @param {string} selector
 * @param {ParentNode} [root]
 * @param {Kind<T>} [_kind]
 * @returns {T | null}
 */
export function maybe(selector, root = document, _kind = undefined) {
  return root.querySelector(selector);
}

/**
 * Returns the elements that `selector` finds, in the order of the page.
 *
 * @template {Element} [T=HTMLElement]
 * @param {string} selector
 * @param {ParentNode} [root]
 * @param {Kind<T>} [_kind]
 * @returns {T[]}
 */
export function all(selector, root = document, _kind = undefined) {
  return [.../** @type {NodeListOf<T>} */ (root.querySelectorAll(selector))];
}

/**
 * Returns the elements that `selector` finds by what a `data-` attribute of theirs says, in the order of the page.
 *
 * @param {string} selector
 * @param {string} name of the attribute, as `dataset` has it
 * @returns {Map<string, HTMLElement>}
 */
export function byData(selector, name) {
  return new Map(all(selector).map((element) => [String(element.dataset[name]), element]));
}

/**
 * Returns the nearest element around, or `element` itself, that `selector` matches.
 *
 * @template {Element} [T=HTMLElement]
 * @param {Element} element
 * @param {string} selector
 * @param {Kind<T>} [_kind]
 * @returns {T}
 * @throws {Error} if there is none
 */
export function around(element, selector, _kind = undefined) {
  return there(/** @type {T | null} */ (element.closest(selector)), selector);
}

/**
 * Returns the element that an event came from.
 *
 * @template {Element} [T=HTMLElement]
 * @param {Event} event
 * @param {Kind<T>} [_kind]
 * @returns {T}
 */
export function from(event, _kind = undefined) {
  return /** @type {T} */ (event.target);
}

/**
 * Returns the nearest element that `selector` matches around what an event came from, or null.
 *
 * @param {Event} event
 * @param {string} selector
 * @returns {HTMLElement | null}
 */
export function hit(event, selector) {
  return from(event).closest(selector);
}

/** Returns the element that has the focus, or null. */
export function focused() {
  return /** @type {HTMLElement | null} */ (document.activeElement);
}

/**
 * @template {Element} T
 * @param {T | null} found
 * @param {string} selector
 * @returns {T}
 */
function there(found, selector) {
  if (!found) {
    throw new Error(`the page has no ${selector}`);
  }
  return found;
}
