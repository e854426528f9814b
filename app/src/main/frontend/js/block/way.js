// The way on from the question in view: what Next leads to, and how far a walk through some of the questions has come.
import { one } from '../dom.js';
import { put } from '../words.js';
import { Panes } from './panes.js';

export class Way {
  /** @param {import('./blockpage.js').BlockPage} page */
  constructor(page) {
    this.page = page;
    /**
     * The questions of the way, in order.
     *
     * @type {string[]}
     */
    this.items = page.order;
  }

  /** @param {import('../../types/room.d.ts').Room} room */
  draw(room) {
    const { inView, order, words } = this.page;
    if (inView) {
      this.items = room.walk?.items ?? order;
      this.drawNext();
      const place = this.items.indexOf(inView) + 1;
      put(one('#walk'), room.walk ? words.say(`walk.${room.walk.subset}`, place, this.items.length) : '');
    }
  }

  /** Says what Next leads to. */
  drawNext() {
    const { inView, questions, hasReview, words } = this.page;
    if (inView) {
      const onward = inView !== this.items.at(-1) ? 'next' : hasReview ? 'next.review' : 'next.end';
      put(one('#next-label'), words.say(Panes.asks(questions.get(inView)) ? onward : 'next.question'));
    }
  }
}
