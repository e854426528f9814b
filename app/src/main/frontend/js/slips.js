// A slip slides out with words, is read out, and leaves by itself.
import { one } from './dom.js';

const STAYS = 9_000;

/** @param {string} words */
export function slip(words) {
  document.querySelector('.slip')?.remove();
  const element = document.createElement('div');
  element.className = 'slip';
  element.textContent = words;
  one('#slips').append(element);
  setTimeout(() => element.remove(), STAYS);
}

/**
 * Says something to screen readers only.
 *
 * @param {string} words
 */
export function whisper(words) {
  one('#whisper').textContent = words;
}
