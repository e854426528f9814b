// What has to be done after a turn to another question. It is done in steps, so that the next press waits for one step at most.

/** How long after a turn the first step is done, in milliseconds: once it is painted; later while turns come in quick succession. */
const FOLLOWED = 20;
const FOLLOWED_IN_A_HURRY = 60;
/** Turns that come this soon after each other, in milliseconds, are in quick succession. */
const HURRY = 150;
/** The rest waits for so much longer. */
const DRAWN = 60;

export class TurnSteps {
  /**
   * @param hooks `follow()` brings the question in view within reach and shows elsewhere which it is, `draw()` draws the room
   *   and says which it is, and `arrive()` moves the focus there
   */
  constructor(hooks) {
    this.hooks = hooks;
    this.begun = -HURRY;
  }

  /** Returns whether the candidate has turned to a question and the room has not been drawn since. */
  get on() {
    return Boolean(this.timer);
  }

  begin() {
    const now = performance.now();
    const inAHurry = now - this.begun < HURRY;
    this.begun = now;
    clearTimeout(this.timer);
    this.timer = setTimeout(
      () => {
        this.timer = setTimeout(() => this.rest(), DRAWN);
        this.hooks.follow();
      },
      inAHurry ? FOLLOWED_IN_A_HURRY : FOLLOWED,
    );
  }

  rest() {
    this.timer = undefined;
    this.hooks.draw();
    requestIdleCallback(
      () => {
        if (!this.on) {
          this.hooks.arrive();
        }
      },
      { timeout: DRAWN },
    );
  }

  /** Does at once all that is still to be done. */
  end() {
    clearTimeout(this.timer);
    this.timer = undefined;
    this.hooks.draw();
    this.hooks.follow();
    this.hooks.arrive();
  }
}
