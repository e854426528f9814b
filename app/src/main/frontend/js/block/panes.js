// What several questions are about, beside the question: two panes that scroll each by itself, with a divider between,
// or two tabs in a narrow window. It is read first, alone; what is seen of it stays from question to question.
import { onward } from '../arrows.js';
import { all, maybe, one } from '../dom.js';
import { drag } from '../drag.js';

const SHARE = 'ledger-case-share';
const LEAST = 25;
const MOST = 70;
const STEP = 5;
const USUAL = 45;
/** Below these widths, in letters of 16 pixels, of the window and of the sheet that tools have left, there are tabs. */
const WINDOW_FOR_TWO = 1100;
const SHEET_FOR_TWO = 640;

export class Panes {
  constructor(sheet, turned) {
    this.sheet = sheet;
    this.turned = turned;
    this.cases = new Map();
    this.share = Number(localStorage.getItem(SHARE)) || USUAL;
    sheet.style.setProperty('--case-share', this.share);
  }

  /** Lays panes out for the room there is. */
  fit() {
    const letters = parseFloat(getComputedStyle(document.documentElement).fontSize) / 16;
    const two = innerWidth >= WINDOW_FOR_TWO * letters && this.sheet.clientWidth >= SHEET_FOR_TWO * letters;
    this.sheet.dataset.panes = two ? 'two' : 'tabs';
  }

  /** @param {HTMLElement} question */
  bind(question) {
    const panes = of(question);
    if (!panes) {
      return;
    }
    all('[data-pane-to]', panes).forEach((button) =>
      button.addEventListener('click', () => {
        this.turn(question, button.dataset.paneTo);
        this.focus(question);
      }),
    );
    all('.document', panes).forEach((document, number) =>
      document.addEventListener(
        'scroll',
        () => {
          if (question.classList.contains('open')) {
            this.caseOf(panes).tops[number] = document.scrollTop;
          }
        },
        { passive: true },
      ),
    );
    panes.querySelector('[data-pane-below]').addEventListener('click', () => {
      const document = shown(panes);
      document.scrollBy({ top: document.clientHeight * 0.8 });
    });
    const tabs = all('[data-document]', panes);
    tabs.forEach((tab, number) => {
      tab.addEventListener('click', () => this.open(panes, number));
      tab.addEventListener('keydown', (event) =>
        onArrow(event, number, tabs.length - 1, 1, (to) => {
          this.open(panes, to);
          tabs[to].focus();
        }),
      );
    });
    this.bindDivider(panes);
  }

  bindDivider(panes) {
    const divider = panes.querySelector('.divider');
    divider.setAttribute('aria-valuemin', LEAST);
    divider.setAttribute('aria-valuemax', MOST);
    divider.setAttribute('aria-valuenow', String(this.share));
    divider.addEventListener('keydown', (event) => onArrow(event, this.share, MOST, STEP, (share) => this.divide(panes, share)));
    divider.addEventListener('dblclick', () => this.divide(panes, USUAL));
    divider.addEventListener('pointerdown', (down) =>
      drag(divider, down, {
        move: (event) => {
          const { left, width } = panes.getBoundingClientRect();
          this.divide(panes, Math.round(((event.clientX - left) * 100) / width));
        },
      }),
    );
  }

  divide(panes, share) {
    this.share = Math.min(MOST, Math.max(LEAST, share));
    this.sheet.style.setProperty('--case-share', this.share);
    panes.querySelector('.divider').setAttribute('aria-valuenow', String(this.share));
    localStorage.setItem(SHARE, String(this.share));
    this.turned();
  }

  /** Returns what scrolls when a question is longer than its place. */
  static scroller(question) {
    return maybe('.asked', question) ?? question;
  }

  /** Returns whether the question itself can be seen, and not only what it is about. */
  static asks(question) {
    return of(question)?.dataset.pane !== 'case';
  }

  /**
   * Takes note that a question of a case was open before, so that the case was read.
   *
   * @param {HTMLElement} question
   */
  met(question) {
    const panes = of(question);
    if (panes) {
      this.caseOf(panes).met = true;
    }
  }

  /**
   * Shows a question that is turned to; what it is about alone, if that is new.
   *
   * @param {HTMLElement} question
   */
  show(question) {
    const panes = of(question);
    if (!panes) {
      return;
    }
    const { met, document, tops } = this.caseOf(panes);
    this.met(question);
    panes.querySelector('.divider').setAttribute('aria-valuenow', String(this.share));
    this.open(panes, document);
    all('.document', panes).forEach((page, number) => {
      page.scrollTop = tops[number] ?? 0;
    });
    this.turn(question, met ? 'both' : 'case');
  }

  /** @param {HTMLElement} question */
  turn(question, pane) {
    const panes = of(question);
    panes.dataset.pane = pane;
    all('[data-pane-to]', panes).forEach((button) => button.setAttribute('aria-pressed', String(button.dataset.paneTo === pane)));
    this.turned();
  }

  /**
   * Shows the case alone, or beside the question again.
   *
   * @param {HTMLElement} question
   */
  toggle(question) {
    if (of(question)) {
      this.turn(question, Panes.asks(question) ? 'case' : 'both');
      this.focus(question);
    }
  }

  /** @param {HTMLElement} question */
  focus(question) {
    (Panes.asks(question) ? Panes.scroller(question) : shown(of(question))).focus({ preventScroll: true });
  }

  open(panes, number) {
    this.caseOf(panes).document = number;
    all('.document', panes).forEach((document, place) => document.classList.toggle('shown', place === number));
    all('[data-document]', panes).forEach((tab, place) => {
      tab.setAttribute('aria-selected', String(place === number));
      tab.tabIndex = place === number ? 0 : -1;
    });
    this.turned();
  }

  /**
   * Shows that a document goes on below what can be seen.
   *
   * @param {HTMLElement} question
   */
  drawBelow(question) {
    const panes = of(question);
    if (panes) {
      const document = shown(panes);
      one('[data-pane-below]', panes).hidden = document.scrollHeight - document.clientHeight - document.scrollTop < 24;
    }
  }

  caseOf(panes) {
    const about = panes.dataset.about;
    if (!this.cases.has(about)) {
      this.cases.set(about, { met: false, document: 0, tops: [] });
    }
    return this.cases.get(about);
  }
}

/** @param {HTMLElement} question */
function of(question) {
  return maybe('.panes', question);
}

function shown(panes) {
  return panes.querySelector('.document.shown');
}

/** Moves a number by the arrow keys, which would otherwise turn to another question. */
function onArrow(event, from, most, step, move) {
  const by = onward(event) * step;
  const to = by ? Math.max(0, Math.min(most, from + by)) : { Home: 0, End: most }[event.key];
  if (to !== undefined) {
    event.preventDefault();
    event.stopPropagation();
    move(to);
  }
}
