// A piece of the page that the server gives only once it knows of what was entered.
import { untilDone } from '../again.js';

const FETCH_AGAIN = 1_000;

/**
 * Sends what waits, and fetches a piece of the page.
 *
 * @param {import('../sitting.js').Sitting} sitting
 * @param {string} path below the sitting's own
 * @returns {Promise<string>} HTML
 */
export function fetchPiece(sitting, path) {
  return untilDone(async () => {
    await sitting.sender.drained();
    const answer = await fetch(`${sitting.path}/${path}`);
    return answer.ok ? answer.text() : undefined;
  }, FETCH_AGAIN);
}

/**
 * Posts a form of such a piece, and returns the piece that the server answers with.
 *
 * @param {HTMLFormElement} form
 * @returns {Promise<string>} HTML
 */
export function postPiece(form) {
  const fields = new URLSearchParams(/** @type {any} */ (new FormData(form)));
  return untilDone(async () => {
    const answer = await fetch(form.action, { method: 'POST', body: fields });
    return answer.ok ? answer.text() : undefined;
  }, FETCH_AGAIN);
}
