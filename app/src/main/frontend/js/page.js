// Pages outside the room: the keypad, lists that keep themselves fresh, and forgetting what a room left in this
// browser's caches.
import { one } from './dom.js';
import Alpine from '@alpinejs/csp';
import { displayPanel } from './display.js';
import { bindKeypads } from './keypad.js';
import { forgetLeft } from './leftovers.js';

Alpine.data('displayPanel', displayPanel);
Alpine.data('pinField', () => ({
  shown: false,
  toggle() {
    this.shown = !this.shown;
  },
  get type() {
    return this.shown ? 'text' : 'password';
  },
}));
Alpine.start();

if (document.body.dataset.forget) {
  forgetLeft();
}

bindKeypads();

/** A list that others change is fetched anew, unless somebody is about to press something in it. */
const list = document.body.dataset.keepFresh;
if (list) {
  const fresh = one('#fresh');
  setInterval(async () => {
    if (fresh.contains(document.activeElement) || document.hidden) {
      return;
    }
    try {
      const answer = await fetch(list, { headers: { 'X-Requested-By': 'fetch' } });
      const html = await answer.text();
      if (answer.ok && html !== fresh.dataset.html && !fresh.contains(document.activeElement)) {
        fresh.dataset.html = html;
        fresh.innerHTML = html;
      }
    } catch {
      // The next turn tries again.
    }
  }, 2_000);
}
