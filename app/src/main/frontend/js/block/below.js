// What of a question lies below what can be seen, and when its end has been in view.
import { one } from '../dom.js';
import { Panes } from './panes.js';

export class Below {
  /** @param {import('./blockpage.js').BlockPage} page */
  constructor(page) {
    this.page = page;
    /** The questions of which the beginning is out of sight. */
    this.scrolled = new WeakSet();
    /** Whether the rulebook wants to know that the end of the question in view was seen. */
    this.endWanted = false;
  }

  /** Shows that a question goes on below what can be seen. */
  draw() {
    requestAnimationFrame(() => this.look());
  }

  look() {
    const question = this.page.inView && this.page.questions.get(this.page.inView);
    if (question) {
      const asked = Panes.scroller(question);
      this.scrolled[asked.scrollTop > 0 ? 'add' : 'delete'](question);
      const ends = asked.scrollHeight - asked.clientHeight - asked.scrollTop < 24;
      const below = one('#below');
      below.classList.toggle('beside', asked !== question);
      below.hidden = ends || this.page.view !== 'question';
      this.page.panes.drawBelow(question);
      this.seeEnd(question, ends && Panes.asks(question));
    }
  }

  /**
   * Tells the rulebook that the end of a question was in view, where it wants to know.
   *
   * @param {HTMLElement} question
   */
  seeEnd(question, ends) {
    if (ends && this.endWanted && !this.page.sheets.unknown.has(this.page.inView)) {
      this.endWanted = false;
      this.page.act('end-seen', { item: this.page.inView });
    }
  }
}
