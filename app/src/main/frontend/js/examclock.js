// The server's clock as this browser estimates it. It never goes back.
const HEARD_WITHIN = 2_000;

export class ExamClock {
  /** @param {number} serverNow milliseconds of the epoch, as everywhere here */
  constructor(serverNow) {
    this.last = 0;
    /** From this window's steady clock to the server's. */
    this.offset = 0;
    /** How far the offset may be off. */
    this.uncertainty = Infinity;
    this.set(serverNow);
  }

  now() {
    this.last = Math.max(this.last, Math.round(performance.now() + this.offset));
    return this.last;
  }

  /** @param {number} serverNow */
  set(serverNow) {
    this.offset = serverNow - performance.now();
    this.uncertainty = Infinity;
  }

  /**
   * Hears the server's time without knowing how long the telling took: only a large difference counts.
   *
   * @param {number} serverNow
   */
  hear(serverNow) {
    if (Math.abs(serverNow - performance.now() - this.offset) > HEARD_WITHIN) {
      this.set(serverNow);
    }
  }

  /**
   * Takes the server's time out of an answer.
   *
   * @param {number} serverNow
   * @param {number} askedAt when the question was asked, by `performance.now()`
   */
  learn(serverNow, askedAt) {
    const trip = performance.now() - askedAt;
    const measured = serverNow + trip / 2 - performance.now();
    if (trip / 2 < this.uncertainty || Math.abs(measured - this.offset) > this.uncertainty + trip / 2) {
      this.offset = measured;
      this.uncertainty = trip / 2;
    }
  }
}
