// Theme, tint, text size, width, spacing, motion and what the ledger shows: chosen by the candidate, kept with the person
// by the server and on this computer for when it cannot be reached.
import { maybe } from './dom.js';
import { post } from './server.js';

const KEY = 'ledger-display';
const DEFAULTS = {
  theme: 'light',
  tint: 'none',
  text: '100',
  width: 'usual',
  spacing: 'usual',
  motion: 'full',
  entries: 'shown',
  keys: 'on',
};

/** Whose page this is, and what the server remembers of them; undefined before the sign-in. */
function person() {
  return maybe('meta[name="display"]', document, HTMLMetaElement);
}

function read(text) {
  try {
    return JSON.parse(text || 'null');
  } catch {
    return null;
  }
}

/** Returns what this person chose last, here or elsewhere, or null. A choice without an owner is taken as theirs. */
function chosen() {
  const here = read(localStorage.getItem(KEY));
  const mine = here && (!here.owner || here.owner === person()?.dataset.person) ? here : null;
  const kept = read(person()?.content);
  return kept && !(mine?.at > kept.at) ? kept : mine;
}

export function storedDisplay() {
  const display = { ...DEFAULTS };
  const last = chosen() ?? {};
  Object.keys(DEFAULTS).forEach((name) => {
    display[name] = last[name] ?? display[name];
  });
  return display;
}

export function applyDisplay(display) {
  for (const [name, value] of Object.entries(display)) {
    document.documentElement.dataset[name] = value;
  }
}

export function choose(changes) {
  const display = { ...storedDisplay(), ...changes };
  const at = Date.now();
  localStorage.setItem(KEY, JSON.stringify({ ...display, at, owner: person()?.dataset.person }));
  applyDisplay(display);
  if (person()) {
    post('/display', { at, chosen: display }).catch(() => {});
  }
  return display;
}

/** Takes over what the exam office has set for this person, unless they have chosen for themselves. */
export function offer(display) {
  const set = Object.fromEntries(Object.entries(display).filter(([, value]) => value));
  if (chosen() === null && Object.keys(set).length) {
    choose(set);
  }
}

/** The Alpine component behind the Display panel. */
export function displayPanel() {
  return {
    open: false,
    display: storedDisplay(),
    toggle(event) {
      this.opener = event.currentTarget;
      this.open = !this.open;
    },
    close() {
      this.open = false;
      this.opener.focus();
    },
    pick(event) {
      const { name, value } = event.currentTarget.dataset;
      this.display = choose({ [name]: value });
    },
    pressed(button) {
      return String(this.display[button.dataset.name] === button.dataset.value);
    },
  };
}
