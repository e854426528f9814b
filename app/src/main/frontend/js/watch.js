// Notices when the exam's window is left, where the paper asks to stay in it: written down when the candidate comes back,
// with its length, and not what they did elsewhere.
import { one } from './dom.js';
import { put, span } from './words.js';

export class Watch {
  /**
   * @param {{ enter(kind: string, fields: object): boolean, clock: { now(): number } }} sitting
   * @param {import('./words.js').Words} words
   * @param {() => void} changed
   */
  constructor(sitting, words, changed) {
    this.sitting = sitting;
    this.words = words;
    this.changed = changed;
    /** @type {{ how: string, since: number } | undefined} */
    this.away = undefined;
    /** @type {import('../types/room.d.ts').Room['watch']} */
    this.rules = undefined;
    this.wasFull = false;
    this.shown = '';
    for (const event of ['visibilitychange', 'fullscreenchange']) {
      document.addEventListener(event, () => this.look());
    }
    for (const event of ['blur', 'focus', 'pageshow']) {
      addEventListener(event, () => setTimeout(() => this.look(), 0));
    }
    one('#watch-go').addEventListener('click', () => this.press());
  }

  /** Returns how the candidate is away now, or nothing. */
  how() {
    if (document.hidden) {
      return 'hidden';
    }
    if (this.rules?.fullScreen && this.wasFull && !document.fullscreenElement) {
      return 'not-full';
    }
    return this.rules?.staying && !document.hasFocus() ? 'unfocused' : undefined;
  }

  look() {
    if (!this.rules) {
      return;
    }
    this.wasFull ||= Boolean(document.fullscreenElement);
    const how = this.how();
    if (how && !this.away) {
      this.away = { how, since: this.sitting.clock.now() };
    } else if (!how && this.away) {
      const { how: kind, since } = this.away;
      this.away = undefined;
      this.sitting.enter('window-left', { how: kind, since });
    }
    this.changed();
  }

  /** @param {import('../types/room.d.ts').Room} room */
  draw(room) {
    const watched = document.body.dataset.page === 'block' && !room.paused && !('over' in room.position);
    this.rules = watched ? room.watch : undefined;
    if (!this.rules) {
      this.away = undefined;
    }
    const full = this.wantsFull();
    const unread = this.rules?.unread ?? 0;
    const key = `${full} ${unread}`;
    if (key === this.shown) {
      return;
    }
    this.shown = key;
    one('#watch').hidden = !full && !unread;
    if (full) {
      this.say('watch.full', this.words.say('watch.full.text'), 'watch.full.go');
    } else if (this.rules && unread) {
      this.say('watch.title', this.warning(this.rules), 'watch.read');
    }
  }

  /** Whether the exam is to fill the screen, can, and does not. */
  wantsFull() {
    return Boolean(this.rules?.fullScreen && document.fullscreenEnabled && !document.fullscreenElement);
  }

  /** @param {{ last: number, unread: number, warnings: number, then: string }} rules */
  warning({ last, unread, warnings, then }) {
    const follows = this.words.say(`watch.${unread === warnings ? 'last' : 'then'}.${then}`);
    return `${this.words.say('watch.text', span(last, true), unread, warnings)} ${follows}`;
  }

  /**
   * @param {string} title
   * @param {string} text
   * @param {string} go
   */
  say(title, text, go) {
    put(one('#watch-title'), this.words.say(title));
    put(one('#watch-text'), text);
    put(one('#watch-go'), this.words.say(go));
    one('#watch-go').focus();
  }

  async press() {
    if (this.wantsFull()) {
      await document.documentElement.requestFullscreen().catch(() => {});
    } else if (this.rules?.unread) {
      this.sitting.enter('warning-read', { warning: this.rules.unread });
    }
    this.look();
  }
}
