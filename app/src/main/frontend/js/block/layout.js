// Keeps the questions that are out of view laid out and those beside the one in view painted, so that turning to one only shows it.

/** While a window or a panel is being sized, nothing is laid out for this long. */
const PAUSE = 250;

export class Layout {
  /** @param questions elements by question; @param inView returns the question in view */
  constructor(questions, inView) {
    this.questions = questions;
    this.order = [...questions.keys()];
    this.inView = inView;
    this.painted = new Set();
    addEventListener('pointerdown', () => this.hold(), { capture: true });
    ['pointerup', 'pointercancel'].forEach((end) => addEventListener(end, () => this.release(), { capture: true }));
  }

  /**
   * Has those before and after the question in view painted unseen, out of reach of pointer, keyboard and reader.
   *
   * @param {string[]} way the questions in the order in which one goes through them
   */
  paintBeside(way) {
    const inView = this.inView();
    if (!inView) {
      return;
    }
    const at = way.indexOf(inView);
    const painted = new Set([way[at - 1], inView, way[at + 1]].filter((item) => this.questions.has(item)));
    new Set([...this.painted, ...painted]).forEach((item) => {
      const question = this.questions.get(item);
      question.classList.toggle('painted', painted.has(item));
      question.inert = painted.has(item) && item !== inView;
    });
    this.painted = painted;
  }

  /** While something is drawn or dragged, every frame belongs to that. */
  hold() {
    this.held = true;
  }

  release() {
    this.held = false;
    this.soon();
  }

  /** Lays questions out unseen, the nearest first, one each time nothing else is to do. */
  soon() {
    this.idle ??= requestIdleCallback(() => {
      this.idle = undefined;
      const nearest = !this.held && this.nearestNotLaidOut();
      if (nearest) {
        nearest.hidden = false;
        this.soon();
      }
    });
  }

  nearestNotLaidOut() {
    const here = Math.max(0, this.order.indexOf(this.inView()));
    for (let far = 0; far < this.order.length; far++) {
      for (const item of [this.order[here + far], this.order[here - far]]) {
        if (this.questions.get(item)?.hidden) {
          return this.questions.get(item);
        }
      }
    }
    return undefined;
  }

  /** When everything must be laid out anew, only the question in view is worth waiting for. */
  anew() {
    const inView = this.inView();
    this.questions.forEach((question, item) => {
      if (!question.hidden && item !== inView) {
        question.hidden = true;
      }
    });
    cancelIdleCallback(this.idle);
    this.idle = undefined;
    clearTimeout(this.pause);
    this.pause = setTimeout(() => this.soon(), PAUSE);
  }
}
