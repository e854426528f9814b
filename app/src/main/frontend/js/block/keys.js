// What keys do in an open block, while nothing is typed anywhere.
import { hit } from '../dom.js';
import { asking } from '../dialogs.js';

const ACTIONS = {
  n: 'next',
  ArrowRight: 'next',
  b: 'back',
  ArrowLeft: 'back',
  m: 'mark',
  e: 'erase',
  l: 'ledger',
  r: 'review',
  i: 'instructions',
  a: 'enter',
  p: 'whole',
  f: 'focus',
  k: 'case',
  v: 'check',
  '?': 'keys',
};
const TYPED_IN = 'input, textarea, select, .panel, .inkbar, .tool-panel, .program-editor';
/** An exhibit takes no typing: letters work there as everywhere; what else it has keys for, it does itself. */
const LOOKED_AT = '.exhibit-body';
/** No number has these letters in it, so in a box for a number they mean what they mean elsewhere. */
const NOT_IN_NUMBERS = new Set(['n', 'b', 'm']);
const ANSWERED_IN = '.question :is(input, textarea, [contenteditable])';

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
    if (event.key === 'Escape' && hit(event, ANSWERED_IN)) {
      leaveBox(event.target);
      return;
    }
    const name = event.key.length === 1 ? event.key.toLowerCase() : event.key;
    if (document.documentElement.dataset.keys === 'off' || rests(event.target, name)) {
      return;
    }
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

/** Returns whether a key belongs to what has the focus. */
function rests(target, name) {
  if (target.closest(LOOKED_AT)) {
    return !/^[a-z?]$/.test(name);
  }
  return target.closest(TYPED_IN) !== null && !(target.closest('[data-kind="number"]') && NOT_IN_NUMBERS.has(name));
}

/** Leaves a box; what is in it stays and is entered, and reading goes on in the question. */
function leaveBox(box) {
  box.blur();
  box.closest('.question').focus({ preventScroll: true });
}
