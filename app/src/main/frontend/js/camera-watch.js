// A camera that looks on, where the paper asks for one: pictures at spans that nobody can foresee, a kind word when it does
// not see one face, and after as long again an entry, which the invigilator sees.
import { maybe, one } from './dom.js';
import { Camera } from './camera.js';
import { send } from './server.js';
import { put } from './words.js';

const JUDGED_EVERY = 1_000;
const QUALITIES = [0.6, 0.3, 0.1];
const MOST_BYTES = 15 * 1024;
/** By the figures of the rulebook. */
const VIEWS = ['no-face', 'one-face', 'several-faces', 'too-dark', 'covered'];
const ONE_FACE = 1;

export class CameraWatch {
  /**
   * @param {{ enter(kind: string, fields: object): boolean, clock: { now(): number }, path: string }} sitting
   * @param {any} desk
   * @param {import('./words.js').Words} words
   */
  constructor(sitting, desk, words) {
    this.sitting = sitting;
    this.words = words;
    /** @type {NonNullable<import('../types/room.d.ts').Room['watch']>['camera']} */
    this.rules = undefined;
    /** @type {number | undefined} since when something else is seen than one face */
    this.strangeSince = undefined;
    /** @type {number | undefined} */
    this.nextPicture = undefined;
    this.toldAt = 0;
    const page = maybe('#camera-look');
    if (page) {
      this.camera = new Camera(page.dataset.face, desk, (/** @type {number} */ view) => this.see(view));
      this.camera.start(JUDGED_EVERY);
    }
  }

  /** @param {import('../types/room.d.ts').Room} room */
  draw(room) {
    this.rules = room.watch?.camera;
    if (!this.rules) {
      this.strangeSince = undefined;
      this.nextPicture = undefined;
    }
  }

  /** @param {number} view */
  see(view) {
    if (!this.rules) {
      return;
    }
    const now = this.sitting.clock.now();
    this.strangeSince = view === ONE_FACE ? undefined : (this.strangeSince ?? now);
    const strangeFor = this.strangeSince === undefined ? 0 : now - this.strangeSince;
    this.say(view, strangeFor >= this.rules.patience);
    this.tell(VIEWS[view], strangeFor, now);
    this.nextPicture ??= this.pictureAfter(now);
    if (now >= this.nextPicture) {
      this.nextPicture = this.pictureAfter(now);
      this.send();
    }
  }

  /** @param {number} now */
  pictureAfter(now) {
    const { from, to } = this.rules ?? { from: 0, to: 0 };
    return now + from + Math.random() * (to - from);
  }

  /**
   * @param {number} view
   * @param {boolean} isLong
   */
  say(view, isLong) {
    put(one('#camera-state'), this.words.say(`camera.state.${view}`));
    one('#camera-word').hidden = !isLong;
    put(one('#camera-word'), isLong ? this.words.say(`camera.word.${view}`) : '');
  }

  /**
   * What is seen is told once, another thing not at once again, and one face only after something else was told.
   *
   * @param {string} view
   * @param {number} strangeFor
   * @param {number} now
   */
  tell(view, strangeFor, now) {
    const { seen, patience } = this.rules ?? { seen: '', patience: 0 };
    const isStrange = strangeFor >= 2 * patience && view !== seen && now - this.toldAt >= patience;
    const isGoodAgain = this.strangeSince === undefined && seen !== '';
    if (isStrange || isGoodAgain) {
      this.toldAt = isStrange ? now : 0;
      this.sitting.enter('camera-saw', { view, since: this.strangeSince ?? now });
    }
  }

  /** A picture that does not arrive is missed by nobody: the next one comes, and the silence of the seat is seen. */
  async send() {
    for (const quality of QUALITIES) {
      const picture = await this.camera?.take('image/jpeg', quality);
      if (picture && picture.size <= MOST_BYTES) {
        await send(`${this.sitting.path}/picture`, picture).catch(() => {});
        return;
      }
    }
  }
}
