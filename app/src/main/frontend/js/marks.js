// Marks on the words of questions, options, passages and exhibits. The rulebook keeps them by character; here they are
// painted with the browser's highlights, which change no element of the page.
import { onward } from './arrows.js';
import { all, focused, one } from './dom.js';

const LOOKS = ['ink-1', 'ink-2', 'ink-3', 'underlined', 'struck'];
/** Words that belong to the page and not to the text: what a number box was read as, the letters of a drawing. */
const NOT_TEXT = '.understood, svg';

export class TextMarks {
  /** @param hooks `allowed()`, `note(anchor)`, `slip(key)`, `whisper(key)` */
  constructor(sitting, hooks) {
    this.sitting = sitting;
    this.hooks = hooks;
    this.bar = one('#inkbar');
    this.painted = new Map();
    this.highlights = new Map([...LOOKS, 'noted'].map((look) => [look, new Highlight()]));
    this.highlights.forEach((highlight, look) => CSS.highlights.set(look, highlight));
    document.addEventListener('selectionchange', () => this.offerSoon());
    document.addEventListener('pointerup', () => this.offerSoon());
    document.addEventListener('keydown', (event) => this.key(event), true);
    this.bar.addEventListener('pointerdown', (event) => event.preventDefault());
    all('[data-brush]', this.bar).forEach((button) => button.addEventListener('click', () => this.brush(button.dataset.brush)));
    this.bar.addEventListener('keydown', (event) => this.barKey(event));
  }

  /**
   * Paints what the rulebook knows, of all texts or of those inside an element that has just come.
   *
   * @param {ParentNode} [within]
   */
  paint(within = document) {
    const marks = JSON.parse(this.sitting.desk.marks());
    all('[data-text]', within).forEach((element) => this.paintElement(element, marks[element.dataset.text] ?? []));
  }

  paintText(text) {
    const runs = JSON.parse(this.sitting.desk.marks())[text] ?? [];
    all(`[data-text="${CSS.escape(text)}"]`).forEach((element) => this.paintElement(element, runs));
  }

  paintElement(element, runs) {
    (this.painted.get(element) ?? []).forEach(([look, range]) => this.highlights.get(look).delete(range));
    this.painted.delete(element);
    if (!runs.length) {
      return;
    }
    const nodes = textNodes(element);
    const painted = [];
    for (const run of runs) {
      const looks = [run.ink && `ink-${run.ink}`, run.underlined && 'underlined', run.struck && 'struck'].filter(Boolean);
      for (const look of looks) {
        const range = rangeOf(nodes, run.start, run.end);
        if (range) {
          this.highlights.get(look).add(range);
          painted.push([look, range]);
        }
      }
    }
    this.painted.set(element, painted);
  }

  /** Paints where notes hang on words, or nowhere while notes are hidden. */
  paintNotes(notes) {
    this.highlights.get('noted').clear();
    for (const { text, start, end } of notes.filter((note) => note.text)) {
      all(`[data-text="${CSS.escape(text)}"]`).forEach((element) => {
        const range = rangeOf(textNodes(element), start, end);
        if (range) {
          this.highlights.get('noted').add(range);
        }
      });
    }
  }

  // ---- what is selected

  offerSoon() {
    this.offering ??= requestAnimationFrame(() => {
      this.offering = undefined;
      this.offer();
    });
  }

  offer() {
    if (this.bar.contains(document.activeElement)) {
      return;
    }
    const anchor = this.hooks.allowed() ? this.anchor() : undefined;
    this.selected = anchor;
    this.bar.hidden = !anchor;
    if (anchor) {
      const words = getSelection().getRangeAt(0).getBoundingClientRect();
      const { width, height } = this.bar.getBoundingClientRect();
      const below = words.bottom + 8;
      const top = below + height < innerHeight ? below : words.top - height - 8;
      this.bar.style.left = `${Math.max(4, Math.min(innerWidth - width - 4, words.left))}px`;
      this.bar.style.top = `${Math.max(4, top)}px`;
    }
  }

  /** Returns the characters that are selected, if they all stand in one text. */
  anchor() {
    const selection = getSelection();
    if (selection.isCollapsed || !selection.rangeCount) {
      return undefined;
    }
    const range = selection.getRangeAt(0);
    const element = textOf(range.startContainer) ?? textOf(range.endContainer);
    if (!element || !range.intersectsNode(element)) {
      return undefined;
    }
    const nodes = textNodes(element);
    const start = offsetOf(nodes, range.startContainer, range.startOffset, element, 0);
    const end = offsetOf(nodes, range.endContainer, range.endOffset, element, lengthOf(nodes));
    return start < end ? { text: element.dataset.text, start, end } : undefined;
  }

