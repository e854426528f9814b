// Two fingers that change the size of what they touch.
export class Pinch {
  /**
   * @param {HTMLElement} body what the fingers touch
   * @param {() => number} scale returns the size now, in per cent
   * @param {(scale: number) => void} set
   */
  constructor(body, scale, set) {
    this.body = body;
    this.scale = scale;
    this.set = set;
    /** Where each finger is that has gone down, by pointer. */
    this.fingers = new Map();
  }

  /** Takes a finger that goes down. Returns whether there are two. */
  begins(event) {
    if (event.pointerType !== 'touch') {
      return false;
    }
    this.fingers.set(event.pointerId, [event.clientX, event.clientY]);
    const lift = () => {
      this.fingers.delete(event.pointerId);
      this.body.removeEventListener('pointerup', lift);
      this.body.removeEventListener('pointercancel', lift);
    };
    this.body.addEventListener('pointerup', lift);
    this.body.addEventListener('pointercancel', lift);
    if (this.fingers.size !== 2) {
      return false;
    }
    const apart = () => {
      const [a, b] = [...this.fingers.values()];
      return Math.hypot(a[0] - b[0], a[1] - b[1]);
    };
    const start = apart();
    const scale = this.scale();
    const move = (moved) => {
      if (this.fingers.has(moved.pointerId) && this.fingers.size === 2) {
        this.fingers.set(moved.pointerId, [moved.clientX, moved.clientY]);
        this.set(Math.max(25, Math.min(800, Math.round((scale * apart()) / start))));
      } else {
        this.body.removeEventListener('pointermove', move);
      }
    };
    this.body.addEventListener('pointermove', move);
    return true;
  }
}
