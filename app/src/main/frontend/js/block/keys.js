// What keys do in an open block, while nothing is typed anywhere.
import { asking } from '../dialogs.js';

const ACTIONS = {
  n: 'next', ArrowRight: 'next', b: 'back', ArrowLeft: 'back', m: 'mark', e: 'erase', l: 'ledger', r: 'review',
  i: 'instructions', a: 'enter', p: 'whole', f: 'focus', k: 'case', '?': 'keys',
};
const TYPED_IN = 'input, textarea, select, .panel, .inkbar, .tool-panel';

export class Keys {
  /**
   * @param hooks `leave()` gives up what fills the window and says whether anything did, `strike()` hears that the next digit
   *   strikes out, `digit(number, strikes)`, `tool(name)` says whether a tool took the key, `act(action)`
   */
  constructor(hooks) {
    this.hooks = hooks;
    document.addEventListener('keydown', (event) => this.press(event));
  }

  press(event) {
    if (event.ctrlKey || event.altKey || event.metaKey || asking() || (event.key === 'Escape' && this.hooks.leave())) {
      return;
    }
    if (event.target.closest(TYPED_IN) || document.documentElement.dataset.keys === 'off') {
      return;
    }
    const name = event.key.length === 1 ? event.key.toLowerCase() : event.key;
    if (name === 'x') {
      this.strikes = true;
      this.hooks.strike();
    } else if (/^[1-9]$/.test(name)) {
      const strikes = this.strikes;
      this.strikes = false;
      this.hooks.digit(Number(name), strikes);
    } else if (this.hooks.tool(name)) {
      event.preventDefault();
    } else if (ACTIONS[name]) {
      event.preventDefault();
      this.strikes = false;
      this.hooks.act(ACTIONS[name]);
    }
  }
}
