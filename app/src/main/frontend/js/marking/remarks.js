// What a marker highlights in the text of an answer, with what is said to it. Kept by character, so that it means the same
// wherever the text is shown.
import { all, one } from '../dom.js';

/** @import { Words } from '../words.js' */
/** @import { Remark } from '../../types/marking.d.ts' */

/**
 * Takes another stretch among those that are there; those that it touches give way to it.
 *
 * @param {Remark[]} remarks
 * @param {Remark} more
 */
export function taking(remarks, more) {
  return [
    ...remarks.filter((other) => other.response !== more.response || other.to <= more.from || more.to <= other.from),
    more,
  ].sort((a, b) => a.response.localeCompare(b.response) || a.from - b.from);
}

/**
 * Cuts a text where something is highlighted.
 *
 * @param {string} text
 * @param {Remark[]} remarks those of this text, in their order
 * @returns {{ text: string, highlighted: boolean }[]}
 */
export function pieces(text, remarks) {
  const cut = [];
  let at = 0;
  for (const { from, to } of remarks) {
    cut.push({ text: text.slice(at, from), highlighted: false }, { text: text.slice(from, to), highlighted: true });
    at = to;
  }
  cut.push({ text: text.slice(at), highlighted: false });
  return cut.filter((piece) => piece.text);
}

export class Remarks {
  /**
   * @param {Words} words
   * @param {{ most: number, longest: number }} bounds how many there can be, and how long what is said to one
   */
  constructor(words, bounds) {
    this.words = words;
    this.bounds = bounds;
    /** @type {Remark[]} */
    this.all = [];
  }

  /** @param {Remark[]} remarks those of the answer that is shown now */
  show(remarks) {
    this.all = remarks;
    this.draw();
  }

  /** Highlights what is selected. */
  highlight() {
    const selection = document.getSelection();
    const range = selection?.rangeCount ? selection.getRangeAt(0) : undefined;
    const place = all('#texts [data-response]').find(
      (text) => range && !range.collapsed && text.contains(range.commonAncestorContainer),
    );
    if (!range || !place || this.all.length >= this.bounds.most) {
      return;
    }
    const before = document.createRange();
    before.setStart(place, 0);
    before.setEnd(range.startContainer, range.startOffset);
    const from = before.toString().length;
    const more = { response: String(place.dataset.response), from, to: from + range.toString().length, text: '' };
    selection?.removeAllRanges();
    this.all = taking(this.all, more);
    this.draw();
    all('#remarks input')[this.all.indexOf(more)]?.focus();
  }

  draw() {
    for (const place of all('#texts [data-response]')) {
      const text = place.textContent ?? '';
      const own = this.all.filter(({ response }) => response === place.dataset.response);
      place.replaceChildren(
        ...pieces(text, own).map((piece) =>
          piece.highlighted ? Object.assign(document.createElement('mark'), { textContent: piece.text }) : piece.text,
        ),
      );
    }
    one('#remarks').hidden = this.all.length === 0;
    one('#remarks').replaceChildren(...this.all.map((remark) => this.row(remark)));
  }

  /** @param {Remark} remark */
  row(remark) {
    const text = all('#texts [data-response]').find(({ dataset }) => dataset.response === remark.response)?.textContent ?? '';
    const quote = Object.assign(document.createElement('mark'), { textContent: text.slice(remark.from, remark.to) });
    const say = Object.assign(document.createElement('input'), { value: remark.text, maxLength: this.bounds.longest });
    say.setAttribute('aria-label', this.words.say('remark', quote.textContent));
    say.placeholder = this.words.say('remark.say');
    say.addEventListener('input', () => {
      remark.text = say.value;
    });
    const away = Object.assign(document.createElement('button'), { type: 'button', className: 'btn', textContent: '×' });
    away.setAttribute('aria-label', this.words.say('remark.away'));
    away.addEventListener('click', () => this.show(this.all.filter((other) => other !== remark)));
    const row = document.createElement('li');
    row.append(quote, say, away);
    return row;
  }
}