  brush(brush) {
    const anchor = this.selected;
    if (!anchor) {
      this.hooks.slip('marks.nothing');
      return;
    }
    if (brush === 'note') {
      this.end();
      this.hooks.note(anchor);
    } else if (this.sitting.enter('text-marked', { ...anchor, brush })) {
      this.paintText(anchor.text);
      this.end();
    }
  }

  end() {
    this.selected = undefined;
    this.bar.hidden = true;
    getSelection().removeAllRanges();
    this.back?.focus({ preventScroll: true });
    this.back = undefined;
    this.byKeyboard = false;
  }

  // ---- by keyboard: a caret that walks over the words of the question

  /** @param {HTMLElement} question */
  begin(question) {
    const first = question.querySelector('[data-text]');
    const nodes = first ? textNodes(first) : [];
    if (!nodes.length) {
      return;
    }
    this.back = question;
    this.byKeyboard = true;
    getSelection().collapse(nodes[0], 0);
    getSelection().modify('extend', 'forward', 'word');
    this.hooks.whisper('marks.keyboard');
  }

  key(event) {
    if (this.bar.contains(document.activeElement) || (!this.byKeyboard && (event.key !== 'Escape' || this.bar.hidden))) {
      return;
    }
    const selection = getSelection();
    const step = {
      ArrowRight: ['forward', 'word'],
      ArrowLeft: ['backward', 'word'],
      ArrowDown: ['forward', 'line'],
      ArrowUp: ['backward', 'line'],
    }[event.key];
    if (event.key === 'Escape') {
      this.end();
    } else if (event.key === 'Enter') {
      this.offer();
      one('button', this.bar).focus();
    } else if (step && event.shiftKey) {
      selection.modify('extend', ...step);
    } else if (step) {
      selection[step[0] === 'forward' ? 'collapseToEnd' : 'collapseToStart']();
      if (step[0] === 'backward' || step[1] === 'line') {
        selection.modify('move', ...step);
      }
      selection.modify('extend', 'forward', 'word');
    } else {
      return;
    }
    event.preventDefault();
    event.stopPropagation();
  }

  barKey(event) {
    const buttons = all('button:not([hidden])', this.bar);
    const here = buttons.indexOf(focused());
    if (onward(event)) {
      event.preventDefault();
      buttons[(here + buttons.length + onward(event)) % buttons.length].focus();
    } else if (event.key === 'Escape') {
      event.stopPropagation();
      this.end();
    }
  }
}

/** Returns whether a press on an option only ended a selection of its words. */
export function isSelecting(element) {
  const selection = getSelection();
  return !selection.isCollapsed && selection.containsNode(element, true);
}

function textOf(node) {
  return (node.nodeType === Node.ELEMENT_NODE ? node : node.parentElement)?.closest('[data-text]');
}

export function textNodes(element) {
  const walker = document.createTreeWalker(element, NodeFilter.SHOW_TEXT, (node) =>
    node.parentElement.closest(NOT_TEXT) ? NodeFilter.FILTER_REJECT : NodeFilter.FILTER_ACCEPT,
  );
  const nodes = [];
  while (walker.nextNode()) {
    nodes.push(walker.currentNode);
  }
  return nodes;
}

function lengthOf(nodes) {
  return nodes.reduce((sum, node) => sum + node.length, 0);
}

/** Returns how many characters of the text stand before a place in the page; `outside` if the place is not in it. */
function offsetOf(nodes, container, offset, element, outside) {
  if (!element.contains(container)) {
    return outside;
  }
  const place = document.createRange();
  place.setStart(container, offset);
  let before = 0;
  for (const node of nodes) {
    if (node === container) {
      return before + offset;
    }
    if (place.comparePoint(node, 0) >= 0) {
      return before;
    }
    before += node.length;
  }
  return before;
}

export function rangeOf(nodes, start, end) {
  const range = document.createRange();
  let before = 0;
  let begun = false;
  for (const node of nodes) {
    const after = before + node.length;
    if (!begun && start < after) {
      range.setStart(node, start - before);
      begun = true;
    }
    if (begun && end <= after) {
      range.setEnd(node, end - before);
      return range;
    }
    before = after;
  }
  return undefined;
}

/** Returns the characters of a text in the page from `start` up to `end`. */
export function wordsOf(element, start, end) {
  return rangeOf(textNodes(element), start, end)?.toString() ?? '';
}
