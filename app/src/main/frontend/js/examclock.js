// The server's clock as this browser estimates it. It never goes back.
const HEARD_WITHIN = 2_000;

export class ExamClock {
  constructor(serverNow) {
    this.last = 0;
    this.set(serverNow);
  }

  now() {
    this.last = Math.max(this.last, Math.round(performance.now() + this.offset));
    return this.last;
  }

  set(serverNow) {
    this.offset = serverNow - performance.now();
    this.uncertainty = Infinity;
  }

  /** Hears the server's time without knowing how long the telling took: only a large difference counts. */
  hear(serverNow) {
    if (Math.abs(serverNow - performance.now() - this.offset) > HEARD_WITHIN) {
      this.set(serverNow);
    }
  }

  /** Takes the server's time out of an answer to a question asked at `askedAt` by performance.now(). */
  learn(serverNow, askedAt) {
    const trip = performance.now() - askedAt;
    const measured = serverNow + trip / 2 - performance.now();
    if (trip / 2 < this.uncertainty || Math.abs(measured - this.offset) > this.uncertainty + trip / 2) {
      this.offset = measured;
      this.uncertainty = trip / 2;
    }
  }
}
