// Checking in practice: a question is sealed, and then the server says what is right.
import { maybe, one } from '../dom.js';
import { fetchPiece, postPiece } from './piece.js';

export class Checking {
  /** @param {{ act: (item: string) => void, anyChecked: () => boolean, shown: () => void }} page what the page does for it */
  constructor(sitting, page) {
    this.sitting = sitting;
    this.page = page;
    this.told = new Set();
    this.dialog = maybe('#check-first', document, HTMLDialogElement);
    this.dialog?.querySelector('[data-check-go]').addEventListener('click', () => {
      this.dialog.close();
      this.page.act(this.asked);
    });
  }

  bind(sheet, item) {
    sheet.querySelector('[data-check]')?.addEventListener('click', () => this.check(item));
  }

  /** Checks a question, in practice that is for learning; before the first one it is said what that does. */
  check(item) {
    if (!this.dialog) {
      return;
    }
    if (this.page.anyChecked()) {
      this.page.act(item);
    } else {
      this.asked = item;
      this.dialog.showModal();
    }
  }

  /** @param {import('../../types/room.d.ts').Question} question */
  draw(question, sheet) {
    const button = sheet.querySelector('[data-check]');
    if (!button) {
      return;
    }
    const checked = question.seal === 'checked';
    button.hidden = question.seal !== 'none';
    if (checked && !this.told.has(question.id)) {
      this.told.add(question.id);
      this.tell(question.id, one('.checked', sheet));
    }
  }

  /** What is right is told as soon as the server knows that the question was checked. */
  async tell(item, place) {
    this.show(place, await fetchPiece(this.sitting, `checked/${encodeURIComponent(item)}`));
    place.hidden = false;
    this.page.shown();
  }

  show(place, html) {
    place.innerHTML = html;
    const form = maybe('form.own-mark', place, HTMLFormElement);
    form?.addEventListener('submit', async (event) => {
      event.preventDefault();
      this.show(place, await postPiece(form));
    });
  }
}
