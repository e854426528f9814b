// A slip slides out with words, is read out, and leaves by itself.
const STAYS = 9_000;

export function slip(words) {
  document.querySelector('.slip')?.remove();
  const element = document.createElement('div');
  element.className = 'slip';
  element.textContent = words;
  document.querySelector('#slips').append(element);
  setTimeout(() => element.remove(), STAYS);
}

/** Says something to screen readers only. */
export function whisper(words) {
  document.querySelector('#whisper').textContent = words;
}
