// Theme, tint, text size and what the ledger shows: chosen by the candidate, kept on this computer.
const KEY = 'ledger-display';
const DEFAULTS = { theme: 'light', tint: 'none', text: '100', width: 'usual', spacing: 'usual', motion: 'full', entries: 'shown', keys: 'on' };

export function storedDisplay() {
  try {
    return { ...DEFAULTS, ...JSON.parse(localStorage.getItem(KEY) ?? '{}') };
  } catch {
    return { ...DEFAULTS };
  }
}

export function applyDisplay(display) {
  for (const [name, value] of Object.entries(display)) {
    document.documentElement.dataset[name] = value;
  }
}

export function choose(name, value) {
  const display = { ...storedDisplay(), [name]: value };
  localStorage.setItem(KEY, JSON.stringify(display));
  applyDisplay(display);
  return display;
}

/** Takes over what the exam office has set for this person, unless they have chosen for themselves. */
export function offer(display) {
  if (localStorage.getItem(KEY) === null) {
    Object.entries(display).filter(([, value]) => value).forEach(([name, value]) => choose(name, value));
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
      this.display = choose(name, value);
    },
    pressed(button) {
      return String(this.display[button.dataset.name] === button.dataset.value);
    },
  };
}
